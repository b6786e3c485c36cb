import { BURST_KINDS, bursts } from "./bursts";
import { pinkNoise, silence } from "./noise";
import { steppedSweep, type SteppedSweep } from "./steppedSweep";
import {
  frequencySteps,
  logFrequencies,
  logSweep,
  steppedFrequencies,
  type FrequencyStep,
} from "./sweeps";
import { differenceTones, modulationTones, multitone, tones } from "./tones";

export type BurstName = keyof typeof BURST_KINDS;

/** Any test signal as plain data, so that it can be sent to an instrument. Volts are those of the source. */
export type Stimulus =
  | { kind: "sine"; frequencyHz: number; voltsPeak: number; seconds: number }
  | ({ kind: "level-sweep" } & SteppedSweep)
  | {
      kind: "frequency-steps";
      lowHz: number;
      highHz: number;
      pointsPerDecade: number;
      voltsPeak: number;
    }
  | {
      kind: "frequency-list";
      frequencies: readonly number[];
      voltsPeak: number;
      /** How long each is held at least; usual when not said. */ hold?: {
        seconds: number;
        cycles: number;
      };
    }
  | { kind: "log-sweep"; lowHz: number; highHz: number; voltsPeak: number; seconds: number }
  | { kind: "burst"; burst: BurstName; voltsPeak: number }
  | {
      kind: "intermodulation-difference" | "intermodulation-modulation";
      voltsPeak: number;
      seconds: number;
    }
  | { kind: "multitone"; voltsPeak: number; seconds: number; seed: number }
  | { kind: "pink-noise"; voltsRms: number; seconds: number; seed: number }
  | { kind: "silence"; seconds: number };

/** No click at either end, and gone before anything is read. */
const FADE_SECONDS = 0.01;
/** Silence after a logarithmic sweep, for what rings on. */
const RINGING_SECONDS = 1;
const STEP_SECONDS = 0.1;
const STEP_CYCLES = 6;
export const MULTITONE_PERIOD_SECONDS = 1;

/**
 * The steps of a stepped-frequency stimulus.
 * @see frequencySteps
 */
export const stepsOfStimulus = ({
  lowHz,
  highHz,
  pointsPerDecade,
}: {
  lowHz: number;
  highHz: number;
  pointsPerDecade: number;
}): FrequencyStep[] => stepsOfFrequencies(logFrequencies(lowHz, highHz, pointsPerDecade));

/**
 * The same for a list of frequencies, each held for so many seconds and cycles at least.
 * @see frequencySteps
 */
export const stepsOfFrequencies = (
  frequencies: readonly number[],
  hold = { seconds: STEP_SECONDS, cycles: STEP_CYCLES },
): FrequencyStep[] => frequencySteps(frequencies, hold.seconds, hold.cycles);

/**
 * The volts of a stimulus at a sample rate.
 * @throws {RangeError} on levels, times or frequencies out of range
 * Each stimulus names its source where it is made.
 */
export const stimulusVolts = (stimulus: Stimulus, sampleRateHz: number): Float64Array => {
  const frame = (seconds: number) => ({ seconds, sampleRateHz, fadeSeconds: FADE_SECONDS });
  switch (stimulus.kind) {
    case "sine":
      return tones([stimulus], frame(stimulus.seconds));
    case "level-sweep":
      return steppedSweep(stimulus, sampleRateHz);
    case "frequency-steps":
      return steppedFrequencies(stepsOfStimulus(stimulus), stimulus.voltsPeak, sampleRateHz);
    case "frequency-list":
      return steppedFrequencies(
        stepsOfFrequencies(stimulus.frequencies, stimulus.hold),
        stimulus.voltsPeak,
        sampleRateHz,
      );
    case "log-sweep": {
      const volts = new Float64Array(
        Math.round((stimulus.seconds + RINGING_SECONDS) * sampleRateHz),
      );
      volts.set(logSweep(stimulus, stimulus.voltsPeak, sampleRateHz));
      return volts;
    }
    case "burst":
      return bursts(
        { ...BURST_KINDS[stimulus.burst], voltsPeak: stimulus.voltsPeak },
        sampleRateHz,
      );
    case "intermodulation-difference":
      return differenceTones(stimulus.voltsPeak, frame(stimulus.seconds));
    case "intermodulation-modulation":
      return modulationTones(stimulus.voltsPeak, frame(stimulus.seconds));
    case "multitone":
      return multitone(
        stimulus.voltsPeak,
        MULTITONE_PERIOD_SECONDS,
        frame(stimulus.seconds),
        stimulus.seed,
      );
    case "pink-noise":
      return pinkNoise(stimulus.voltsRms, frame(stimulus.seconds), stimulus.seed);
    case "silence":
      return silence({ seconds: stimulus.seconds, sampleRateHz });
  }
};
