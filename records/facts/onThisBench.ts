import { assessNetwork } from "@/core/load";
import { RUN_KINDS } from "@/core/run";
import type { Evidence, EvidenceChannel } from "@/core/verdict";
import type { Load, LoadChannel, RigSettings } from "@/records";

/** Room temperature at which resistors were read. Common practice. */
const ROOM_CELSIUS = 22;

/** No load takes more: what says so is no reading. */
const MOST_WATTS = 1e6;

/** The load channel that a run worked into, by its ohms. */
const loadChannelOf = ({ loadOhms }: EvidenceChannel, loads: readonly Load[]): LoadChannel | null =>
  loads
    .flatMap(({ channels }) => channels)
    .find(({ ohms, network }) => network && Math.abs(ohms / loadOhms - 1) < 1e-6) ?? null;

/** The most that the channel gave in this run, in watts; 0 where it is unknown. */
const mostWatts = ({ levels = [], figures = [] }: EvidenceChannel): number =>
  Math.max(
    0,
    ...levels.map(({ powerWatts }) => powerWatts),
    ...figures.flatMap(({ quantity, value }) =>
      quantity === "watts" && value !== null ? [value] : [],
    ),
  );

/**
 * By how much the ohms of a load had drifted when a run ended, from the heat of its resistors: the run's usual length at its mean
 * power. 0 for a load whose resistors are not known.
 */
const driftOf = (
  kind: Evidence["kind"],
  channel: EvidenceChannel,
  loads: readonly Load[],
): number => {
  const known = loadChannelOf(channel, loads)?.network;
  const { seconds, meanRatio } = RUN_KINDS[kind].plan;
  const watts = meanRatio * mostWatts(channel);
  if (!known || !(watts > 0) || watts > MOST_WATTS) return 0;
  const { driftRatio } = assessNetwork(known.network, known.resistors, {
    targetOhms: channel.loadOhms,
    watts,
    seconds,
    ambientCelsius: ROOM_CELSIUS,
    channelCount: 1,
  });
  return Math.abs(driftRatio);
};

/**
 * A run with what the bench adds to it: the drift of its hot load, and the distortion of the rig itself. A run on the simulated bench
 * has another rig.
 */
export const onThisBench = (
  evidence: Evidence,
  { loads, rig }: { loads: readonly Load[]; rig: Pick<RigSettings, "loop"> },
): Evidence => ({
  ...evidence,
  ...(rig.loop && evidence.source !== "simulated"
    ? { rigFloorRatio: rig.loop.thdPlusNoiseRatio }
    : {}),
  channels: evidence.channels.map((channel) => ({
    ...channel,
    loadDriftRatio: driftOf(evidence.kind, channel, loads),
  })),
});
