import { failure } from "../outcome";
import type { ChannelConditions } from "../power";
import { formatSignificant } from "../units";

/** A decibel below where it is held an output is clean. Chosen here. */
const CLEAR_RATIO = 0.8;

/**
 * What is said of a run that means something only below clipping, where the output was held at a height.
 * @param heightVolts above zero
 * @param crestFactor of what is played: the height over it is the RMS that just fits
 */
export const clipped = (
  channel: number,
  heightVolts: number,
  crestFactor: number,
  load: ChannelConditions | undefined,
): ReturnType<typeof failure> => {
  const ohms = load?.loadOhms ?? 0;
  const watts = (CLEAR_RATIO * (heightVolts / crestFactor) ** 2) / ohms;
  return failure(
    "clipped",
    `Channel ${channel + 1}`,
    `invalid: the output clipped, at ${formatSignificant(heightVolts, 3)} V. Repeat it ${
      ohms > 0 ? `at no more than ${formatSignificant(watts, 2)} W` : "at a lower level"
    }.`,
  );
};
