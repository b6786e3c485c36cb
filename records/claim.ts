import { array, mixed, object, string, type InferType } from "yup";
import { multiplierIn, type PowerClaim, type ReadClaim, type StatedClaim } from "@/core/claim";
import { MOST } from "./limits";
import { quantity } from "./quantity";
import { revision } from "./revision";
import { isStated } from "./stated";
import { trimmed } from "./text";

const printed = () => trimmed().max(1000, "Keep it under 1000 characters.").defined();
const source = () => trimmed().max(200, "Keep the source under 200 characters.").defined();

/** A continuous power with all that makes it testable, as the form takes it. */
export const powerFormSchema = object({
  revision: revision(),
  printedText: printed(),
  source: source(),
  powerWatts: quantity("Enter the claimed power in watts, such as 50.")
    .positive("Power must be above zero.")
    .max(100_000, "This is more than 100 kW; check the number."),
  loadOhms: quantity("Enter the load in ohms, such as 8.")
    .positive("The load must be above zero ohms.")
    .min(0.1, "A load under 0.1 Ω is a short circuit.")
    .max(10_000, "That load is too high for a power claim."),
  channelsDriven: quantity("Enter how many channels are driven.")
    .integer("Enter a whole number of channels.")
    .min(1, "At least one channel must be driven.")
    .max(16, "Up to 16 channels can be driven."),
  distortionLimitRatio: quantity("Enter the distortion limit, such as 0.1 %.")
    .moreThan(0, "The limit must be above zero.")
    .max(1, "The limit cannot be above 100 %."),
  distortionMeasure: string()
    .oneOf(["thd", "thd-plus-noise"] as const)
    .required("Choose THD or THD+N."),
});

export type PowerForm = InferType<typeof powerFormSchema>;

/** The claim that a form of a power makes. @param lineKey the line of the sheet that it completes */
export const powerDraft = (form: PowerForm, lineKey: string | null = null): ClaimDraft => {
  const { powerWatts, loadOhms, channelsDriven, distortionLimitRatio, distortionMeasure } = form;
  return {
    ...(form.revision === undefined ? {} : { revision: form.revision }),
    printedText: form.printedText,
    source: form.source,
    stated: {
      kind: "power",
      powerWatts,
      loadOhms,
      channelsDriven,
      distortionLimitRatio,
      distortionMeasure,
      band: null,
    },
    missing: [],
    nearest: null,
    given: {},
    lineKey,
    isLeftOut: false,
  };
};

/** Conditions that a line leaves out and the reviewer gives, by the name of their field: numbers in SI units and ratios. */
export type Given = Readonly<Record<string, number>>;

const MOST_GIVEN = 10;

const isGiven = (value: unknown): value is Given =>
  typeof value === "object" &&
  value !== null &&
  !Array.isArray(value) &&
  Object.keys(value).length <= MOST_GIVEN &&
  Object.entries(value).every(
    ([name, each]) =>
      typeof each === "number" &&
      each > 0 &&
      each <= MOST.figure &&
      (name !== "channelsDriven" || Number.isInteger(each)),
  );

/** Until the table of claims took every kind, briefs held powers as their form has them. */
const ofFormerBrief = (value: unknown, original: unknown): unknown =>
  typeof original === "object" && original !== null && "powerWatts" in original
    ? powerDraft(original as PowerForm)
    : value;

/** A published claim of any kind: the words as printed, what was read of them, and what the reviewer gives where they are silent. */
export const claimSchema = object({
  revision: revision(),
  // A sheet may be one long line.
  printedText: trimmed().max(20_000, "Keep it under 20,000 characters.").defined(),
  source: source(),
  stated: mixed<StatedClaim>(isStated).required("This kind of claim is unknown."),
  missing: array().of(string().max(300).defined()).max(20).required().default([]),
  nearest: string().max(1000).nullable().defined().default(null),
  given: mixed<Given>()
    .test("given", "what is given must be numbers above zero by their names", isGiven)
    .required()
    .default({}),
  /** Names its line of the sheet; null where it was written down by itself. */
  lineKey: string().max(21_000).nullable().defined().default(null),
  /** A line that the reviewer takes for no claim to be judged. */
  isLeftOut: mixed<boolean>((value): value is boolean => typeof value === "boolean")
    .defined()
    .default(false),
}).transform(ofFormerBrief);

export type ClaimDraft = Omit<ReadClaim, "missing"> & {
  revision?: number;
  source: string;
  missing: string[];
  given: Given;
  lineKey: string | null;
  isLeftOut: boolean;
};
export type Claim = ClaimDraft & { id: string; amplifierId: string };

/** A continuous power among the claims, complete: what the line leaves open is taken as is usual. */
export type StatedPower = PowerClaim & Pick<Claim, "id" | "printedText" | "source">;

/** Where nothing is said. Common practice. */
const USUAL = { loadOhms: 8, distortionLimitRatio: 0.01 };

/** The continuous powers among claims, as forecast, load and plan take them. @param channelCount of the amplifier */
export const statedPowers = (claims: readonly Claim[], channelCount: number): StatedPower[] =>
  claims.flatMap(({ id, printedText, source, stated, given, isLeftOut }) => {
    if (isLeftOut || stated.kind !== "power" || stated.rating !== undefined) return [];
    const { powerWatts, loadOhms, channelsDriven, distortionLimitRatio, distortionMeasure } =
      stated;
    return [
      {
        kind: "power" as const,
        id,
        printedText,
        source,
        powerWatts,
        loadOhms: loadOhms ?? given.loadOhms ?? USUAL.loadOhms,
        channelsDriven: Math.min(
          channelCount,
          channelsDriven ?? given.channelsDriven ?? multiplierIn(printedText) ?? channelCount,
        ),
        distortionLimitRatio:
          distortionLimitRatio ?? given.distortionLimitRatio ?? USUAL.distortionLimitRatio,
        distortionMeasure: distortionMeasure ?? "thd-plus-noise",
      },
    ];
  });
