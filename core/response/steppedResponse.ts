import { sumOfSquares } from "../numeric";
import { fitHarmonics, fitSine } from "../fit";
import { failure, success, type Outcome } from "../outcome";
import { requirePositive } from "../units";
import { findFrequencySteps, glides } from "./findFrequencySteps";
import type { FrequencyStep } from "../signal";
import type { ResponsePoint } from "./types";

/**
 * What the output is compared with: the recorded input, a generator of known peak volts (sines that begin at a rising
 * zero with each segment), or nothing; then ratios are volts RMS and phases are not known (0).
 */
export type ResponseReference =
  | { kind: "recorded-input"; volts: Float64Array }
  | { kind: "generator"; voltsPeak: number; segments: readonly FrequencyStep[] }
  | { kind: "none"; segments?: readonly FrequencyStep[] };

/** Share of a segment, from its end, that is read. */
const READ_SHARE = 0.6;
const FEWEST_CYCLES = 2;
/** Two frequencies that are closer are one. */
const DISTINCT_RATIO = 1.01;

/**
 * Frequency response from sines stepped through frequencies.
 * @param output volts at the load; the segments are found in it when none are given
 * @param fewest frequencies that say something: what two recordings or two channels are to each other, one says too
 * @returns points by rising frequency, or a finding when there are no steps
 * @see IEC 60268-3:2018 (gain-frequency response); IEEE Std 1057 (sine fits)
 */
export const steppedResponse = (
  output: Float64Array,
  sampleRateHz: number,
  reference: ResponseReference,
  fewest: "one" | "several" = "several",
): Outcome<ResponsePoint[]> => {
  requirePositive("sampleRateHz", sampleRateHz);
  const given = reference.kind === "recorded-input" ? undefined : reference.segments;
  const segments =
    given ??
    findFrequencySteps(
      reference.kind === "recorded-input" ? reference.volts : output,
      sampleRateHz,
    );
  if (!given && glides(output, sampleRateHz, segments))
    return failure(
      "no-steps",
      "Capture",
      "its frequency glides continuously, which cannot be analysed without the stimulus. Play steps, or make the run here.",
    );
  const points = segments.flatMap((segment) => {
    const point = readSegment(output, sampleRateHz, segment, {
      reference,
      isGiven: given !== undefined,
    });
    return point ? [point] : [];
  });
  const hertz = points.map(({ frequencyHz }) => frequencyHz);
  if (points.length === 0 && fewest === "one")
    return failure(
      "no-signal",
      "Capture",
      "no tone was found that lasts for a few cycles. Play a sine, or a sine stepped through frequencies.",
    );
  if (fewest === "several" && !(Math.max(...hertz) > DISTINCT_RATIO * Math.min(...hertz)))
    return failure(
      "no-steps",
      "Capture",
      "no frequency steps were found. A response needs a sine stepped through frequencies, each held for at least a few cycles.",
    );
  return success(points.sort((a, b) => a.frequencyHz - b.frequencyHz));
};

const readSegment = (
  output: Float64Array,
  sampleRateHz: number,
  segment: FrequencyStep,
  { reference, isGiven }: { reference: ResponseReference; isGiven: boolean },
): ResponsePoint | null => {
  const samplesACycle = sampleRateHz / segment.frequencyHz;
  const end =
    Math.min(output.length, Math.round((segment.startSeconds + segment.seconds) * sampleRateHz)) -
    Math.ceil(Math.min(samplesACycle, 0.01 * sampleRateHz));
  // Whole cycles, so that harmonics and offset do not lean on the fit.
  const cycles = Math.floor((READ_SHARE * segment.seconds * sampleRateHz) / samplesACycle);
  const count = Math.round(cycles * samplesACycle);
  if (cycles < FEWEST_CYCLES || count < 8 || end - count < 0) return null;
  const part = output.subarray(end - count, end);
  const frequencyHz = isGiven
    ? segment.frequencyHz
    : fitSine(part, sampleRateHz, segment.frequencyHz).frequencyHz;
  const found = sineOverDrift(part, sampleRateHz, frequencyHz);
  // Periods of noise that are alike by chance are no step: what was found in the output itself must stand above the rest of it.
  const isBlind = reference.kind === "none" && !isGiven;
  if (!found || (isBlind && found.residualRatio > 1)) return null;
  const uncertain = (ratio: number) => ({
    frequencyHz,
    ratio,
    ratioStdUncertainty: ratio * found.stdUncertaintyRatio,
    residualRatio: found.residualRatio,
  });
  if (reference.kind === "none")
    return { ...uncertain(found.voltsPeak / Math.SQRT2), phaseRadians: 0 };
  if (reference.kind === "generator") {
    const played =
      2 * Math.PI * frequencyHz * ((end - count) / sampleRateHz - segment.startSeconds) -
      Math.PI / 2;
    return {
      ...uncertain(found.voltsPeak / reference.voltsPeak),
      phaseRadians: wrapped(found.phaseRadians - played),
    };
  }
  const input = sineOverDrift(
    reference.volts.subarray(end - count, end),
    sampleRateHz,
    frequencyHz,
  );
  return input
    ? {
        ...uncertain(found.voltsPeak / input.voltsPeak),
        phaseRadians: wrapped(found.phaseRadians - input.phaseRadians),
      }
    : null;
};

/** Amplitude with what scatter leaves uncertain of it, and phase at the first sample, with the slow settling of an offset fitted along. */
const sineOverDrift = (
  volts: Float64Array,
  sampleRateHz: number,
  frequencyHz: number,
): {
  voltsPeak: number;
  stdUncertaintyRatio: number;
  phaseRadians: number;
  /** RMS of what is left over that of the sine. */ residualRatio: number;
} | null => {
  const fit = fitHarmonics(volts, sampleRateHz, frequencyHz, { orderCount: 1, driftDegree: 2 });
  if (!fit || !(fit.voltsPeak[0] > 0)) return null;
  const squares = sumOfSquares(fit.residualVolts);
  // Amplitude of a sine fitted in scatter of sigma: sigma sqrt(2 / N). IEEE Std 1057.
  const stdUncertaintyRatio =
    Math.sqrt((squares / volts.length) * (2 / volts.length)) / fit.voltsPeak[0];
  return {
    voltsPeak: fit.voltsPeak[0],
    stdUncertaintyRatio,
    residualRatio: (Math.sqrt(squares / volts.length) * Math.SQRT2) / fit.voltsPeak[0],
    phaseRadians: fit.phaseRadians[0] - (Math.PI * frequencyHz * (volts.length - 1)) / sampleRateHz,
  };
};

/** Into -pi to pi. */
export const wrapped = (radians: number): number =>
  radians - 2 * Math.PI * Math.round(radians / (2 * Math.PI));
