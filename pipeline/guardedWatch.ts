import type { RecordingMoment, Watch } from "@/bench/contract";
import type { Rig } from "@/bench/simulated";
import { GuardWatch, type GuardLimits, type Trip } from "@/core/drive";
import type { Shot } from "@/core/run";

/** A guard that ended a recording. `isOfOutput`: the amplifier gave way, not something around it. */
export type ShotTrip = Trip & {
  /** Since the stimulus began. */ seconds: number;
  isOfOutput: boolean;
};

/** Full scale of a converter that chooses its own range. */
const WIDEST_VOLTS = 640;

export const guardsOf = (
  limits: Omit<GuardLimits, "fullScaleVolts">,
  { converter }: Rig,
): GuardWatch =>
  new GuardWatch({ ...limits, fullScaleVolts: converter.fullScaleVolts || WIDEST_VOLTS });

/** The guards of one recording: the drive goes down as soon as one trips. Steps of frequency change the output by themselves, so that a collapse is not looked for there. */
export const guardedWatch = (
  limits: Omit<GuardLimits, "fullScaleVolts">,
  rig: Rig,
  { stimulus, afterCollapse }: Pick<Shot, "stimulus" | "afterCollapse">,
  onMoment: (moment: RecordingMoment) => void,
): { watch: Watch; trip(): ShotTrip | null } => {
  const guards = guardsOf(limits, rig);
  let before = 0;
  let trip: ShotTrip | null = null;
  const watch: Watch = (moment) => {
    onMoment(moment);
    const found = guards.look(moment, moment.seconds - before);
    before = moment.seconds;
    if (!found || (found.guard === "collapse" && stimulus.kind === "frequency-list"))
      return "go-on";
    const isOfOutput = found.guard === "collapse" || found.guard === "protection";
    if (isOfOutput && afterCollapse === "play-on") return "go-on";
    trip = { ...found, seconds: moment.seconds, isOfOutput };
    return "end";
  };
  return { watch, trip: () => trip };
};
