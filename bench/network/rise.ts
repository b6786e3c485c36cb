import { dbToAmplitudeRatio } from "@/core/units";
import type { RecordingMoment, Watch, Wiring } from "../contract";
import type { InstrumentSession, Seen } from "./InstrumentSession";
import { momentSeen } from "./moments";
import type { NetworkSetup } from "./setup";

/** A look at one level: some cycles of the mains' ripple. */
const LOOK_SECONDS = 0.1;
/** A level that was looked at is gone beyond by no more than this without another look. */
export const STEP_DB = 6;
const SAME_RATIO = 1.02;
/** Ranges are chosen with room above what is expected. */
const HEADROOM = 1.3;
/** The rate of a look: enough for the harmonics that count. */
const LOOK_HERTZ = 192_000;

/** An amplifier at the instruments, and what is known of it by now. */
export type AmplifierSeen = {
  setup: NetworkSetup;
  wiring: Wiring;
  /** Output over input at small signals. */
  gainRatio: number;
  /** Peak volts at its input at which no guard has had a word to say. */
  highestSeen: number;
  /** The last look with all channels driven. */
  lastSeen: Seen | null;
};

/** A tone of which something is to be seen. */
export type SoughtTone = { hertz: number; voltsPeak: number; drives: readonly boolean[] };

/** The range for so many volts at the input. */
export const rangeFor = (
  { wiring, gainRatio }: Pick<AmplifierSeen, "wiring" | "gainRatio">,
  voltsPeak: number,
): { rangeVolts: number; isFixed: boolean } =>
  wiring.rangeVolts > 0
    ? { rangeVolts: wiring.rangeVolts, isFixed: true }
    : { rangeVolts: HEADROOM * Math.abs(gainRatio) * voltsPeak, isFixed: false };

/** A short look at a tone, which goes on playing. @throws {InstrumentFault} */
export const lookAt = async (
  desk: InstrumentSession,
  amplifier: AmplifierSeen,
  tone: SoughtTone,
): Promise<Seen> => {
  await desk.play(desk.outputsFor(tone.drives), tone.hertz, tone.voltsPeak);
  const seen = await desk.record({
    ...rangeFor(amplifier, tone.voltsPeak),
    seconds: LOOK_SECONDS,
    sampleRateHz: LOOK_HERTZ,
  });
  // The ratio between the channels is read with all of them playing.
  if (tone.drives.every(Boolean)) amplifier.lastSeen = seen;
  return seen;
};

/** What a look comes to for whoever watches. */
export const lookMoment = (
  { wiring }: AmplifierSeen,
  seen: Seen,
  voltsPeak: number,
  seconds: number,
): RecordingMoment =>
  momentSeen(seen, {
    seconds,
    doneRatio: 0,
    driveVoltsRms: voltsPeak / Math.SQRT2,
    loadOhms: wiring.loadOhms,
  });

/**
 * Goes up to a level in steps of 6 dB at most, with a look at each, no faster than the output may rise. Nothing is done where that level
 * was seen before.
 * @returns what was seen where somebody who watches ended it, the outputs being off then; null where it got there
 */
export const rise = async (
  desk: InstrumentSession,
  amplifier: AmplifierSeen,
  tone: SoughtTone,
  watch: Watch,
): Promise<Seen | null> => {
  while (tone.voltsPeak > SAME_RATIO * amplifier.highestSeen) {
    const voltsPeak = Math.min(tone.voltsPeak, dbToAmplitudeRatio(STEP_DB) * amplifier.highestSeen);
    const seen = await lookAt(desk, amplifier, { ...tone, voltsPeak });
    // What is to be recorded has not begun yet.
    const moment = lookMoment(amplifier, seen, voltsPeak, 0);
    if (watch(moment) === "end") {
      await desk.silence();
      return seen;
    }
    amplifier.highestSeen = voltsPeak;
    await desk.wait(STEP_DB / amplifier.setup.riseDbPerSecond);
  }
  return null;
};
