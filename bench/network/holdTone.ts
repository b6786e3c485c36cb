import { rootMeanSquare } from "@/core/numeric";
import type { HeldTone, SoakPoint, SoakRecording, SoakRequest, Watch } from "../contract";
import type { InstrumentSession, Seen } from "./InstrumentSession";
import { soakPoint, soakStep } from "./soakPoint";
import { momentSeen } from "./moments";
import { lookAt, rise, type AmplifierSeen } from "./rise";

/** Between two looks at a tone that holds. */
const LOOK_EVERY_SECONDS = 0.25;

/** Holds a tone so that the amplifier is warm, unrecorded. @returns what was seen last where somebody who watches ended it; else null */
export const warmUp = async (
  desk: InstrumentSession,
  amplifier: AmplifierSeen,
  { tone: { frequencyHz: hertz, voltsPeak, seconds }, drives, watch }: Held,
): Promise<Seen | null> => {
  const tone = { hertz, voltsPeak, drives };
  const refused = await rise(desk, amplifier, tone, watch);
  if (refused) return refused;
  const begun = desk.now();
  for (;;) {
    const seen = await lookAt(desk, amplifier, tone);
    const elapsed = desk.now() - begun;
    const moment = momentSeen(
      seen,
      {
        seconds: elapsed,
        doneRatio: Math.min(1, elapsed / seconds),
        driveVoltsRms: voltsPeak / Math.SQRT2,
        loadOhms: amplifier.wiring.loadOhms,
      },
      await desk.meters.glance(),
    );
    if (watch(moment) === "end") {
      await desk.silence();
      return seen;
    }
    if (elapsed >= seconds) return null;
    await desk.wait(Math.min(LOOK_EVERY_SECONDS, seconds - elapsed));
  }
};

type Held = { tone: HeldTone; drives: readonly boolean[]; watch: Watch };

/** A tone that is held while thermometers are watched. @throws {InstrumentFault} where none tells the sink's temperature */
export const soakNetwork = async (
  desk: InstrumentSession,
  amplifier: AmplifierSeen,
  { frequencyHz: hertz, voltsPeak, seconds, drives }: SoakRequest,
  watch: (point: SoakPoint) => "go-on" | "end",
): Promise<SoakRecording> => {
  const tone = { hertz, voltsPeak, drives };
  const points: SoakPoint[] = [];
  // A soak watches its own points; on the way up the guards of the level are enough.
  await rise(desk, amplifier, tone, () => "go-on");
  const begun = desk.now();
  for (;;) {
    const seen = await lookAt(desk, amplifier, tone);
    const { temperatures, mains } = await desk.meters.glance();
    const elapsed = desk.now() - begun;
    const loadWatts = seen.volts.map(
      (volts, k) => rootMeanSquare(volts) ** 2 / amplifier.wiring.loadOhms[k],
    );
    const point = soakPoint(elapsed, loadWatts, { temperatures, mains });
    points.push(point);
    if (elapsed >= seconds || watch(point) === "end") break;
    await desk.wait(Math.min(soakStep(elapsed), seconds - elapsed));
  }
  await desk.silence();
  return { points, events: [] };
};
