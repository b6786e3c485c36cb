import { voltsForPower } from "../power";
import { amplitudeRatioToDb } from "../units";
import { forecast } from "./forecast";
import type { Assumptions, CeilingKind, ForecastCase, ForecastFacts, Outlook } from "./types";

/**
 * Can the claim be true? It is tried as claimed, then with less and less asked of it: in bursts only, with one channel, or
 * as the total of all channels.
 * Definition: the first of the lesser demands that can be true names the outlook.
 */
export const outlookFor = (
  powerWatts: number,
  facts: ForecastFacts,
  assumptions: Assumptions,
  where: ForecastCase,
): Outlook => {
  const all = forecast(facts, assumptions, where);
  if (!all.limiter || !all.burstLimiter) return "not-known";
  if (all.limiter.watts >= powerWatts) return "possible";
  const one = forecast(facts, assumptions, { ...where, channelsDriven: 1 });
  if (where.channelsDriven > 1 && one.limiter && one.limiter.watts >= powerWatts)
    return "one-channel-only";
  if (all.burstLimiter.burstWatts >= powerWatts) return "bursts-only";
  return where.channelsDriven > 1 && all.limiter.watts * where.channelsDriven >= powerWatts
    ? "sum-of-channels-only"
    : "impossible";
};

/** What a supply of so many times the power would buy, up to the next ceiling. */
export type BiggerSupply = {
  timesPower: number;
  watts: number;
  gainDb: number;
  limitedBy: CeilingKind;
};

/** Definition: the same forecast, the supply apart. */
export const withBiggerSupply = (
  facts: ForecastFacts,
  assumptions: Assumptions,
  where: ForecastCase,
  timesPower: number,
): BiggerSupply | null => {
  const now = forecast(facts, assumptions, where).limiter;
  if (!now || facts.supplyWatts === null) return null;
  const then = forecast(
    { ...facts, supplyWatts: facts.supplyWatts * timesPower },
    assumptions,
    where,
  ).limiter;
  return (
    then && {
      timesPower,
      watts: then.watts,
      gainDb: amplitudeRatioToDb(Math.sqrt(then.watts / now.watts)),
      limitedBy: then.kind,
    }
  );
};

/** Drive and mains at a power on each channel. */
export type Demands = {
  inputVoltsRms: number | null;
  outputVoltsRms: number;
  outputAmperesPeak: number;
  mainsWatts: number;
  mainsAmperes: number;
  marginAmperes: number;
};

/** Definition: from least to most is asked of the amplifier. */
export const demandsAt = (
  powerWatts: number,
  { gainRatio }: ForecastFacts,
  { efficiencyRatio, houseKeepingWatts, mainsVolts, powerFactor, breakerAmperes }: Assumptions,
  { loadOhms, channelsDriven }: ForecastCase,
): Demands => {
  const outputVoltsRms = voltsForPower(powerWatts, loadOhms);
  const mainsWatts = (powerWatts * channelsDriven) / efficiencyRatio + houseKeepingWatts;
  const mainsAmperes = mainsWatts / powerFactor / mainsVolts;
  return {
    inputVoltsRms: gainRatio === null ? null : outputVoltsRms / gainRatio,
    outputVoltsRms,
    outputAmperesPeak: (outputVoltsRms * Math.SQRT2) / loadOhms,
    mainsWatts,
    mainsAmperes,
    marginAmperes: breakerAmperes - mainsAmperes,
  };
};
