import type { Connected, RecordingMoment, Watch } from "@/bench/contract";
import { GuardWatch, type GuardLimits, type Trip, type Warmth } from "@/core/drive";
import type { Shot } from "@/core/run";

/** A guard that ended a recording. `isOfOutput`: the amplifier gave way, not something around it. */
export type ShotTrip = Trip & {
  /** Since the stimulus began. */ seconds: number;
  isOfOutput: boolean;
};

/** Guards with the range in which is recorded. */
export const guardsOf = (
  limits: Omit<GuardLimits, "fullScaleVolts">,
  { mostVoltsPeak, felt }: Range,
): GuardWatch => new GuardWatch({ ...limits, fullScaleVolts: mostVoltsPeak }, felt);

/** The converter's range, and what the loads feel from the recording before. */
type Range = Pick<Connected, "mostVoltsPeak"> & { felt?: Warmth };

/** The guards of one recording: the drive goes down as soon as one trips. Steps of frequency change the output by themselves, so that a collapse is not looked for there. */
export const guardedWatch = (
  limits: Omit<GuardLimits, "fullScaleVolts">,
  range: Range,
  {
    stimulus,
    afterCollapse,
  }: Pick<Shot, "afterCollapse"> & { stimulus: Pick<Shot["stimulus"], "kind"> },
  onMoment: (moment: RecordingMoment, predictedSinkCelsius: number | null) => void,
): { watch: Watch; trip(): ShotTrip | null; felt(): Warmth } => {
  const guards = guardsOf(limits, range);
  let before = 0;
  let trip: ShotTrip | null = null;
  const watch: Watch = (moment) => {
    onMoment(moment, guards.predictedSinkCelsius);
    if (trip) return "end";
    // A warm-up before the recording counts from its own beginning.
    const found = guards.look(moment, moment.seconds - (moment.seconds < before ? 0 : before));
    before = moment.seconds;
    if (!found || (found.guard === "collapse" && stimulus.kind === "frequency-list"))
      return "go-on";
    const isOfOutput = found.guard === "collapse" || found.guard === "protection";
    if (isOfOutput && afterCollapse === "play-on") return "go-on";
    trip = { ...found, seconds: moment.seconds, isOfOutput };
    return "end";
  };
  return { watch, trip: () => trip, felt: () => guards.felt };
};
