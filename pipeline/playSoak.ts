import type { Connected, InstrumentFacts, RecordingMoment } from "@/bench/contract";
import { failure, success, type Outcome } from "@/core/outcome";
import { inputVoltsForPower } from "@/core/power";
import {
  stoppedBy,
  type ChannelResult,
  type Settings,
  type ShotFacts,
  type SoakDefinition,
} from "@/core/run";
import { formatSignificant } from "@/core/units";
import { guardsOf, type ShotTrip } from "./guardedWatch";
import { followSoak, type SoakOutlook } from "./soakOutlook";

/** What a soak goes by. */
type SoakBench = {
  settings: Settings;
  connected: Connected;
  facts: InstrumentFacts;
  shotFacts: ShotFacts;
  limits: Parameters<typeof guardsOf>[0];
};

/**
 * A soak is watched with thermometers; guards of heat and load end it, what the amplifier's own protection does is what it is for.
 * @param isLeft whether nobody is there any more: it ends then, and what was read until then is kept
 */
export const playSoak = async (
  { tone, read }: SoakDefinition,
  { settings, connected, facts, shotFacts, limits }: SoakBench,
  onMoment: (seen: { moment: RecordingMoment; outlook(): SoakOutlook | null }) => void,
  isLeft: () => boolean = () => false,
): Promise<Outcome<ChannelResult[]>> => {
  if (!facts.knowsHeat)
    return failure(
      "no-samples",
      "Heat soak",
      `${facts.name} has no temperature reading. Choose a network temperature logger on the Rig, or hold the tone manually and enter thermometer readings under Heat.`,
    );
  const { frequencyHz, watts, seconds } = tone(settings, shotFacts);
  const driveVoltsRms = Math.min(
    shotFacts.mostDriveVoltsRms,
    inputVoltsForPower(watts, shotFacts.loadOhms, shotFacts.gainRatio),
  );
  const drives = Array<boolean>(shotFacts.channelCount).fill(true);
  const guards = guardsOf(limits, connected);
  const follower = followSoak();
  let before = 0;
  let trip: ShotTrip | null = null;
  const soaked = await connected.soak(
    { frequencyHz, voltsPeak: Math.SQRT2 * driveVoltsRms, seconds, drives },
    (point) => {
      const moment: RecordingMoment = {
        doneRatio: Math.min(1, point.seconds / seconds),
        seconds: point.seconds,
        driveVoltsRms,
        voltsRms: point.loadWatts.map((each) => Math.sqrt(each * shotFacts.loadOhms)),
        voltsPeak: [],
        loadWatts: point.loadWatts,
        loadCelsius: point.loadCelsius === null ? [] : [point.loadCelsius],
        sinkCelsius: point.sinkCelsius,
        mainsAmperes: point.mainsAmperes,
        isCutOut: point.isCutOut,
        last: () => ({ volts: [], sampleRateHz: 1 }),
      };
      follower.see(point.seconds, point.sinkCelsius, point.isCutOut);
      const { outlook } = follower;
      onMoment({ moment, outlook });
      const found = guards.look(
        { ...moment, voltsRms: [], isCutOut: false },
        point.seconds - before,
      );
      before = point.seconds;
      if (found) trip = { ...found, seconds: point.seconds, isOfOutput: false };
      return found || isLeft() ? "end" : "go-on";
    },
  );
  const outcome = read(soaked.points, soaked.events, drives.length);
  if (!outcome.ok) return outcome;
  const endedText = isLeft()
    ? ` It was stopped early, after ${formatSignificant(before / 60, 2)} min: nobody confirmed presence.`
    : "";
  return success(
    outcome.value.map((channel) => ({
      ...channel,
      summary: `${channel.summary}${endedText}`,
      ...(trip && { stop: stoppedBy(channel.stop, trip) }),
    })),
  );
};
