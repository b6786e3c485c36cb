import { analyseBursts, type BurstReading } from "../burst";
import { type Outcome } from "../outcome";
import type { BurstCycles, Recorded } from "./types";
import type { ChannelConditions } from "../power";

/** The bursts on one channel of a recording. */
export const burstReadingOf = (
  { volts, sampleRateHz }: Recorded,
  channel: number,
  load: ChannelConditions,
): Outcome<BurstReading> => analyseBursts(volts[channel], sampleRateHz, load);

/** The weakest burst, cycle by cycle. */
export const cyclesOf = ({ bursts, frequencyHz }: BurstReading, label: string): BurstCycles => {
  const weakest = bursts.reduce((least, each) =>
    (each.cycles.at(-1)?.powerWatts ?? 0) < (least.cycles.at(-1)?.powerWatts ?? 0) ? each : least,
  );
  return {
    label,
    cycleSeconds: 1 / frequencyHz,
    powerWatts: weakest.cycles.map(({ powerWatts }) => powerWatts),
    flattened: weakest.cycles.map(({ flattened }) => flattened),
    lastCleanCycle: weakest.lastCleanCycle,
  };
};
