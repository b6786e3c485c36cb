import { requirePositive } from "@/core/units";
import type { SoakPoint, SoakRequest, SoakRecording } from "../contract";
import { switchOn } from "./record";
import type { Rig } from "./rig/rig";
import type { SessionState } from "./session";

/** Each look at the electrical side lasts this long; heat then goes on with its powers for a twentieth of the time gone. */
const LOOK_SECONDS = 0.15;
const LEAP_SHARE = 1 / 20;
const SHORTEST_LEAP_SECONDS = 0.5;
const LONGEST_LEAP_SECONDS = 30;
const RATE_HZ = 192_000;

/**
 * Hours of heat in seconds: short looks at the electrical side, which follows bias, load and cut-out, with leaps between them in
 * which powers stay as they were. Steps grow with the time gone, as heating slows down, and end where a cut-out, a relay or the
 * breaker comes in between.
 * @param watch looks on, and may end it early
 * @throws {RangeError} on a level, frequency or time that is not above zero
 */
export const soak = (
  rig: Rig,
  { frequencyHz, voltsPeak, seconds, drives }: SoakRequest,
  seed: number,
  watch: (point: SoakPoint) => "go-on" | "end" = () => "go-on",
): SoakRecording => {
  requirePositive("seconds", seconds);
  requirePositive("frequencyHz", frequencyHz);
  const session = switchOn(rig, { drives, sampleRateHz: RATE_HZ }, seed);
  const look = Float64Array.from(
    { length: LOOK_SECONDS * RATE_HZ },
    (_, n) => voltsPeak * Math.sin((2 * Math.PI * frequencyHz * n) / RATE_HZ),
  );
  const points = [pointOf(session.now)];
  while (session.now.seconds < seconds) {
    session.play(look);
    const leap = Math.min(
      LONGEST_LEAP_SECONDS,
      Math.max(SHORTEST_LEAP_SECONDS, LEAP_SHARE * session.now.seconds),
    );
    session.leap(Math.min(leap, Math.max(0, seconds - session.now.seconds)));
    points.push(pointOf(session.now));
    if (watch(points[points.length - 1]) === "end") break;
  }
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
}: SessionState) => ({
  seconds,
  ...temperatures,
  loadCelsius: Math.max(...loadCelsius),
  loadWatts: [...loadWatts],
  dissipatedWatts,
  mainsWatts: mains.watts,
  mainsAmperes: mains.amperesRms,
  isCutOut,
});
