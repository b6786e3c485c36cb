import { readFileSync } from "node:fs";
import { analyseTone, TONE_DEFAULTS } from "@/core/distortion";
import { decodeText } from "@/core/files";
import { powerWatts } from "@/core/power";
import { decodeWav, overloadedSampleCount } from "@/core/wav";
import { RUN_KIND_NAMES } from "@/core/run";
import { bandOption, parseCommandLine, positiveOption, UsageError } from "./arguments";
import { analyseCommon, COMMON_OPTIONS, isMeasuredKind, oldName } from "./commonForm";
import { analyseTable, isText, scopeSamples, TEXT_OPTIONS } from "./textFile";
import { ANALYSES, eachChannel, toneCautions, valueOf, type RunInput } from "./runKinds";
import { toneFields } from "./toneFields";

const OPTIONS = [
  "full-scale-volts",
  "load-ohms",
  "band",
  "as",
  "mains-hz",
  "rated-volts",
  "segments",
  "input-volts-peak",
  "input-channel",
  "sweep",
  "sweep-seconds",
  "period-seconds",
  ...COMMON_OPTIONS,
  ...TEXT_OPTIONS,
];

/**
 * The `analyse` command: reads every channel of a WAV file, as a steady tone or as the run named with --as.
 * @returns what to print as JSON
 */
export const analyse = async (words: readonly string[]): Promise<object> => {
  const line = parseCommandLine(words, OPTIONS);
  const kind = oldName(line.options.get("as"));
  const isCommon = kind !== undefined && !ANALYSES[kind] && isMeasuredKind(kind);
  if (line.positional.length !== 1 && !(isCommon && line.positional.length > 1))
    throw new UsageError(
      "give one WAV file: analyse FILE.wav [--as RUNKIND] [--full-scale-volts V] [--load-ohms R] [--band 20-20000]",
    );
  const fullScaleVolts = positiveOption(line, "full-scale-volts", 1);
  const loadOhms = positiveOption(line, "load-ohms", 8);
  const band = bandOption(line, "band", TONE_DEFAULTS.band);
  if (kind !== undefined && !ANALYSES[kind] && !isCommon)
    throw new UsageError(
      `--as is "${kind}"; it must be one of ${[...new Set([...Object.keys(ANALYSES), ...RUN_KIND_NAMES])].join(", ")}`,
    );

  const bytes = readFile(line.positional[0]);
  const text = isText(line.positional[0], bytes) ? decodeText(bytes) : null;
  const table = text === null ? null : analyseTable(kind, text);
  if (table) return table;
  const { channels, sampleRateHz, names } =
    text === null
      ? { ...valueOf(decodeWav(bytes, fullScaleVolts)), names: null }
      : scopeSamples(text, line);
  if (band.lowHz >= sampleRateHz / 2)
    throw new UsageError(`--band begins above half the sample rate of ${sampleRateHz} Hz`);
  const used = { sampleRateHz, fullScaleVolts, loadOhms, band };
  if (kind !== undefined && isCommon) {
    if (text !== null)
      throw new UsageError(
        `--as ${kind} takes WAV files; a scope's record can be read as ${Object.keys(ANALYSES).join(", ")}`,
      );
    const files = line.positional.map((path, k) => ({
      name: path,
      bytes: k === 0 ? bytes : readFile(path),
      channelCount: channels.length,
    }));
    const read = { files, fullScaleVolts, loadOhms, line };
    const cautions = channels.flatMap((volts) => cautionsOf(volts, fullScaleVolts));
    return { ...used, as: kind, ...(await analyseCommon(kind, read)), cautions };
  }
  const input = { channels, sampleRateHz, loadOhms, band, line };
  // A scope's record has no full scale, and its channels have names.
  const cautionsHere = (volts: Float64Array) =>
    names === null ? cautionsOf(volts, fullScaleVolts) : [];
  if (kind === undefined)
    return withNames(names, {
      ...used,
      ...eachChannel(input, (volts) => ({
        ...steadyTone(volts, input),
        cautions: [...cautionsHere(volts), ...toneCautions(volts, input).map(({ text }) => text)],
      })),
    });
  return withNames(names, {
    ...used,
    as: kind,
    ...ANALYSES[kind](input),
    cautions: channels.flatMap(cautionsHere),
  });
};

/** Channels of a scope's record go by the names that its columns have. */
const withNames = (names: readonly string[] | null, found: object): object => {
  if (!names || !("channels" in found) || !Array.isArray(found.channels)) return found;
  return {
    ...found,
    channels: found.channels.map((channel: object, k: number) => ({ name: names[k], ...channel })),
  };
};

const steadyTone = (volts: Float64Array, { sampleRateHz, band, loadOhms }: RunInput): object => {
  const reading = valueOf(analyseTone(volts, sampleRateHz, { band }));
  return { ...toneFields(reading), powerWatts: powerWatts(reading.voltsRms, loadOhms) };
};

const cautionsOf = (volts: Float64Array, fullScaleVolts: number): string[] => {
  const overloaded = overloadedSampleCount(volts, fullScaleVolts);
  return overloaded > 0
    ? [
        `${overloaded} samples stand at full scale: the recorder was overdriven and these values are not valid`,
      ]
    : [];
};

const readFile = (path: string): Uint8Array<ArrayBuffer> => {
  try {
    return new Uint8Array(readFileSync(path));
  } catch {
    throw new UsageError(`cannot read ${path}; check the name and that it is a file`);
  }
};
