import { demandsAt, forecast } from "@/core/forecast";
import {
  allowedSeconds,
  bodySeconds,
  mostCelsius,
  networkOhms,
  networkShares,
  surfaceKelvinPerWatt,
  type PowerResistor,
} from "@/core/load";
import { heatWatts } from "@/core/heat";
import {
  measuredSink,
  usualSink,
  type HeatBody,
  type HeatModel,
  type MeasuredSink,
  type PlanFacts,
  type PlannedRun,
} from "@/core/plan";
import { RUN_KINDS } from "@/core/run";
import { formatFixed } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { Amplifier, StatedPower, Details, ForecastSettings, Load, Plan } from "@/records";
import { assumptionsOf, classOf, forecastFacts, supplyFor } from "./forecastFacts";
import { isNearLoad } from "@/core/power";
import { setupChoices } from "./setup";
import { takenLevel, type FoundLimit } from "./takenLevel";

/** The records that a plan is made from. */
export type PlanRecords = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  details: Details;
  forecastSettings: ForecastSettings;
  isBridged: boolean;
  /** The air of the workshop. */
  roomCelsius: number;
  /** What sweeps have found already. */
  found?: readonly FoundLimit[];
  /** What a soak has found of its cooling; null before one. */
  sink?: MeasuredSink | null;
};

/** Where neither a forecast nor a claim says anything a plan begins gently. Chosen here. */
const UNKNOWN_WATTS = 10;

/** Most watts to expect of a channel: the smaller of what was found and what is claimed; before either, by the forecast. */
export const expectedWatts = ({
  amplifier,
  claims,
  details,
  forecastSettings,
  found = [],
}: PlanRecords) => {
  const facts = forecastFacts(
    amplifier,
    details,
    supplyFor(details, forecastSettings.supplyName),
    forecastSettings.sourceVoltsRms ?? null,
  );
  const assumptions = assumptionsOf(amplifier, forecastSettings);
  return (loadOhms: number, channelsDriven: number): number => {
    const taken = takenLevel(loadOhms, claims, found);
    if (taken?.from === "found") return taken.watts;
    return (
      forecast(facts, assumptions, { loadOhms, channelsDriven }).limiter?.watts ??
      taken?.watts ??
      UNKNOWN_WATTS
    );
  };
};

export const planFacts = (records: PlanRecords): PlanFacts => {
  const { amplifier, claims, loads, details, isBridged } = records;
  const { supplies, switches, canBridge } = setupChoices(details);
  return {
    claims,
    channelCount: amplifier.channelCount,
    loadOhms: loads.map(({ nominalOhms }) => nominalOhms),
    otherSupplies: supplies.slice(1),
    switches,
    hasBridging: isBridged || canBridge,
    expectedWatts: expectedWatts(records),
  };
};

/** A load whose resistors were not written down is taken for one wire-wound tube of 200 W. */
const UNKNOWN_LOAD: Omit<PowerResistor, "name" | "ohms"> = {
  ohmsStdUncertainty: 0,
  ratedWatts: 200,
  construction: "wire-wound",
  cooling: "free air",
  overloadRatio: 10,
  overloadSeconds: 5,
  perCelsius: 0,
  henries: 0,
  timeConstantSeconds: null,
};

type Heated = {
  resistor: PowerResistor;
  /** Share of a channel's watts, by load and channel. */ shares: {
    loadOhms: number;
    channel: number;
    share: number;
  }[];
};

/** Every resistor of every load, once, though it may serve in several. */
const heatedResistors = (loads: readonly Load[]): Heated[] => {
  const byName = new Map<string, Heated>();
  const note = (resistor: PowerResistor, loadOhms: number, channel: number, share: number) => {
    const known = byName.get(resistor.name) ?? { resistor, shares: [] };
    known.shares.push({ loadOhms, channel, share });
    byName.set(resistor.name, known);
  };
  for (const { nominalOhms, channels } of loads)
    channels.forEach(({ ohms, network }, channel) => {
      if (!network)
        return note(
          { ...UNKNOWN_LOAD, name: `${nominalOhms} Ω ${channelLetter(channel)}`, ohms },
          nominalOhms,
          channel,
          1,
        );
      const values = network.resistors.map((each) => each.ohms);
      if (networkOhms(network.network, values) > 0)
        for (const { index, share } of networkShares(network.network, values))
          note(network.resistors[index], nominalOhms, channel, share);
    });
  return [...byName.values()];
};

