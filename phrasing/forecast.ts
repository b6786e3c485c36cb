import {
  forecast,
  type Assumptions,
  type Ceiling,
  type CeilingKind,
  type ForecastCase,
  type ForecastFacts,
  type ForecastGap,
  type Outlook,
} from "@/core/forecast";
import { formatShort as number } from "@/core/units";

const NAMES: Record<CeilingKind, string> = {
  "supply-power": "the supply's power",
  "rail-voltage": "the supply's voltage",
  "output-current": "the output current",
  "input-drive": "the drive from the source",
  mains: "the mains circuit",
};

/** "the supply's power" */
export const ceilingName = (kind: CeilingKind): string => NAMES[kind];

const sharedText = (channelsDriven: number): string =>
  channelsDriven === 1 ? "" : `, shared by ${channelsDriven} channels`;

const SWINGS: Record<number, (volts: string) => string> = {
  0.5: (volts) => `half of ${volts}`,
  1: (volts) => volts,
  2: (volts) => `2 × ${volts} between the rails`,
};

/** The arithmetic of a limit: "72 W from the supply, less 4 W idle consumption, × 65 % efficiency, shared by 2 channels: 22.1 W." */
export const ceilingText = (ceiling: Ceiling): string => {
  const watts = `${number(ceiling.watts)} W`;
  switch (ceiling.kind) {
    case "supply-power":
      return `${number(ceiling.supplyWatts)} W from the supply, less ${number(ceiling.houseKeepingWatts)} W idle consumption, × ${number(100 * ceiling.efficiencyRatio)} % efficiency${sharedText(ceiling.channelsDriven)}: ${watts}. In bursts the supply may give ${number(ceiling.burstRatio)} times its rating: ${number(ceiling.burstWatts)} W.`;
    case "rail-voltage":
      return `${SWINGS[ceiling.swingRatio](`${number(ceiling.supplyVolts)} V`)}${ceiling.isAssumed ? ", if bridge-tied," : ","} less ${number(ceiling.deviceVolts)} V in the output devices, is ${number(ceiling.peakVolts)} V peak; squared, over 2 × ${number(ceiling.loadOhms)} Ω: ${watts}.`;
    case "output-current":
      return `${number(ceiling.amperesPeak)} A peak, squared, × ${number(ceiling.loadOhms)} Ω, over 2: ${watts}.`;
    case "input-drive":
      return `${number(ceiling.sourceVoltsRms)} V from the source, × ${number(ceiling.gainRatio)} gain, is ${number(ceiling.outputVoltsRms)} V; squared, over ${number(ceiling.loadOhms)} Ω: ${watts}.`;
    case "mains":
      return `${number(ceiling.mainsVolts)} V × ${number(ceiling.breakerAmperes)} A × power factor ${number(ceiling.powerFactor)} is ${number(ceiling.inputWatts)} W from the circuit, less ${number(ceiling.houseKeepingWatts)} W idle consumption, × ${number(100 * ceiling.efficiencyRatio)} %${sharedText(ceiling.channelsDriven)}: ${watts}.`;
  }
};

const GAPS: Record<ForecastGap, string> = {
  "supply-power": "the power of the supply",
  "supply-voltage": "the voltage of the supply",
  "bridge-tied": "whether the outputs are bridge-tied (assumed)",
  gain: "the gain",
  "source-level": "the source level",
};

/** A fact that the forecast lacks. */
export const forecastGapText = (gap: ForecastGap): string => GAPS[gap];

/** The forecast of a claim in one sentence. */
export const outlookText = (
  outlook: Outlook,
  powerWatts: number,
  { facts, assumptions }: { facts: ForecastFacts; assumptions: Assumptions },
  where: ForecastCase,
): string => {
  const { limiter, burstLimiter } = forecast(facts, assumptions, where);
  const claimed = `${number(powerWatts)} W`;
  if (!limiter || !burstLimiter) return `Nothing known so far limits it to less than ${claimed}.`;
  const limit = `${ceilingName(limiter.kind)} limits it to ${number(limiter.watts)} W per channel`;
  switch (outlook) {
    case "possible":
      return `${claimed} can be true: ${limit}.`;
    case "one-channel-only":
      return `${claimed} can be true only with one channel driven; with ${where.channelsDriven} driven, ${limit}.`;
    case "bursts-only":
      return `${claimed} can be true in short bursts only; continuously, ${limit}.`;
    case "sum-of-channels-only":
      return `${claimed} can be true only as the total of all channels: ${limit}.`;
    case "impossible":
      return `${claimed} cannot be true: ${limit}, and ${number(burstLimiter.burstWatts)} W in bursts.`;
    case "not-known":
      return `Nothing known so far limits it to less than ${claimed}.`;
  }
};
