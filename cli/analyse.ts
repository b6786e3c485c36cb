import { readFileSync } from "node:fs";
import { analyseTone, TONE_DEFAULTS, type Band, type ToneReading } from "@/core/distortion";
import { findingText, type Finding } from "@/core/outcome";
import { powerWatts } from "@/core/power";
import { amplitudeRatioToDb } from "@/core/units";
import { decodeChannel, overloadedSampleCount, readWavLayout } from "@/core/wav";
import { bandOption, parseCommandLine, positiveOption, UsageError } from "./arguments";

const OPTIONS = ["full-scale-volts", "load-ohms", "band"];

/** The `analyse` command: reads a steady tone from every channel of a WAV file. @returns what to print as JSON */
export const analyse = (words: readonly string[]): object => {
  const line = parseCommandLine(words, OPTIONS);
  if (line.positional.length !== 1) throw new UsageError("give one WAV file: analyse FILE.wav [--full-scale-volts V] [--load-ohms R] [--band 20-20000]");
  const fullScaleVolts = positiveOption(line, "full-scale-volts", 1);
  const loadOhms = positiveOption(line, "load-ohms", 8);
  const band = bandOption(line, "band", TONE_DEFAULTS.band);

  const bytes = readFile(line.positional[0]);
  const layout = readWavLayout(bytes);
  if (!layout.ok) throw refusal(layout.finding);
  if (band.lowHz >= layout.value.sampleRateHz / 2) throw new UsageError(`--band begins above half the sample rate of ${layout.value.sampleRateHz} Hz`);
  const channels = Array.from({ length: layout.value.channelCount }, (_, index) => analyseChannel(decodeChannel(bytes, layout.value, index, fullScaleVolts), layout.value.sampleRateHz, { band, loadOhms, fullScaleVolts }));
  return { sampleRateHz: layout.value.sampleRateHz, fullScaleVolts, loadOhms, band, channels };
};

const readFile = (path: string): Uint8Array => {
  try {
    return new Uint8Array(readFileSync(path));
  } catch {
    throw new UsageError(`cannot read ${path}; check the name and that it is a file`);
  }
};

const refusal = (finding: Finding): UsageError => new UsageError(findingText(finding));

type ChannelFacts = { band: Band; loadOhms: number; fullScaleVolts: number };

const analyseChannel = (volts: Float64Array, sampleRateHz: number, { band, loadOhms, fullScaleVolts }: ChannelFacts): object => {
  const outcome = analyseTone(volts, sampleRateHz, { band });
  if (!outcome.ok) throw refusal(outcome.finding);
  const overloaded = overloadedSampleCount(volts, fullScaleVolts);
  const cautions = overloaded > 0 ? [`${overloaded} samples stand at full scale: the recorder was overdriven and these values are not valid`] : [];
  return { ...channelValues(outcome.value), powerWatts: powerWatts(outcome.value.voltsRms, loadOhms), cautions };
};

const channelValues = (reading: ToneReading): object => ({
  fundamentalHz: reading.fundamentalHz,
  voltsRms: reading.voltsRms,
  fundamentalVoltsRms: reading.fundamentalVoltsRms,
  voltsPeakPositive: reading.voltsPeakPositive,
  voltsPeakNegative: reading.voltsPeakNegative,
  dcVolts: reading.dcVolts,
  thdRatio: reading.thdRatio,
  thdPlusNoiseRatio: reading.thdPlusNoiseRatio,
  thdPlusNoiseOverFundamentalRatio: reading.thdPlusNoiseOverFundamentalRatio,
  sinadDb: -amplitudeRatioToDb(reading.thdPlusNoiseRatio),
  harmonicsDbc: reading.harmonics.map(({ order, ratio }) => ({ order, dbc: amplitudeRatioToDb(ratio) })),
  clipping: {
    present: reading.flattening.present,
    firstHalf: reading.flattening.firstHalf,
    shortfallPositiveRatio: reading.flattening.positive.shortfallRatio,
    shortfallNegativeRatio: reading.flattening.negative.shortfallRatio,
  },
});
