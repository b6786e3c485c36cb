import { RUN_KIND_NAMES, type RunKind } from "@/core/run";
import { UsageError, type CommandLine } from "./arguments";

/** Kinds that were documented here by another name before the application had one for them. */
export const OTHERWISE_CALLED: Readonly<Record<string, RunKind>> = {
  sweep: "power-sweep",
  clip: "clip-search",
  "intermodulation-difference": "intermodulation",
  "intermodulation-modulation": "intermodulation",
  "third-octave": "noise-response",
};

/** The application's name of a kind; its own stay as they are. */
export const runKindOf = (name: string): RunKind => OTHERWISE_CALLED[name] ?? (name as RunKind);

/** The power sweep is read in its documented form by either name. */
const documentedName = (name: string | undefined): string | undefined =>
  name === OTHERWISE_CALLED.sweep ? "sweep" : name;

/** The option that has every kind analysed or played as in the application, with the result in the common form. */
export const FORM_OPTION = "form";
const ONE_FORM = "run";

/**
 * The kind that an option names, and whether it is printed in the form that all runs share: on request, or where it has no documented form.
 * @param documented kinds that have one, and the options that only these take
 * @throws {UsageError} on a form that there is not, one without a kind, or with an option that it would pass over
 */
export const askedKind = (
  { options }: CommandLine,
  option: string,
  documented: { kinds: readonly string[]; options: readonly string[] },
): { kind: string | undefined; isInOneForm: boolean } => {
  const form = options.get(FORM_OPTION);
  const given = options.get(option);
  if (form !== undefined && form !== ONE_FORM)
    throw new UsageError(`--${FORM_OPTION} is "${form}"; it can only be ${ONE_FORM}`);
  if (form !== undefined && given === undefined)
    throw new UsageError(`--${FORM_OPTION} ${ONE_FORM} goes with a kind: --${option} KIND`);
  const passedOver = form && documented.options.find((name) => options.has(name));
  if (passedOver)
    throw new UsageError(
      `--${passedOver} applies to the documented form only; with --${FORM_OPTION} ${ONE_FORM} use --set NAME=VALUE`,
    );
  const kind = form && given ? runKindOf(given) : documentedName(given);
  const isRun = kind !== undefined && isMeasuredKind(kind);
  return { kind, isInOneForm: isRun && (form !== undefined || !documented.kinds.includes(kind)) };
};

/** Kinds of run as the application has them; what is read of each comes in one form. */
export const isMeasuredKind = (name: string): name is RunKind =>
  RUN_KIND_NAMES.includes(name as RunKind);
