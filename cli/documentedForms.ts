import { readFileSync } from "node:fs";
import Papa from "papaparse";
import { analyseBursts } from "@/core/burst";
import { checkSteadyTone } from "@/core/check";
import { crosstalk, loudestChannel } from "@/core/crosstalk";
import { effectiveBits, harmonicLead, type Band } from "@/core/distortion";
import { analyseTone, readFlattening } from "@/core/distortion/reading";
import { differenceDistortion, modulationDistortion } from "@/core/intermodulation";
import { analyseMultitone } from "@/core/multitone";
import { analyseNoise } from "@/core/noise";
import { findingText, type Outcome } from "@/core/outcome";
import { powerWatts } from "@/core/power";
import {
  cornerFrequencies,
  deviationInBand,
  responseSummary,
  steppedResponse,
  sweepResponse,
  thirdOctaveLevels,
  unwrappedPhases,
  type Response,
  type ResponseReference,
} from "@/core/response";
import { logSweep, multitoneFrequencies, type FrequencyStep } from "@/core/signal";
import { powerAtClipOnset, powerAtDistortion, powerAtKnee, sweepSummary } from "@/core/sweep";
import { analysePowerSweep, findInterruptions } from "@/core/sweep/reading";
import { amplitudeRatioToDb } from "@/core/units";
import { positiveOption, UsageError, type CommandLine } from "./arguments";
import { toneFields } from "./toneFields";

/** What every kind of run is given. */
export type RunInput = {
  channels: readonly Float64Array[];
  sampleRateHz: number;
  loadOhms: number;
  band: Band;
  line: CommandLine;
};

export const valueOrUsageError = <T>(outcome: Outcome<T>): T => {
  if (!outcome.ok) throw new UsageError(findingText(outcome.finding));
  return outcome.value;
};

/** Reads every channel; one that cannot be read says why, and the others are read all the same. @throws {UsageError} where none can be */
export const readEachChannel = (
  { channels }: RunInput,
  read: (volts: Float64Array) => object,
): { channels: object[] } => {
  let firstError: UsageError | null = null,
    readCount = 0;
  const found = channels.map((volts) => {
    try {
      const reading = read(volts);
      readCount++;
      return reading;
    } catch (error) {
      if (!(error instanceof UsageError)) throw error;
      firstError ??= error;
      return { refused: error.message, cautions: [error.message] };
    }
  });
  if (firstError && readCount === 0) throw firstError;
  return { channels: found };
};

/** What makes a reading of a steady tone doubtful. @throws {UsageError} where there is none */
export const toneCautions = (volts: Float64Array, { sampleRateHz, band }: RunInput) =>
  valueOrUsageError(checkSteadyTone(volts, sampleRateHz, { band }));

const spectrum = (input: RunInput): object =>
  readEachChannel(input, (volts) => {
    const cautions = toneCautions(volts, input);
    const reading = valueOrUsageError(analyseTone(volts, input.sampleRateHz, { band: input.band }));
    const { lead, evenRatio, oddRatio } = harmonicLead(reading.harmonics);
    return {
      ...toneFields(reading),
      powerWatts: powerWatts(reading.voltsRms, input.loadOhms),
      lead,
      evenRatio,
      oddRatio,
      effectiveBits: effectiveBits(1 / reading.thdPlusNoiseRatio),
      cautions,
    };
  });

const clip = (input: RunInput): object =>
  readEachChannel(input, (volts) => {
    const cautions = toneCautions(volts, input);
    const { fundamentalHz, voltsRms } = valueOrUsageError(
      analyseTone(volts, input.sampleRateHz, { band: input.band }),
    );
    return {
      fundamentalHz,
      voltsRms,
      powerWatts: powerWatts(voltsRms, input.loadOhms),
      flattening: readFlattening(volts, input.sampleRateHz, fundamentalHz),
      cautions,
    };
  });

