/** The stretch of a recording that is seen. */
export type View = { fromSeconds: number; seconds: number };

/** A closer look would show less than a few samples. */
const FEWEST_SAMPLES = 16;

/** A stretch held within the recording. */
export const heldView = (
  { fromSeconds, seconds }: View,
  whole: number,
  sampleRateHz: number,
): View => {
  const length = Math.min(whole, Math.max(seconds, FEWEST_SAMPLES / sampleRateHz));
  return { seconds: length, fromSeconds: Math.max(0, Math.min(whole - length, fromSeconds)) };
};

/** Closer (factor below 1) or wider, with the moment at a share of the width staying where it is. */
export const zoomed = ({ fromSeconds, seconds }: View, factor: number, share: number): View => ({
  seconds: seconds * factor,
  fromSeconds: fromSeconds + share * seconds * (1 - factor),
});

/** Further on by a share of what is seen. */
export const moved = ({ fromSeconds, seconds }: View, share: number): View => ({
  seconds,
  fromSeconds: fromSeconds + share * seconds,
});
