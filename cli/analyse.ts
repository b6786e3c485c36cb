import { readFileSync, statSync } from "node:fs";
import { TONE_DEFAULTS } from "@/core/distortion";
import { analyseTone } from "@/core/distortion/reading";
import { decodeText } from "@/core/files";
import { powerWatts } from "@/core/power";
import { formatSignificant } from "@/core/units";
import { decodeWav, overloadedSampleCount } from "@/core/wav";
import { RUN_KIND_NAMES } from "@/core/run";
import {
  bandOption,
  parseCommandLine,
  positiveOption,
  UsageError,
  type CommandLine,
} from "./arguments";
import { analyseCommon, COMMON_OPTIONS } from "./commonForm";
import { askedKind, FORM_OPTION, isMeasuredKind } from "./kindNames";
import { analyseTable, isText, scopeSamples, TEXT_OPTIONS } from "./textFile";
import {
  ANALYSES,
  readEachChannel,
  toneCautions,
  valueOrUsageError,
  type RunInput,
} from "./documentedForms";
import { toneFields } from "./toneFields";

/** Options of the documented forms. */
const OWN_OPTIONS = [
  "rated-volts",
  "segments",
  "input-volts-peak",
  "input-channel",
  "sweep",
  "sweep-seconds",
  "period-seconds",
  ...TEXT_OPTIONS,
];
const OPTIONS = [
  "full-scale-volts",
  "load-ohms",
  "band",
  "as",
  "mains-hz",
  FORM_OPTION,
  ...COMMON_OPTIONS,
  ...OWN_OPTIONS,
];

/**
 * The `analyse` command: reads every channel of a WAV file or a scope's record, as a steady tone or as the run named with
 * --as; a response and a log of temperatures as text, too.
 * @returns what to print as JSON
 */
export const analyse = async (words: readonly string[]): Promise<object> => {
  const line = parseCommandLine(words, OPTIONS);
  const { kind, isInOneForm } = askedKind(line, "as", {
    kinds: Object.keys(ANALYSES),
    options: OWN_OPTIONS,
  });
  checkCall(line, kind, isInOneForm);
  const fullScaleVolts = positiveOption(line, "full-scale-volts", 1);
  const loadOhms = positiveOption(line, "load-ohms", 8);
  const band = bandOption(line, "band", TONE_DEFAULTS.band);

  const bytes = readFile(line.positional[0]);
  const text = isText(line.positional[0], bytes) ? decodeText(bytes) : null;
  const table = text === null || line.options.has(FORM_OPTION) ? null : analyseTable(kind, text);
  if (table) return table;
  const { channels, sampleRateHz, names } =
    text === null
      ? { ...valueOrUsageError(decodeWav(bytes, fullScaleVolts)), names: null }
      : scopeSamples(text, line);
  if (band.lowHz >= sampleRateHz / 2)
    throw new UsageError(`--band begins above half the sample rate of ${sampleRateHz} Hz`);
  const used = { sampleRateHz, fullScaleVolts, loadOhms, band };
  // A scope's record has no full scale.
  const cautions = channels.map((volts) =>
    names === null ? cautionsOf(volts, fullScaleVolts) : [],
  );
  if (kind !== undefined && isMeasuredKind(kind) && isInOneForm) {
    if (text !== null)
      throw new UsageError(
        line.options.has(FORM_OPTION)
          ? `--${FORM_OPTION} run takes WAV files; leave it out where a text is read`
          : `--as ${kind} takes WAV files; a scope's record can be read as ${Object.keys(ANALYSES).join(", ")}`,
      );
    const files = line.positional.map((path, k) => ({
      name: path,
      bytes: k === 0 ? bytes : readFile(path),
      channelCount: channels.length,
    }));
    const read = await analyseCommon(kind, { files, fullScaleVolts, loadOhms, band, line });
    return { ...used, as: kind, ...read, cautions: cautions.flat() };
  }
  const input = { channels, sampleRateHz, loadOhms, band, line };
  return withNames(names, {
    ...used,
    ...(kind === undefined
      ? steadyTones(input, cautions)
      : { as: kind, ...ANALYSES[kind](input), cautions: cautions.flat() }),
  });
};

/** @throws {UsageError} on a call that cannot be meant */
const checkCall = (
  { positional }: CommandLine,
  kind: string | undefined,
  isInOneForm: boolean,
): void => {
  if (positional.length !== 1 && !(isInOneForm && positional.length > 1))
    throw new UsageError(
      "give one WAV file, or a scope's record: analyse FILE.wav|csv|txt [--as RUNKIND] [--full-scale-volts V] [--load-ohms R] [--band 20-20000] [--form run]",
    );
  if (kind !== undefined && !ANALYSES[kind] && !isInOneForm)
    throw new UsageError(
      `--as is "${kind}"; it must be one of ${[...new Set([...Object.keys(ANALYSES), ...RUN_KIND_NAMES])].join(", ")}`,
    );
};

/** Channels of a scope's record go by the names that its columns have. */
const withNames = (names: readonly string[] | null, found: object): object => {
  if (!names || !("channels" in found) || !Array.isArray(found.channels)) return found;
  return {
    ...found,
    channels: found.channels.map((channel: object, k: number) => ({ name: names[k], ...channel })),
  };
};

const steadyTones = (input: RunInput, cautions: readonly string[][]): object =>
  readEachChannel(input, (volts) => {
    const { sampleRateHz, band, loadOhms, channels } = input;
    const doubts = toneCautions(volts, input).map(({ text }) => text);
    const reading = valueOrUsageError(analyseTone(volts, sampleRateHz, { band }));
    return {
      ...toneFields(reading),
      powerWatts: powerWatts(reading.voltsRms, loadOhms),
      cautions: [...cautions[channels.indexOf(volts)], ...doubts],
    };
  });

const cautionsOf = (volts: Float64Array, fullScaleVolts: number): string[] => {
  const overloaded = overloadedSampleCount(volts, fullScaleVolts);
  return overloaded > 0
    ? [
        `${overloaded} samples stand at full scale: the recorder was overdriven and these values are not valid`,
      ]
    : [];
};

/** As much as one buffer of this runtime holds for certain. */
const MOST_BYTES = 2 ** 31 - 1;

const readFile = (path: string): Uint8Array<ArrayBuffer> => {
  const size = statSync(path, { throwIfNoEntry: false })?.size ?? 0;
  if (size > MOST_BYTES)
    throw new UsageError(
      `${path} has ${formatSignificant(size / 2 ** 30, 3)} GiB; up to 2 GiB can be read at once. Cut out the part that matters and read that`,
    );
  try {
    return new Uint8Array(readFileSync(path));
  } catch {
    throw new UsageError(`cannot read ${path}; check the name and that it is a file`);
  }
};
