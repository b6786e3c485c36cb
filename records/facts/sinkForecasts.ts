import type { SinkFacts } from "@/core/drive";
import type { Plan } from "@/records";
import { assumptionsOf, classOf } from "./forecastFacts";
import { expectedWatts, sinkBody, type PlanRecords } from "./planFacts";

/** What an amplifier's heat sink is predicted by, with each load and number of channels. Plain data. */
export type SinkForecasts = {
  sink: Omit<SinkFacts, "fullWatts">;
  /** Full output of a channel, by load; with one channel driven, with two, and so on. */
  full: readonly { loadId: string; watts: readonly number[] }[];
};

/** The sink as plans take it, for guards that no thermometer tells. */
export const sinkForecasts = (
  records: PlanRecords,
  plan: Pick<Plan, "amplifierMostCelsius">,
): SinkForecasts => {
  const { amplifier, forecastSettings, loads, roomCelsius } = records;
  const { kelvinPerWatt, timeConstantSeconds } = sinkBody(records, plan);
  const expected = expectedWatts(records);
  return {
    sink: {
      stageClass: classOf(amplifier),
      efficiencyRatio: assumptionsOf(amplifier, forecastSettings).efficiencyRatio,
      kelvinPerWatt,
      timeConstantSeconds,
      roomCelsius,
      isMeasured: Boolean(records.sink),
    },
    full: loads.map(({ id, nominalOhms }) => ({
      loadId: id,
      watts: Array.from({ length: amplifier.channelCount }, (_, k) => expected(nominalOhms, k + 1)),
    })),
  };
};

/** The same with one load; null where the load is not among them. */
export const sinkOn = (
  { sink, full }: SinkForecasts,
  loadId: string,
  channelsDriven: number,
): SinkFacts | null => {
  const watts = full.find((each) => each.loadId === loadId)?.watts;
  const fullWatts = watts?.[Math.min(channelsDriven, watts.length) - 1];
  return fullWatts === undefined ? null : { ...sink, fullWatts };
};