const sweep = (input: RunInput): object => {
  const load = { loadOhms: input.loadOhms, loadOhmsStdUncertainty: 0, voltsStdUncertaintyRatio: 0 };
  const conditions = {
    channels: input.channels.map(() => load),
    band: input.band,
    mainsHz: positiveOption(input.line, "mains-hz", 50),
  };
  const result = valueOrUsageError(
    analysePowerSweep(input.channels, input.sampleRateHz, conditions),
  );
  return {
    frequencyHz: result.frequencyHz,
    channels: result.channels.map(({ steps, stop }, index) => ({
      steps,
      stop,
      summary: sweepSummary({ steps, stop }),
      powerAt: {
        "0.1 % THD": powerAtDistortion(steps, 0.001, "thd"),
        "1 % THD": powerAtDistortion(steps, 0.01, "thd"),
        "10 % THD": powerAtDistortion(steps, 0.1, "thd"),
        "0.1 % THD+N": powerAtDistortion(steps, 0.001, "thd-plus-noise"),
        "1 % THD+N": powerAtDistortion(steps, 0.01, "thd-plus-noise"),
        "10 % THD+N": powerAtDistortion(steps, 0.1, "thd-plus-noise"),
        knee: powerAtKnee(steps),
        clipOnset: powerAtClipOnset(steps),
      },
      interruptions: findInterruptions(
        input.channels[index],
        input.sampleRateHz,
        result.frequencyHz,
      ),
    })),
  };
};

const burst = (input: RunInput): object =>
  readEachChannel(input, (volts) =>
    valueOrUsageError(
      analyseBursts(volts, input.sampleRateHz, {
        loadOhms: input.loadOhms,
        loadOhmsStdUncertainty: 0,
        voltsStdUncertaintyRatio: 0,
      }),
    ),
  );

const noise = (input: RunInput): object => {
  const rated = input.line.options.has("rated-volts")
    ? positiveOption(input.line, "rated-volts", 1)
    : null;
  const mainsHz = input.line.options.has("mains-hz")
    ? positiveOption(input.line, "mains-hz", 50)
    : null;
  return readEachChannel(input, (volts) =>
    valueOrUsageError(
      analyseNoise(volts, input.sampleRateHz, {
        loadOhms: input.loadOhms,
        band: input.band,
        ratedVoltsRms: rated,
        mainsHz,
        voltsStdUncertaintyRatio: 0,
      }),
    ),
  );
};

const talk = (input: RunInput): object => {
  if (input.channels.length < 2)
    throw new UsageError("crosstalk takes a recording of at least two channels");
  const driven = loudestChannel(input.channels, input.sampleRateHz);
  const idle = input.channels.map((_, index) => index).filter((index) => index !== driven);
  return {
    drivenChannel: driven,
    channels: idle.map((index) => {
      const reading = valueOrUsageError(
        crosstalk(input.channels[driven], input.channels[index], input.sampleRateHz),
      );
      return { channel: index, ...reading, crosstalkDb: amplitudeRatioToDb(reading.ratio) };
    }),
  };
};

const multitoneRun = (input: RunInput): object => {
  const frequencies = multitoneFrequencies(positiveOption(input.line, "period-seconds", 1)).filter(
    (frequency) => frequency < 0.45 * input.sampleRateHz,
  );
  return readEachChannel(input, (volts) =>
    valueOrUsageError(analyseMultitone(volts, input.sampleRateHz, frequencies, input.band)),
  );
};

const thirdOctave = (input: RunInput): object =>
  readEachChannel(input, (volts) => ({
    bands: thirdOctaveLevels(volts, input.sampleRateHz, input.band.lowHz, input.band.highHz),
  }));

const response = (input: RunInput): object => {
  const { line, channels, sampleRateHz } = input;
  if (line.options.has("sweep")) return sweptResponse(input);
  const segments = line.options.has("segments")
    ? segmentsFrom(line.options.get("segments") ?? "")
    : undefined;
  const inputIndex = line.options.has("input-channel")
    ? Math.round(positiveOption(line, "input-channel", 1)) - 1
    : null;
  if (inputIndex !== null && !channels[inputIndex])
    throw new UsageError(
      `--input-channel is ${inputIndex + 1}, but the recording has ${channels.length}`,
    );
  const peak = line.options.has("input-volts-peak")
    ? positiveOption(line, "input-volts-peak", 1)
    : null;
  if (peak !== null && !segments)
    throw new UsageError(
      "--input-volts-peak needs --segments, so that the generator's phase is known",
    );
  const unrecorded: ResponseReference =
    peak !== null && segments
      ? { kind: "generator", voltsPeak: peak, segments }
      : { kind: "none", segments };
  const outputs = channels.filter((_, index) => index !== inputIndex);
  return {
    channels: outputs.map((volts) =>
      responseFields(
        valueOrUsageError(
          steppedResponse(
            volts,
            sampleRateHz,
            inputIndex !== null
              ? { kind: "recorded-input", volts: channels[inputIndex] }
              : unrecorded,
          ),
        ),
      ),
    ),
  };
};

