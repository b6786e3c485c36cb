import { medianOf } from "@/core/numeric";
import { averagedSpectrum } from "@/core/spectrum";

/** A floor that falls by so much, 15 dB, and stays there has ended. */
const FALL_POWER_RATIO = 10 ** -1.5;
/** The floor is compared band by band; so many to half the rate. */
const BANDS = 48;
/** Below this share of half the rate any converter hears. */
const SURE_SHARE = 0.3;
/** What ends above this share of half the rate is the converter's own filter. */
const OWN_SHARE = 0.88;
const SEGMENT_SAMPLES = 4096;

/**
 * Where the noise floor of a recording ends: what a mixer has resampled from a lower rate holds nothing above half of that, whatever the
 * rate of the file.
 * @param samples some tenths of a second without anything loud
 * @returns hertz, or null where the floor reaches as far as the rate lets it
 * Common practice: the edge of the noise floor tells the true bandwidth of a recording.
 */
export const findFloorEdge = (samples: Float64Array, sampleRateHz: number): number | null => {
  if (samples.length < SEGMENT_SAMPLES) return null;
  const { meanSquare } = averagedSpectrum(samples, sampleRateHz, {
    segmentSamples: SEGMENT_SAMPLES,
  });
  const width = Math.floor(meanSquare.length / BANDS);
  // Of each band the middle one of its bins: lines of a tone or of the mains are no floor.
  const floor = Array.from({ length: BANDS }, (_, band) =>
    medianOf([...meanSquare.subarray(band * width, (band + 1) * width)]),
  );
  const sure = medianOf(floor.slice(1, Math.round(SURE_SHARE * BANDS)));
  const last = floor.findLastIndex((power) => power > FALL_POWER_RATIO * sure);
  const share = (last + 1) / BANDS;
  return sure > 0 && share < OWN_SHARE ? (share * sampleRateHz) / 2 : null;
};
