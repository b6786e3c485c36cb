/** Volts a factor of e in current of a silicon junction with an emission coefficient of 1.7. @see Sedra, Smith, Microelectronic Circuits, junction diodes (from memory) */
export const JUNCTION_VOLTS = 0.044;
/** Less counts as none: a thousandth of what would show in any reading. */
const LEAST_AMPERES = 1e-6;
/** Newton's method comes to within parts in a million in four or five steps; it starts at the currents of a fixed drop. */
const MOST_STEPS = 8;
const SETTLED_RATIO = 1e-6;
/** Of a current that shrinks, what one step leaves at least: a logarithm bends most near nothing. */
const LEAST_LEFT_RATIO = 0.1;

/**
 * Amperes through two diodes on a shared resistance, each of which feeds a reservoir. A diode's drop grows with the logarithm of
 * its current, so that small pulses are lower and longer than a fixed drop would make them.
 * @param over volts above each reservoir, less a diode's drop at 1 A
 * @param ohms of each way, without the shared part
 * @param into receives the amperes, in place: it is called for every few samples
 */
export const rectify = (
  [overFirst, overSecond]: readonly [number, number],
  ohms: number,
  sharedOhms: number,
  into: [first: number, second: number],
): void => {
  const least = JUNCTION_VOLTS * Math.log(LEAST_AMPERES);
  if (overFirst < least && overSecond < least) {
    into[0] = into[1] = 0;
    return;
  }
  const whole = ohms + sharedOhms;
  let first = Math.max(LEAST_AMPERES, overFirst / whole),
    second = Math.max(LEAST_AMPERES, overSecond / whole);
  for (let step = 0; step < MOST_STEPS; step++) {
    const shared = sharedOhms * (first + second);
    const missFirst = overFirst - ohms * first - shared - JUNCTION_VOLTS * Math.log(first),
      missSecond = overSecond - ohms * second - shared - JUNCTION_VOLTS * Math.log(second);
    const slopeFirst = whole + JUNCTION_VOLTS / first,
      slopeSecond = whole + JUNCTION_VOLTS / second;
    const scale = 1 / (slopeFirst * slopeSecond - sharedOhms * sharedOhms);
    const moreFirst = (slopeSecond * missFirst - sharedOhms * missSecond) * scale,
      moreSecond = (slopeFirst * missSecond - sharedOhms * missFirst) * scale;
    first = Math.max(LEAST_LEFT_RATIO * Math.max(first, LEAST_AMPERES), first + moreFirst);
    second = Math.max(LEAST_LEFT_RATIO * Math.max(second, LEAST_AMPERES), second + moreSecond);
    if (
      Math.abs(moreFirst) < SETTLED_RATIO * first + LEAST_AMPERES &&
      Math.abs(moreSecond) < SETTLED_RATIO * second + LEAST_AMPERES
    )
      break;
  }
  into[0] = first;
  into[1] = second;
};