const meanWatts = ({ kind, watts }: PlannedRun): number => watts * RUN_KINDS[kind].plan.meanRatio;

const wattsInResistor = ({ shares }: Heated, run: PlannedRun): number =>
  Math.max(
    0,
    ...shares
      .filter(
        ({ loadOhms, channel }) =>
          isNearLoad(loadOhms, run.loadOhms) && channel < run.channelsDriven,
      )
      .map(({ share }) => share * meanWatts(run)),
  );

/** Watts of heat in the amplifier while so many channels give so much into a load. */
const heatIn = (records: PlanRecords) => {
  const { amplifier, forecastSettings } = records;
  const { efficiencyRatio } = assumptionsOf(amplifier, forecastSettings);
  const expected = expectedWatts(records);
  return (outputWatts: number, loadOhms: number, channels: number): number =>
    channels *
    heatWatts(classOf(amplifier), outputWatts, expected(loadOhms, channels), efficiencyRatio);
};

/** The amplifier's heat sink: as a soak found it, or as is usual of what it is to give. */
export const sinkBody = (
  records: PlanRecords,
  { amplifierMostCelsius }: Pick<Plan, "amplifierMostCelsius">,
): HeatBody => {
  const { amplifier, loads, claims, sink } = records;
  if (sink) return measuredSink(sink, amplifierMostCelsius);
  const { channelCount } = amplifier;
  const usualOhms = claims[0]?.loadOhms ?? loads[0]?.nominalOhms ?? 8;
  const eighth = expectedWatts(records)(usualOhms, channelCount) / 8;
  return usualSink(heatIn(records)(eighth, usualOhms, channelCount), amplifierMostCelsius);
};

/** The amplifier's sink and every resistor, with what each run puts into them. */
export const heatModel = (
  records: PlanRecords,
  plan: Pick<Plan, "amplifierMostCelsius">,
): HeatModel => {
  const { loads, roomCelsius: ambientCelsius } = records;
  const heatOf = heatIn(records);
  const resistors = heatedResistors(loads);
  const bodies: HeatBody[] = [
    sinkBody(records, plan),
    ...resistors.map(({ resistor }) => ({
      name: resistor.name,
      kelvinPerWatt: surfaceKelvinPerWatt(resistor),
      timeConstantSeconds: bodySeconds(resistor),
      mostCelsius: mostCelsius(resistor, ambientCelsius),
    })),
  ];
  return {
    ambientCelsius,
    bodies,
    wattsInto: (run) => [
      heatOf(meanWatts(run), run.loadOhms, run.channelsDriven),
      ...resistors.map((each) => wattsInResistor(each, run)),
    ],
  };
};

/** What is wrong with a run beyond its heat, in words: breaker, overload of a resistor, no load for it. */
export const runTroubles = (run: PlannedRun, records: PlanRecords): string[] => {
  const { amplifier, loads, details, forecastSettings } = records;
  const facts = forecastFacts(
    amplifier,
    details,
    supplyFor(details, forecastSettings.supplyName),
    null,
  );
  const troubles: string[] = [];
  if (run.watts > 0 && RUN_KINDS[run.kind].plan.meanRatio > 0.1) {
    const { mainsAmperes, marginAmperes } = demandsAt(
      run.watts,
      facts,
      assumptionsOf(amplifier, forecastSettings),
      { loadOhms: run.loadOhms, channelsDriven: run.channelsDriven },
    );
    if (marginAmperes < 0)
      troubles.push(
        `takes ${formatFixed(mainsAmperes, 1)} A from the mains, more than the breaker rating`,
      );
  }
  const load = loads.find(({ nominalOhms }) => isNearLoad(nominalOhms, run.loadOhms));
  if (!load) troubles.push(`no ${run.loadOhms} Ω load is built yet`);
  else if (load.channels.length < run.channelsDriven)
    troubles.push(
      `the ${run.loadOhms} Ω load has ${load.channels.length === 1 ? "one channel" : `${load.channels.length} channels`} only`,
    );
  for (const heated of heatedResistors(loads)) {
    const allowed = allowedSeconds(heated.resistor, wattsInResistor(heated, run));
    if (allowed < run.seconds)
      troubles.push(`${heated.resistor.name} takes it for ${Math.floor(allowed)} s only`);
  }
  return troubles;
};
