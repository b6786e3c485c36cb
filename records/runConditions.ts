import { COVERAGE_FACTOR } from "@/core/power";
import { TONE_DEFAULTS } from "@/core/distortion";
import { ohmsStdUncertainty, type Load } from "./load";
import type { Confirmation } from "./rig";
import type { ReadWith } from "./readWith";
import type { RunConditions } from "./run";
import type { Setup } from "./setup";

export type ConditionFacts = {
  load: Load;
  /** Of the load's channels those that are read, from 0; all of them where it is left out. */
  places?: readonly number[];
  channelsDriven: number;
  fullScaleVolts: number;
  mainsHz: number;
  voltsAccuracyRatio: number;
  /** Risky cautions confirmed before power; nothing real is driven on the simulated bench. */ confirmations?: readonly Confirmation[];
  settings?: RunConditions["settings"];
  /** Supply, switches, input and connection, with the words for them. */
  setUp?: Pick<RunConditions, "setup" | "setting" | "inputUsed">;
  set?: RunConditions["set"] | null;
  level?: RunConditions["level"] | null;
  readWith?: ReadWith;
};

/** Stated only where the load is not a plain resistor. */
const kindOf = ({ kind }: Load): Pick<RunConditions, "loadKind"> =>
  kind && kind !== "resistor" ? { loadKind: kind } : {};

/**
 * Which output is read through each channel of a load: its own where the load has one for every output, else those that are driven, in
 * their order.
 */
export const outputsOn = (
  { channels }: Pick<Load, "channels">,
  driven: readonly number[],
): ((k: number) => number) =>
  driven.length > 0 && Math.max(...driven) >= channels.length ? (k) => driven[k] ?? k : (k) => k;

/**
 * Which channels of a load a run plays into: those of the outputs that are driven where it is known which, else as many as are driven,
 * from the first; joined outputs have one load between them.
 */
export const placesPlayed = (
  load: Pick<Load, "channels">,
  channelsDriven: number,
  { driven, connection }: Pick<Setup, "driven" | "connection">,
): number[] => {
  const outputOf = outputsOn(load, driven);
  const all = load.channels.map((_, k) => k);
  const isNamed = driven.length > 0 && connection === "normal";
  const played = isNamed ? all.filter((k) => driven.includes(outputOf(k))) : all;
  return played.slice(0, connection === "normal" ? channelsDriven : 1);
};

/**
 * Conditions of a run from the load and what was declared. A channel that the load does not have is left out, which the analysis then
 * reports.
 */
export const runConditions = ({
  load,
  places,
  channelsDriven,
  fullScaleVolts,
  mainsHz,
  voltsAccuracyRatio,
  confirmations,
  settings,
  setUp,
  set,
  level,
  readWith,
}: ConditionFacts): RunConditions => ({
  nominalOhms: load.nominalOhms,
  ...kindOf(load),
  fullScaleVolts,
  mainsHz,
  band: TONE_DEFAULTS.band,
  channelsDriven,
  ...(confirmations && confirmations.length > 0 ? { confirmations: [...confirmations] } : {}),
  ...(settings ? { settings } : {}),
  ...(setUp?.setup ? { setup: setUp.setup } : {}),
  ...(setUp?.setting ? { setting: setUp.setting } : {}),
  ...(setUp?.inputUsed ? { inputUsed: setUp.inputUsed } : {}),
  ...(set ? { set } : {}),
  ...(level ? { level } : {}),
  ...(readWith ? { readWith } : {}),
  channels: load.channels.flatMap((channel, k) =>
    places && !places.includes(k)
      ? []
      : {
          channelIndex: outputsOn(load, setUp?.setup?.driven ?? [])(k),
          loadOhms: channel.ohms,
          loadOhmsStdUncertainty: ohmsStdUncertainty(channel),
          voltsStdUncertaintyRatio: voltsAccuracyRatio / COVERAGE_FACTOR,
        },
  ),
});
