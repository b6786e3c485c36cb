import { heatWatts, type Measured } from "@/core/heat";
import { assumptionsOf, classOf } from "./forecastFacts";
import { expectedWatts, type PlanRecords } from "./planFacts";
import type { MeasuredSupply } from "./supplySide";

/** Watts of heat that a claimed power makes in the amplifier, for as long as it is held. */
export type ClaimedHeat = {
  id: string;
  powerWatts: number;
  loadOhms: number;
  channelsDriven: number;
  heat: Measured;
  /** The efficiency was measured; else it is a typical value for the class. */
  isMeasured: boolean;
};

/** How far the efficiency of an amplifier may be off the typical value for its class: the standard uncertainty of its heat. */
const USUAL_STD_RATIO = 0.15;
/** The same with the efficiency from its mains draw: the meters, and the step from one load to another. */
const MEASURED_STD_RATIO = 0.05;

/** The heat of every claimed power, by the efficiency that was measured at rated output where one was. */
export const claimedHeat = (
  records: PlanRecords,
  supplies: readonly MeasuredSupply[],
): ClaimedHeat[] => {
  const { amplifier, claims, forecastSettings } = records;
  const measured = supplies
    .filter(({ isRehearsed }) => !isRehearsed)
    .flatMap(({ mains }) => mains?.levels ?? [])
    .find(({ label, doubts }) => label === "at rated output" && doubts.length === 0)
    ?.balance.efficiencyRatio;
  const efficiencyRatio =
    measured?.value ?? assumptionsOf(amplifier, forecastSettings).efficiencyRatio;
  const expected = expectedWatts(records);
  return claims.map(({ id, powerWatts, loadOhms, channelsDriven }) => {
    const full = Math.max(powerWatts, expected(loadOhms, channelsDriven));
    const value = channelsDriven * heatWatts(classOf(amplifier), powerWatts, full, efficiencyRatio);
    const ratio = measured ? MEASURED_STD_RATIO : USUAL_STD_RATIO;
    return {
      id,
      powerWatts,
      loadOhms,
      channelsDriven,
      heat: { value, stdUncertainty: ratio * value },
      isMeasured: measured !== undefined && measured !== null,
    };
  });
};
