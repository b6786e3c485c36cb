import type { SoakPoint, SoakRequest, SoakRecording } from "../contract";
import { heldTone } from "./heldTone";
import { switchOn } from "./record";
import type { SimulatedRig } from "./rig/rig";
import type { SessionState } from "./session";

/** That of every recording, so that a soak heats as one does. */
const RATE_HZ = 192_000;

/** What the simulated bench tells of a moment: all of it. */
type SimulatedPoint = { [K in keyof SoakPoint]: NonNullable<SoakPoint[K]> } & {
  junctionCelsius: number;
  dissipatedWatts: number;
};

/**
 * Hours of heat in seconds.
 * @param watch looks on, and may end it early
 * @throws {RangeError} on a level, frequency or time that is not above zero
 * @see heldTone
 */
export const soak = (
  rig: SimulatedRig,
  { drives, ...tone }: SoakRequest,
  seed: number,
  watch: (point: SimulatedPoint) => "go-on" | "end" = () => "go-on",
): SoakRecording & { points: readonly SimulatedPoint[] } => {
  const session = switchOn(rig, { drives, sampleRateHz: RATE_HZ }, seed);
  const points = [pointOf(session.now)];
  heldTone(session, tone, RATE_HZ, () => {
    points.push(pointOf(session.now));
    return watch(points[points.length - 1]);
  });
  return {
    points,
    events: session.events.map(({ seconds: at, event }) => ({ seconds: at, event })),
  };
};

const pointOf = ({
  seconds,
  temperatures,
  loadCelsius,
  loadWatts,
  dissipatedWatts,
  mains,
  isCutOut,
}: SessionState): SimulatedPoint => ({
  seconds,
  ...temperatures,
  loadCelsius: Math.max(...loadCelsius),
  loadWatts: [...loadWatts],
  dissipatedWatts,
  mainsWatts: mains.watts,
  mainsAmperes: mains.amperesRms,
  isCutOut,
});
