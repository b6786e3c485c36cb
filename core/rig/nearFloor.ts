import type { Caution } from "../caution";
import { formatPercent } from "../units";
import { WANTED_RATIO } from "./loopback";

/** What a rig distorts by itself, and how that is known. */
export type RigFloor = { thdPlusNoiseRatio: number; isOfSteps?: boolean };

const LOOPED = {
  who: (ratio: string) => `The rig alone has ${ratio} THD+N in loop-back`,
  what: "use a cleaner interface or a higher input level",
};
/** Steps of a converter are as large at every level, so that they count for more the lower it is. */
const STEPS = {
  who: (ratio: string) =>
    `The oscilloscope’s resolution alone gives ${ratio} THD+N at full range, and more below`,
  what: "use one with more bits or an audio interface",
};

type ReadFigure = { name: string; quantity: string; value: number | null };

/**
 * Marks readings of distortion that lie within 10 dB of the rig's own: what is read there may as well be the rig. Nothing is ever
 * subtracted, since harmonics of rig and amplifier may add or cancel.
 * Common practice: 10 dB of distance.
 */
export const nearFloor = (
  figures: readonly ReadFigure[],
  { thdPlusNoiseRatio, isOfSteps = false }: RigFloor,
): Caution[] => {
  const near = figures.filter(
    ({ quantity, value }) =>
      quantity === "distortion-ratio" &&
      value !== null &&
      value > 0 &&
      value < thdPlusNoiseRatio * WANTED_RATIO,
  );
  const { who, what } = isOfSteps ? STEPS : LOOPED;
  return near.length === 0
    ? []
    : [
        {
          code: "near-floor",
          text: `${who(formatPercent(thdPlusNoiseRatio, 2))}: this reading is within 10 dB of that and may be the rig's own. Treat it as an upper limit; ${what}.`,
          touches: near.map(({ name }) => name),
        },
      ];
};
