import type { Caution } from "../../caution";
import { cyclePowers } from "../cyclePowers";
import type { BurstReading } from "../../burst";
import { analyseTone } from "../../distortion/reading";
import { failure, success, type Outcome } from "../../outcome";
import { powerStdUncertaintyRatio } from "../../power";
import { findInterruptions } from "../../sweep/reading";
import { formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { wavePicture } from "../pictures";
import { settingNumber } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopByEvent } from "../stop";
import type {
  BurstCycles,
  Curve,
  Figure,
  ChannelResult,
  RunStop,
  Recorded,
  RunMethod,
} from "../types";
import type { ChannelConditions } from "../../power";
import { burstReadingOf, cyclesOf, silenceBetween } from "../burstReading";

/** How it is played and read. */
export const lowOhmMethod: RunMethod = {
  *shots(settings, facts) {
    const voltsPeak = peakDriveFor(settingNumber(settings, "watts") || facts.ratedWatts, facts);
    yield {
      name: "20-ms@0",
      label: "In bursts of 20 ms",
      stimulus: { kind: "burst", burst: "20-ms", voltsPeak },
      drives: allDriven(facts),
      recordsInput: false,
      load: "run",
      afterCollapse: "next-shot",
    };
    yield {
      name: "held",
      label: "Held",
      stimulus: {
        kind: "sine",
        frequencyHz: 1000,
        voltsPeak,
        seconds: settingNumber(settings, "seconds"),
      },
      drives: allDriven(facts),
      recordsInput: false,
      load: "run",
      afterCollapse: "play-on",
    };
  },
  analyse: (recordings) =>
    eachChannel(recordings, (channel, load) => {
      const parts: StressPart[] = [];
      for (const recorded of recordings) {
        const bursts = recorded.shot === "held" ? null : burstReadingOf(recorded, channel, load);
        const part = bursts?.ok
          ? success(stressBurst(bursts.value, load))
          : stressHeld(recorded, channel, load);
        if (!part.ok) return part;
        parts.push(part.value);
      }
      const figures = parts.flatMap((part) => part.figures);
      const picture = parts.find((part) => part.picture !== null)?.picture ?? null;
      const stop = stopByEvent(recordings, picture) ?? stopOf(figures, picture);
      return success<ChannelResult>({
        figures,
        curves: [],
        bursts: parts.flatMap((part) => part.bursts),
        stop,
        summary: parts.map((part) => part.summary).join(" "),
        cautions: parts.flatMap((part) => part.cautions),
      });
    }),
};

/** What ended it where no protection says so itself. */
const stopOf = (figures: readonly Figure[], picture: Curve | null): RunStop => {
  const countOf = (wanted: string) => figures.find(({ name }) => name === wanted)?.value ?? 0;
  const trips = countOf("trips");
  if (trips > 0)
    return {
      reason: "output-protection",
      evidence: `The output was cut off ${trips === 1 ? "once" : `${trips} times`} while the tone was held.`,
      picture,
    };
  return countOf("flat-cycles") > 0
    ? {
        reason: "not-known",
        evidence:
          "The burst clips: the supply rails or a current limit. A sweep into this load shows which.",
        picture,
      }
    : { reason: "level-reached", evidence: "Bursts and held tone passed.", picture };
};

type StressPart = {
  figures: Figure[];
  bursts: BurstCycles[];
  picture: Curve | null;
  summary: string;
  cautions: Caution[];
};

const stressBurst = (reading: BurstReading, load: ChannelConditions): StressPart => {
  const [first] = reading.bursts;
  const last = first.cycles.at(-1)?.powerWatts ?? 0;
  const figures = [
    figure("burst", "last cycle of 20 ms", "watts", {
      value: last,
      stdUncertainty: last * powerStdUncertaintyRatio(load),
    }),
    figure("flat-cycles", "flat cycles", "count", { value: first.flattenedCycleCount }),
  ];
  return {
    figures,
    bursts: [cyclesOf(reading, "1 kHz, 20 ms")],
    picture: null,
    summary: burstSummary(first),
    cautions: silenceBetween(reading, figures),
  };
};

/** The burst is called what was played; one that ends before that says so. */
const BURST_SECONDS = 0.02;
/** A burst whose first or last cycle is a little low is whole all the same. Chosen here. */
const WHOLE_RATIO = 0.9;

const burstSummary = ({ cycles, flattenedCycleCount, seconds }: BurstReading["bursts"][number]) => {
  const watts = (at: number) => `${formatSignificant(cycles.at(at)?.powerWatts ?? 0, 3)} W`;
  const ended =
    seconds < WHOLE_RATIO * BURST_SECONDS
      ? ` The output ended after ${formatSignificant(1000 * seconds, 2)} ms of it.`
      : "";
  if (flattenedCycleCount === 0)
    return `${watts(-1)} in a burst of 20 ms, without clipping.${ended}`;
  return flattenedCycleCount === cycles.length
    ? `Every cycle of the 20 ms burst clips, from ${watts(0)} down to ${watts(-1)}.${ended}`
    : `${flattenedCycleCount} of ${cycles.length} cycles of the 20 ms burst clip.${ended}`;
};

/** The fade at a tone's end is no trip. */
const END_SECONDS = 0.05;

const stressHeld = (
  { volts, sampleRateHz }: Recorded,
  channel: number,
  load: ChannelConditions,
): Outcome<StressPart> => {
  const tone = analyseTone(volts[channel], sampleRateHz);
  if (!tone.ok)
    return failure(
      "no-signal",
      "Held tone",
      "there was no output at all. Check the connection; the protection may have tripped before.",
    );
  const powers = cyclePowers(volts[channel], sampleRateHz, tone.value.fundamentalHz, load.loadOhms);
  const most = powers.reduce((high, watts) => Math.max(high, watts), 0);
  const trips = findInterruptions(
    volts[channel].subarray(0, volts[channel].length - Math.round(END_SECONDS * sampleRateHz)),
    sampleRateHz,
    tone.value.fundamentalHz,
  );
  const [trip] = trips;
  const held = [
    figure("held", "held", "watts", {
      value: most,
      stdUncertainty: most * powerStdUncertaintyRatio(load),
    }),
    figure("trips", "trips", "count", { value: trips.length }),
  ];
  if (!trip)
    return success({
      figures: held,
      bursts: [],
      cautions: [],
      picture: wavePicture(
        volts[channel],
        sampleRateHz,
        { fromSeconds: 0.496, seconds: 0.012 },
        "held",
      ),
      summary: `Held for ${formatSignificant(volts[channel].length / sampleRateHz, 2)} s without tripping.`,
    });
  const back =
    trip.backAfterSeconds === null
      ? " and did not recover during the recording"
      : `, and recovered automatically after ${formatSignificant(trip.backAfterSeconds, 2)} s`;
  return success({
    figures: [
      ...held,
      figure("trip-after", "tripped after", "seconds", { value: trip.atSeconds }),
      figure("back-after", "recovered after", "seconds", { value: trip.backAfterSeconds }),
    ],
    bursts: [],
    cautions: [],
    picture: wavePicture(
      volts[channel],
      sampleRateHz,
      { fromSeconds: Math.max(0, trip.atSeconds - 0.004), seconds: 0.012 },
      "at the trip",
    ),
    summary: `Tripped after ${formatSignificant(trip.atSeconds, 2)} s${back}.`,
  });
};
