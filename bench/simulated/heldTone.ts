import { requirePositive } from "@/core/units";
import type { HeldTone } from "../contract";
import type { Session } from "./session";

/** Each look at the electrical side lasts this long; heat then goes on with its powers for a twentieth of the time gone. */
const LOOK_SECONDS = 0.15;
const LEAP_SHARE = 1 / 20;
const SHORTEST_LEAP_SECONDS = 0.5;
const LONGEST_LEAP_SECONDS = 30;

/**
 * Holds a tone on a bench that is switched on, hours of it in seconds: short looks at the electrical side, which follows bias, load and
 * cut-out, with leaps between them in which powers stay as they were. Steps grow with the time gone, as heating slows down, and end
 * where a cut-out, a relay or the breaker comes in between.
 * @param rateHz of the session
 * @param watch looks on after each step, and may end it early
 * @throws {RangeError} on a frequency or time that is not above zero
 */
export const heldTone = (
  session: Session,
  { frequencyHz, voltsPeak, seconds }: HeldTone,
  rateHz: number,
  watch: () => "go-on" | "end" = () => "go-on",
): void => {
  requirePositive("seconds", seconds);
  requirePositive("frequencyHz", frequencyHz);
  const look = Float64Array.from(
    { length: Math.round(LOOK_SECONDS * rateHz) },
    (_, n) => voltsPeak * Math.sin((2 * Math.PI * frequencyHz * n) / rateHz),
  );
  while (session.now.seconds < seconds) {
    session.play(look);
    const leap = Math.min(
      LONGEST_LEAP_SECONDS,
      Math.max(SHORTEST_LEAP_SECONDS, LEAP_SHARE * session.now.seconds),
    );
    session.leap(Math.min(leap, Math.max(0, seconds - session.now.seconds)));
    if (watch() === "end") break;
  }
};