const sweptResponse = ({ line, channels, sampleRateHz }: RunInput): object => {
  const [lowHz, highHz] = (line.options.get("sweep") ?? "").split("-").map(Number);
  const swept = { lowHz, highHz, seconds: positiveOption(line, "sweep-seconds", 1) };
  if (!(lowHz > 0 && highHz > lowHz && highHz < sampleRateHz / 2))
    throw new UsageError(
      "--sweep must be the lower and the upper frequency of the sweep, such as 10-22000",
    );
  const stimulus = logSweep(swept, positiveOption(line, "input-volts-peak", 1), sampleRateHz);
  return {
    channels: channels.map((volts) => {
      const found = valueOrUsageError(
        sweepResponse(volts, { stimulus, sweep: swept }, sampleRateHz, {
          pointsPerDecade: 24,
          highestOrder: 5,
        }),
      );
      return { ...responseFields(found.response), harmonics: found.harmonics };
    }),
  };
};

/** The fields of a response, whatever it was read from. */
export const responseFields = (points: Response): object => {
  const unwrapped = unwrappedPhases(points);
  const reference = points.reduce((best, point) =>
    Math.abs(Math.log(point.frequencyHz / 1000)) < Math.abs(Math.log(best.frequencyHz / 1000))
      ? point
      : best,
  ).ratio;
  return {
    points: unwrapped.map(({ frequencyHz, ratio, phaseRadians }) => ({
      frequencyHz,
      ratio,
      gainDb: amplitudeRatioToDb(ratio),
      relativeDb: amplitudeRatioToDb(ratio / reference),
      phaseRadians,
    })),
    corners: {
      "0.5 dB": cornerFrequencies(points, 0.5),
      "1 dB": cornerFrequencies(points, 1),
      "3 dB": cornerFrequencies(points, 3),
    },
    deviation20To20k: deviationInBand(points, 20, 20_000),
    summary: responseSummary(points),
  };
};

const segmentsFrom = (path: string): FrequencyStep[] => {
  let text: string;
  try {
    text = readFileSync(path, "utf8");
  } catch {
    throw new UsageError(`cannot read ${path}; check the name and that it is a file`);
  }
  const rows = Papa.parse<Record<string, string>>(text.trim(), { header: true }).data;
  const segments = rows.map((row) => ({
    startSeconds: Number(row.start_s),
    seconds: Number(row.length_s),
    frequencyHz: Number(row.frequency_hz),
  }));
  if (
    segments.length === 0 ||
    segments.some(
      ({ startSeconds, seconds, frequencyHz }) =>
        !(startSeconds >= 0) || !(seconds > 0) || !(frequencyHz > 0),
    )
  )
    throw new UsageError(`${path} must have the columns start_s, length_s and frequency_hz`);
  return segments;
};

/** Analyses by the name of their run. Each returns the fields that cli/README.md lists. */
export const ANALYSES: Record<string, (input: RunInput) => object> = {
  spectrum,
  sweep,
  clip,
  burst,
  response,
  "intermodulation-difference": (input) =>
    readEachChannel(input, (volts) =>
      valueOrUsageError(differenceDistortion(volts, input.sampleRateHz)),
    ),
  "intermodulation-modulation": (input) =>
    readEachChannel(input, (volts) =>
      valueOrUsageError(modulationDistortion(volts, input.sampleRateHz)),
    ),
  multitone: multitoneRun,
  noise,
  crosstalk: talk,
  "third-octave": thirdOctave,
};
