import { toneSummary, type Flattening, type ToneReading } from "../../distortion";
import { analyseTone, readFlattening } from "../../distortion/reading";
import { success, type Outcome } from "../../outcome";
import type { ChannelConditions } from "../../power";
import { formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure, toneFigures } from "../figures";
import { wavePicture } from "../pictures";
import { levelText, peakDriveAt, searchLevels, type LevelSearch } from "../levelSearch";
import { settingNumber } from "../settings";
import { allDriven } from "../shots";
import { stopAtLevel, stopByEvent } from "../stop";
import type { Curve, Figure, RunStop, Recorded, RunMethod } from "../types";

/** From well under the limit on, to a tenth of a decibel. */
const SEARCH: LevelSearch = { firstDb: -3, coarseDb: 1, finestDb: 0.13, mostShots: 10 };

/** A tone on one channel of one recording. */
type Reading = { tone: ToneReading; flattening: Flattening };

const readingOf = ({ volts, sampleRateHz }: Recorded, channel: number): Outcome<Reading> => {
  const tone = analyseTone(volts[channel], sampleRateHz);
  return tone.ok
    ? success({
        tone: tone.value,
        flattening: readFlattening(volts[channel], sampleRateHz, tone.value.fundamentalHz),
      })
    : tone;
};

/** Tops are round on all channels, and the output held. */
const isClean = (recorded: Recorded): boolean =>
  !recorded.endedBy &&
  recorded.volts.every((_, channel) => {
    const reading = readingOf(recorded, channel);
    return reading.ok && !reading.value.flattening.present;
  });

/** How it is played and read. */
export const clipSearchMethod: RunMethod = {
  seeksLimit: "always",
  *shots(settings, facts) {
    const levels = searchLevels(SEARCH, facts);
    let next = levels.next();
    while (!next.done) {
      const levelDb = next.value;
      const recorded: Recorded = yield {
        name: `tone@${levelDb.toFixed(2)}`,
        label: `The tone, ${levelText(levelDb)}`,
        stimulus: {
          kind: "sine",
          frequencyHz: settingNumber(settings, "frequencyHz"),
          voltsPeak: peakDriveAt(levelDb, facts),
          seconds: settingNumber(settings, "seconds"),
        },
        drives: allDriven(facts),
        recordsInput: false,
        load: "run",
        afterCollapse: "next-shot",
      };
      next = levels.next(isClean(recorded));
    }
  },
  analyse: (recordings) => {
    const { best, above } = aroundLimit(recordings);
    return eachChannel(recordings, (channel, load) => {
      const outcome = readingOf(best, channel);
      if (!outcome.ok) return outcome;
      const { tone, flattening } = outcome.value;
      const level = `${formatSignificant(tone.voltsRms ** 2 / load.loadOhms, 3)} W`;
      return success({
        figures: clipFigures(
          outcome.value,
          load,
          above ? gapWatts(above, tone.voltsRms, channel, load) : 0,
        ),
        curves: [
          wavePicture(
            best.volts[channel],
            best.sampleRateHz,
            { fromSeconds: 0.05, seconds: 3 / tone.fundamentalHz },
            "wave",
          ),
        ],
        bursts: [],
        stop:
          recordings.length > 1
            ? stopOfSearch(above, channel)
            : stopAtLevel(
                recordings,
                flattening,
                level,
                pictureOf(best, channel, tone.fundamentalHz),
              ),
        summary: flattening.present
          ? `The output clips at ${level}: reduce the level until it just does not.`
          : `${level} with ${toneSummary(tone).split("; ")[1]}`,
      });
    });
  },
};

/** The highest clean recording, and the lowest that is not; without any clean one, the lowest of all. Of a file there is only one. */
const aroundLimit = (
  recordings: readonly Recorded[],
): { best: Recorded; above: Recorded | null } => {
  const byLevel = recordings.toSorted((a, b) => peakOf(a) - peakOf(b));
  const flags = byLevel.map(isClean);
  const last = flags.lastIndexOf(true);
  return {
    best: byLevel[Math.max(0, last)],
    above: byLevel.find((_, k) => k > last && !flags[k]) ?? null,
  };
};

const peakOf = ({ stimulus }: Recorded): number =>
  stimulus?.kind === "sine" ? stimulus.voltsPeak : 0;

const pictureOf = ({ volts, sampleRateHz }: Recorded, channel: number, hertz: number): Curve =>
  wavePicture(
    volts[channel],
    sampleRateHz,
    { fromSeconds: 0.05, seconds: 2 / hertz },
    "two cycles",
  );

/** By how many watts the lowest level that is not clean lies above the clean one: the true limit is anywhere between. */
const gapWatts = (
  above: Recorded,
  voltsRms: number,
  channel: number,
  { loadOhms }: ChannelConditions,
): number => {
  const reading = readingOf(above, channel);
  return above.endedBy || !reading.ok
    ? 0
    : Math.max(0, reading.value.tone.voltsRms ** 2 - voltsRms ** 2) / loadOhms;
};

const clipFigures = (
  { tone, flattening }: Reading,
  load: ChannelConditions,
  gap: number,
): Figure[] => {
  const [sinad, thd, thdPlusNoise, power, rms] = toneFigures(tone, load);
  const tip = Math.min(tone.voltsPeakPositive, -tone.voltsPeakNegative);
  return [
    {
      ...power,
      label: flattening.present ? "output, clipping" : "output, just below clipping",
      // The best estimate of what lies anywhere between two levels is their middle: JCGM 100, 4.3.7.
      value: (power.value ?? 0) + gap / 2,
      stdUncertainty: Math.hypot(power.stdUncertainty ?? 0, gap / Math.sqrt(12)),
    },
    rms,
    figure("peak-positive", "positive peak", "volts", {
      value: tone.voltsPeakPositive,
      stdUncertainty: tone.voltsPeakPositive * load.voltsStdUncertaintyRatio,
    }),
    figure("peak-negative", "negative peak", "volts", {
      value: -tone.voltsPeakNegative,
      stdUncertainty: -tone.voltsPeakNegative * load.voltsStdUncertaintyRatio,
    }),
    figure("power-from-peak", "output from the lower peak", "watts", {
      value: tip ** 2 / 2 / load.loadOhms,
    }),
    ...(flattening.present
      ? [
          figure("shortfall-positive", "positive half clipped by", "share", {
            value: flattening.positive.shortfallRatio,
          }),
          figure("shortfall-negative", "negative half clipped by", "share", {
            value: flattening.negative.shortfallRatio,
          }),
        ]
      : []),
    thd,
    thdPlusNoise,
    sinad,
  ];
};

/** What ends it is seen in the first recording above the limit. */
const stopOfSearch = (above: Recorded | null, channel: number): RunStop => {
  if (!above)
    return {
      reason: "input-drive",
      evidence: "No clipping at the source's maximum: the drive limits the output.",
      picture: null,
    };
  const reading = readingOf(above, channel);
  const picture = reading.ok ? pictureOf(above, channel, reading.value.tone.fundamentalHz) : null;
  const happened = stopByEvent([above], picture);
  if (happened) return happened;
  if (above.endedBy)
    return { reason: "collapse-guard", evidence: `One step higher: ${above.endedBy}`, picture };
  return reading.ok && reading.value.flattening.present
    ? stopAtLevel([above], reading.value.flattening, "one step higher", picture)
    : {
        reason: "not-known",
        evidence: "One step higher another channel clips; this one does not.",
        picture,
      };
};
