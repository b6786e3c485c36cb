import { requirePositive } from "../units";
import type { Assumptions, Ceiling, Forecast, ForecastCase, ForecastFacts } from "./types";

/**
 * The limits on output before anything is connected, per channel with all driven at once. The lowest one names what will limit the
 * amplifier.
 * @param facts what is known; unknown facts leave their ceiling out, and are listed
 * @throws {RangeError} on a load or a count of channels that is not above zero
 * @see common practice of the trade, by energy balance and Ohm's law; class ceilings: Gray et al., Analysis and Design of
 *   Analog Integrated Circuits, chapter 5 (from memory)
 */
export const forecast = (
  facts: ForecastFacts,
  assumptions: Assumptions,
  { loadOhms, channelsDriven }: ForecastCase,
): Forecast => {
  requirePositive("loadOhms", loadOhms);
  requirePositive("channelsDriven", channelsDriven);
  const found = [
    supplyPower(facts, assumptions, channelsDriven),
    railVoltage(facts, assumptions, loadOhms),
    outputCurrent(assumptions, loadOhms),
    inputDrive(facts, loadOhms),
    mains(assumptions, channelsDriven),
  ];
  const ceilings = found
    .filter((ceiling) => ceiling !== null)
    .sort((left, right) => left.watts - right.watts);
  // The mains ceiling is always there; without any fact about the amplifier it would be taken for a forecast.
  const isKnown = ceilings.some(({ kind }) => kind !== "mains");
  const lowest = (read: (ceiling: Ceiling) => number) =>
    isKnown
      ? ceilings.reduce((best, ceiling) => (read(ceiling) < read(best) ? ceiling : best))
      : null;
  return {
    ceilings,
    unknown: [
      ...(facts.supplyWatts === null ? ["supply-power" as const] : []),
      ...(facts.supplyVolts === null ? ["supply-voltage" as const] : []),
      ...(facts.isBridgeTied === null && facts.supplyVolts !== null && !facts.isSplitSupply
        ? ["bridge-tied" as const]
        : []),
      ...(facts.gainRatio === null ? ["gain" as const] : []),
      ...(facts.sourceVoltsRms === null ? ["source-level" as const] : []),
    ],
    limiter: lowest(({ watts }) => watts),
    burstLimiter: lowest(({ burstWatts }) => burstWatts),
  };
};

const supplyPower = (
  { supplyWatts }: ForecastFacts,
  { efficiencyRatio, houseKeepingWatts, burstRatio }: Assumptions,
  channelsDriven: number,
): Ceiling | null => {
  if (supplyWatts === null) return null;
  const watts = (Math.max(0, supplyWatts - houseKeepingWatts) * efficiencyRatio) / channelsDriven;
  const burstWatts =
    (Math.max(0, supplyWatts * burstRatio - houseKeepingWatts) * efficiencyRatio) / channelsDriven;
  return {
    kind: "supply-power",
    watts,
    burstWatts,
    supplyWatts,
    houseKeepingWatts,
    efficiencyRatio,
    channelsDriven,
    burstRatio,
  };
};

const railVoltage = (
  { supplyVolts, isSplitSupply, isBridgeTied: known, stageClass }: ForecastFacts,
  { deviceVolts }: Assumptions,
  loadOhms: number,
): Ceiling | null => {
  if (supplyVolts === null || stageClass === "transformer") return null;
  const isBridgeTied = known ?? !isSplitSupply;
  // One supply: a bridge swings all of it either way, a single output half of it. Two rails: a bridge swings both.
  const swing = (isBridgeTied ? 1 : 0.5) * (isSplitSupply ? 2 : 1);
  const kept = (isBridgeTied ? 2 : 1) * deviceVolts;
  const peak = Math.max(0, swing * supplyVolts - kept);
  const watts = peak ** 2 / 2 / loadOhms;
  return {
    kind: "rail-voltage",
    watts,
    burstWatts: watts,
    supplyVolts,
    swingRatio: swing,
    isAssumed: known === null && isBridgeTied,
    deviceVolts: kept,
    peakVolts: peak,
    loadOhms,
  };
};

const outputCurrent = ({ outputAmperesPeak }: Assumptions, loadOhms: number): Ceiling | null => {
  if (outputAmperesPeak === null) return null;
  const watts = (outputAmperesPeak ** 2 * loadOhms) / 2;
  return {
    kind: "output-current",
    watts,
    burstWatts: watts,
    amperesPeak: outputAmperesPeak,
    loadOhms,
  };
};

const inputDrive = (
  { gainRatio, sourceVoltsRms }: ForecastFacts,
  loadOhms: number,
): Ceiling | null => {
  if (gainRatio === null || sourceVoltsRms === null) return null;
  const volts = gainRatio * sourceVoltsRms;
  const watts = volts ** 2 / loadOhms;
  return {
    kind: "input-drive",
    watts,
    burstWatts: watts,
    sourceVoltsRms,
    gainRatio,
    outputVoltsRms: volts,
    loadOhms,
  };
};

/** Bursts of 20 ms pass a breaker. */
const mains = (
  { mainsVolts, breakerAmperes, powerFactor, efficiencyRatio, houseKeepingWatts }: Assumptions,
  channelsDriven: number,
): Ceiling => {
  const inputWatts = mainsVolts * breakerAmperes * powerFactor;
  const watts = (Math.max(0, inputWatts - houseKeepingWatts) * efficiencyRatio) / channelsDriven;
  return {
    kind: "mains",
    watts,
    burstWatts: Infinity,
    mainsVolts,
    breakerAmperes,
    powerFactor,
    inputWatts,
    houseKeepingWatts,
    efficiencyRatio,
    channelsDriven,
  };
};
