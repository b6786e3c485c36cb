import { InstrumentFault, type SoakPoint } from "../contract";
import type { MeterGlance } from "./NetworkMeters";

/** Points of a soak lie a share of the time gone apart, within bounds. */
const SHARE = 1 / 50;
const EVERY_SECONDS = { least: 0.5, most: 5 };

/** Seconds to the next point of a soak that has gone on for so long. */
export const soakStep = (elapsed: number): number =>
  Math.min(EVERY_SECONDS.most, Math.max(EVERY_SECONDS.least, SHARE * elapsed));

/** What meters show of a soak at a moment. @throws {InstrumentFault} where none tells the sink's temperature */
export const soakPoint = (
  seconds: number,
  loadWatts: readonly number[],
  { temperatures, mains }: Pick<MeterGlance, "temperatures" | "mains">,
): SoakPoint => {
  if (!temperatures)
    throw new InstrumentFault({
      code: "instrument-fault",
      where: "Temperature logger",
      advice: "it has no sink temperature. Choose its channel on the Rig.",
    });
  return {
    seconds,
    ...temperatures,
    loadWatts,
    mainsWatts: mains?.mainsWatts ?? null,
    mainsAmperes: mains?.mainsAmperes ?? null,
    isCutOut: false,
  };
};
