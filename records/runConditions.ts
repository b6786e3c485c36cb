import { COVERAGE_FACTOR } from "@/core/power";
import { TONE_DEFAULTS } from "@/core/distortion";
import { ohmsStdUncertainty, type Load } from "./load";
import type { Confirmation } from "./rig";
import type { ReadWith } from "./readWith";
import type { RunConditions } from "./run";

export type ConditionFacts = {
  load: Load;
  channelCount: number;
  firstChannel: number;
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
 * Conditions of a run from the load and what was declared: channels of the recording in order, from the first one
 * named. A channel that the load does not have is left out, which the analysis then reports.
 */
export const runConditions = ({
  load,
  channelCount,
  firstChannel,
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
  channels: load.channels.slice(firstChannel, firstChannel + channelCount).map((channel, k) => ({
    channelIndex: outputsOn(load, setUp?.setup?.driven ?? [])(firstChannel + k),
    loadOhms: channel.ohms,
    loadOhmsStdUncertainty: ohmsStdUncertainty(channel),
    voltsStdUncertaintyRatio: voltsAccuracyRatio / COVERAGE_FACTOR,
  })),
});
