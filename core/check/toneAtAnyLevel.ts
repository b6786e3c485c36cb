import type { Caution } from "../caution";
import { meanAndVariance } from "../numeric";
import { success, type Outcome } from "../outcome";
import { findTone, powerSpectrum } from "../spectrum";
import { levelCourse } from "./levelCourse";
import { checkSteadyTone } from "./steadyTone";

/** Long enough to tell one tone from two, short enough to lie within one level; low tones take the longer. Chosen here. */
const STRETCH_SECONDS = 0.1;
const LONG_STRETCH_SECONDS = 1;
const LOW_HZ = 200;
/** A level that falls by more gets a caution. */
const CAUTION_RATIO = 0.6;

/**
 * Looks whether a recording holds a single tone where it is loudest, whatever its level does meanwhile: it may fall, come in
 * bursts or stop, which is what some runs are for.
 * @returns a finding that says what was found instead: two tones, noise, hum
 * Chosen here, because a level that falls or stops is what such runs are made to see.
 */
export const checkToneAtAnyLevel = (
  volts: Float64Array,
  sampleRateHz: number,
): Outcome<readonly Caution[]> => {
  const short = loudestStretch(volts, STRETCH_SECONDS * sampleRateHz);
  const toneHz = findTone(powerSpectrum(short, sampleRateHz, "hann"), 10, 0.45 * sampleRateHz);
  const stretch =
    toneHz !== null && toneHz < LOW_HZ
      ? loudestStretch(volts, LONG_STRETCH_SECONDS * sampleRateHz)
      : short;
  const outcome = checkSteadyTone(stretch, sampleRateHz, { holdsLevel: false });
  if (!outcome.ok) return outcome;
  const course = toneHz === null ? null : levelCourse(volts, sampleRateHz, toneHz);
  return success(
    course && course.lowestRatio < CAUTION_RATIO
      ? [
          {
            code: "unsteady",
            text: `The tone is not constant: ${course.words}. Readings are valid only while it is present.`,
            touches: ["held-longest", "moments", "steady"],
          },
        ]
      : [],
  );
};

const loudestStretch = (volts: Float64Array, samples: number): Float64Array => {
  const length = Math.min(volts.length, Math.round(samples));
  let loudest = volts.subarray(0, length),
    most = -1;
  for (let first = 0; first + length <= volts.length; first += length) {
    const stretch = volts.subarray(first, first + length);
    const { variance } = meanAndVariance(stretch);
    if (variance > most) [loudest, most] = [stretch, variance];
  }
  return loudest;
};
