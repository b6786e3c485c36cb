import { analyseBursts, type BurstReading } from "../burst";
import type { Caution } from "../caution";
import { type Outcome } from "../outcome";
import { amplitudeRatioToDb, formatSignificant } from "../units";
import type { BurstCycles, Recorded } from "./types";
import type { ChannelConditions } from "../power";

/** The bursts on one channel of a recording. */
export const burstReadingOf = (
  { volts, sampleRateHz }: Recorded,
  channel: number,
  load: ChannelConditions,
): Outcome<BurstReading> => analyseBursts(volts[channel], sampleRateHz, load);

/** Published bursts stand 20 dB above what lies between; a limit that bends them lets them stand less. @see CTA-2006 (from memory) */
const MOST_STEP_RATIO = 20;

/** What is to be said of bursts between which next to nothing was played. @param figures names of those that come from them */
export const silenceBetween = (
  { stepRatio }: BurstReading,
  figures: readonly { name: string }[],
): Caution[] =>
  stepRatio <= MOST_STEP_RATIO
    ? []
    : [
        {
          code: "other-tones",
          text: `The level between the bursts is ${Number.isFinite(stepRatio) ? `${formatSignificant(amplitudeRatioToDb(stepRatio), 2)} dB lower` : "zero"}; the standard burst has 20 dB. The supply recovers in between, which raised the reading by up to 0.4 dB on simulated amplifiers. Play the standard burst for evidence.`,
          touches: figures.map(({ name }) => name),
        },
      ];

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
