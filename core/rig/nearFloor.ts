import type { Caution } from "../caution";
import { formatPercent } from "../units";
import { WANTED_RATIO } from "./loopback";

/** What a rig distorts by itself, outputs wired to inputs. */
export type RigFloor = { thdPlusNoiseRatio: number };

type ReadFigure = { name: string; quantity: string; value: number | null };

/**
 * Marks readings of distortion that lie within 10 dB of the rig's own: what is read there may as well be the rig. Nothing is ever
 * subtracted, since harmonics of rig and amplifier may add or cancel.
 * Common practice: 10 dB of distance.
 */
export const nearFloor = (
  figures: readonly ReadFigure[],
  { thdPlusNoiseRatio }: RigFloor,
): Caution[] => {
  const near = figures.filter(
    ({ quantity, value }) =>
      quantity === "distortion-ratio" &&
      value !== null &&
      value > 0 &&
      value < thdPlusNoiseRatio * WANTED_RATIO,
  );
  return near.length === 0
    ? []
    : [
        {
          code: "near-floor",
          text: `The rig itself reads ${formatPercent(thdPlusNoiseRatio, 2)} THD+N, outputs wired to inputs: what was read here is within 10 dB of that and may be the rig's. Take it as “no more than”; a cleaner interface, or a level that fills its inputs better, tells more.`,
          touches: near.map(({ name }) => name),
        },
      ];
};
