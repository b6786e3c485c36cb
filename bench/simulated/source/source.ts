import { addNoise } from "../instruments/seededNoise";
import { quantityParameter, type PartOf } from "../../fields";

/** What plays the stimulus. */
export const SOURCE_FIELDS = {
  mostVoltsRms: quantityParameter(
    "Maximum output, sine, unloaded (phone 0.5 V, player 2 V)",
    "V",
    [0.01, 20],
    2,
  ),
  outputOhms: quantityParameter("Output resistance", "Ω", [0, 10_000], 100),
  noiseVoltsRms: quantityParameter("Noise, 20 Hz to 20 kHz", "V", [0, 0.01], 3e-6),
  secondHarmonicRatio: quantityParameter("Second harmonic at full output", "", [0, 0.1], 2e-6),
  thirdHarmonicRatio: quantityParameter("Third harmonic at full output", "", [0, 0.1], 2e-6),
};
export type SourcePart = PartOf<typeof SOURCE_FIELDS>;

/**
 * Turns a wanted stimulus into what this source gives: held at its full scale, bent a little (a second harmonic of a
 * sine grows with the level, a third with its square), with noise. In place.
 */
export const playSource = (
  stimulus: Float64Array,
  source: SourcePart,
  sampleRateHz: number,
  seed: number,
): Float64Array => {
  const most = source.mostVoltsRms * Math.SQRT2;
  const second = (2 * source.secondHarmonicRatio) / most,
    third = (4 * source.thirdHarmonicRatio) / most ** 2;
  for (let n = 0; n < stimulus.length; n++) {
    const asked = stimulus[n];
    let volts = asked;
    if (asked > most) volts = most;
    else if (asked < -most) volts = -most;
    stimulus[n] = volts + volts * volts * (second + third * volts);
  }
  return addNoise(stimulus, source.noiseVoltsRms * Math.sqrt(sampleRateHz / 40_000), seed);
};
