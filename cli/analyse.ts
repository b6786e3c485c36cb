import { readFileSync } from "node:fs";
import { analyseTone, TONE_DEFAULTS } from "@/core/distortion";
import { powerWatts } from "@/core/power";
import { decodeWav, overloadedSampleCount } from "@/core/wav";
import { bandOption, parseCommandLine, positiveOption, UsageError } from "./arguments";
import { RUN_KINDS, valueOf, type RunInput } from "./runKinds";
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
];

/**
 * The `analyse` command: reads every channel of a WAV file, as a steady tone or as the run named with --as.
 * @returns what to print as JSON
 */
export const analyse = (words: readonly string[]): object => {
  const line = parseCommandLine(words, OPTIONS);
  if (line.positional.length !== 1)
    throw new UsageError(
      "give one WAV file: analyse FILE.wav [--as RUNKIND] [--full-scale-volts V] [--load-ohms R] [--band 20-20000]",
    );
  const fullScaleVolts = positiveOption(line, "full-scale-volts", 1);
  const loadOhms = positiveOption(line, "load-ohms", 8);
  const band = bandOption(line, "band", TONE_DEFAULTS.band);
  const kind = line.options.get("as");
  if (kind !== undefined && !RUN_KINDS[kind])
    throw new UsageError(
      `--as is "${kind}"; it must be one of ${Object.keys(RUN_KINDS).join(", ")}`,
    );

  const bytes = readFile(line.positional[0]);
  const { channels, sampleRateHz } = valueOf(decodeWav(bytes, fullScaleVolts));
  if (band.lowHz >= sampleRateHz / 2)
    throw new UsageError(`--band begins above half the sample rate of ${sampleRateHz} Hz`);
  const used = { sampleRateHz, fullScaleVolts, loadOhms, band };
  if (kind === undefined)
    return {
      ...used,
      channels: channels.map((volts) => ({
        ...steadyTone(volts, { channels, sampleRateHz, loadOhms, band, line }),
        cautions: cautionsOf(volts, fullScaleVolts),
      })),
    };
  return {
    ...used,
    as: kind,
    ...RUN_KINDS[kind]({ channels, sampleRateHz, loadOhms, band, line }),
    cautions: channels.flatMap((volts) => cautionsOf(volts, fullScaleVolts)),
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

const readFile = (path: string): Uint8Array => {
  try {
    return new Uint8Array(readFileSync(path));
  } catch {
    throw new UsageError(`cannot read ${path}; check the name and that it is a file`);
  }
};
