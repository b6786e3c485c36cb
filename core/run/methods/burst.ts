import { BURST_LABELS } from "../../signal";
import type { Caution } from "../../caution";
import { headroomRatio, type BurstReading } from "../../burst";
import { success, type Outcome } from "../../outcome";
import type { BurstName } from "../../signal";
import { formatSignificant, powerRatioToDb } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { wavePicture } from "../pictures";
import { levelText, peakDriveAt, searchLevels, type LevelSearch } from "../levelSearch";
import { allDriven } from "../shots";
import { stopByEvent } from "../stop";
import type { BurstCycles, Figure, RunStop, Recorded, RunMethod } from "../types";
import type { ChannelConditions } from "../../power";
import { burstReadingOf, cyclesOf, silenceBetween } from "../burstReading";
import { ALL, BURST_NAMES } from "../kinds/burst";

/** From a little under the steady limit on, to an eighth of a decibel. */
const SEARCH: LevelSearch = { firstDb: -1, coarseDb: 1, finestDb: 0.13, mostShots: 9 };

const cleanIn = (reading: BurstReading): boolean =>
  reading.bursts.every(({ flattenedCycleCount }) => flattenedCycleCount === 0);

/** How it is played and read. */
export const burstMethod: RunMethod = {
  seeksLimit: "always",
  *shots(settings, facts) {
    for (const name of settings.burst === ALL ? BURST_NAMES : [settings.burst as BurstName]) {
      const levels = searchLevels(SEARCH, facts);
      let next = levels.next();
      while (!next.done) {
        const levelDb = next.value;
        const recorded: Recorded = yield {
          name: `${name}@${levelDb.toFixed(2)}`,
          label: `${BURST_LABELS[name]}, ${levelText(levelDb)}`,
          stimulus: {
            kind: "burst",
            burst: name,
            voltsPeak: peakDriveAt(settings.level === "limit" ? 0 : levelDb, facts),
          },
          drives: allDriven(facts),
          recordsInput: false,
          load: "run",
          afterCollapse: "next-shot",
        };
        if (settings.level === "limit") break;
        const readings = recorded.volts.map((_, channel) =>
          burstReadingOf(recorded, channel, recorded.loads[channel]),
        );
        next = levels.next(
          !recorded.endedBy && readings.every((outcome) => outcome.ok && cleanIn(outcome.value)),
        );
      }
    }
  },
  analyse: (recordings, { ratedWatts }) =>
    eachChannel(recordings, (channel, load) => {
      const read: BurstGroup[] = [];
      for (const group of groups(recordings)) {
        const outcome = readGroup(group, channel, load, ratedWatts);
        if (!outcome.ok) return outcome;
        read.push(outcome.value);
      }
      return success({
        figures: read.flatMap(({ figures }) => figures),
        curves: [],
        bursts: read.flatMap(({ bursts }) => bursts),
        stop: stopByEvent(recordings, null) ?? read[0].stop,
        summary: read.map(({ summary }) => summary).join(" "),
        cautions: read.flatMap(({ cautions }) => cautions),
      });
    }),
};

type BurstGroup = {
  figures: Figure[];
  bursts: BurstCycles[];
  stop: RunStop;
  summary: string;
  cautions: Caution[];
};

/** One burst at the levels that were tried: the highest clean one counts, and the first above it shows what ends it. */
const readGroup = (
  group: readonly Recorded[],
  channel: number,
  load: ChannelConditions,
  ratedWatts: number | null,
): Outcome<BurstGroup> => {
  const outcomes = group.map((recorded) => ({
    recorded,
    outcome: burstReadingOf(recorded, channel, load),
  }));
  const read = outcomes.flatMap(({ recorded, outcome }) =>
    outcome.ok ? [{ recorded, reading: outcome.value }] : [],
  );
  if (read.length === 0) return outcomes[0].outcome as Outcome<never>;
  const byPower = read.toSorted(
    (a, b) => a.reading.bursts[0].powerWatts - b.reading.bursts[0].powerWatts,
  );
  const best =
    byPower.filter(({ recorded, reading }) => !recorded.endedBy && cleanIn(reading)).at(-1) ??
    byPower[0];
  const above =
    byPower.find(
      ({ recorded, reading }) =>
        (recorded.endedBy || !cleanIn(reading)) &&
        reading.bursts[0].powerWatts > best.reading.bursts[0].powerWatts,
    ) ?? null;
  const label = labelOf(best.recorded, best.reading);
  const decisive = above ?? best;
  // Where nothing clips, at whatever level it was played, the limit lies above.
  const bound = read.every(({ reading }) => cleanIn(reading)) ? "at-least" : null;
  const figures = burstFigures(best.reading, above?.reading ?? null, { label, bound }, ratedWatts);
  return success({
    figures,
    bursts: [
      cyclesOf(best.reading, label),
      ...(above ? [cyclesOf(above.reading, `${label}, one step higher`)] : []),
    ],
    stop: burstStop(decisive.reading, decisive.recorded, channel, best.reading.frequencyHz),
    summary: best.reading.summary,
    cautions: silenceBetween(best.reading, figures),
  });
};

const burstFigures = (
  { burstPowerWatts, burstPowerWattsStdUncertainty, bursts: [first] }: BurstReading,
  above: BurstReading | null,
  { label, bound }: { label: string; bound: Figure["bound"] },
  ratedWatts: number | null,
): Figure[] => {
  if (burstPowerWatts === null) {
    const held = first.lastCleanCycle;
    return [
      figure(`burst-${label}`, `last clean cycle, ${label}`, "watts", { value: null }),
      figure(`held-${label}`, `held to cycle ${(held ?? -1) + 1}`, "watts", {
        value: held === null ? 0 : first.cycles[held].powerWatts,
      }),
    ];
  }
  // The true limit lies anywhere between the two levels: its best estimate is their middle. JCGM 100, 4.3.7.
  const highest = above ? Math.max(burstPowerWatts, above.bursts[0].powerWatts) : burstPowerWatts;
  const middle = (burstPowerWatts + highest) / 2;
  const gap = (highest - burstPowerWatts) / Math.sqrt(12);
  return [
    figure(`burst-${label}`, `last clean cycle, ${label}`, "watts", {
      value: bound === null ? middle : burstPowerWatts,
      stdUncertainty: Math.hypot(burstPowerWattsStdUncertainty ?? 0, bound === null ? gap : 0),
      bound,
    }),
    ...(above
      ? [
          figure(`clean-${label}`, `highest clean level, ${label}`, "watts", {
            value: burstPowerWatts,
            stdUncertainty: burstPowerWattsStdUncertainty,
          }),
        ]
      : []),
    ...(ratedWatts === null
      ? []
      : [
          figure(`headroom-${label}`, `headroom over rating, ${label}`, "level-ratio", {
            value: Math.sqrt(headroomRatio(bound === null ? middle : burstPowerWatts, ratedWatts)),
            bound,
          }),
        ]),
  ];
};

/** Recordings of the same burst together; of files each is its own. */
const groups = (recordings: readonly Recorded[]): Recorded[][] => {
  const found = new Map<string, Recorded[]>();
  for (const recorded of recordings) {
    const key = recorded.shot.split("@")[0];
    found.set(key, [...(found.get(key) ?? []), recorded]);
  }
  return [...found.values()];
};

const labelOf = ({ stimulus }: Recorded, { frequencyHz, bursts }: BurstReading): string =>
  stimulus?.kind === "burst"
    ? BURST_LABELS[stimulus.burst]
    : `${formatSignificant(frequencyHz, 2)} Hz, ${formatSignificant(1000 * bursts[0].seconds, 2)} ms`;

/** A burst that gives way while it lasts points to the supply; one that is flat from the first cycle to the rails. */
const burstStop = (
  { bursts }: BurstReading,
  { volts, sampleRateHz }: Recorded,
  channel: number,
  frequencyHz: number,
): RunStop => {
  const worst = bursts.reduce((most, each) =>
    each.flattenedCycleCount > most.flattenedCycleCount ? each : most,
  );
  const picture = wavePicture(
    volts[channel],
    sampleRateHz,
    { fromSeconds: worst.startSeconds + worst.seconds - 2 / frequencyHz, seconds: 2 / frequencyHz },
    "its last cycles",
  );
  if (worst.flattenedCycleCount === 0)
    return {
      reason: "input-drive",
      evidence: `All ${worst.cycles.length} cycles were clean: the drive was at its maximum before the amplifier clipped.`,
      picture,
    };
  const first = worst.cycles[0].powerWatts,
    last = worst.cycles.at(-1)?.powerWatts ?? 0;
  const drop = powerRatioToDb(first / last);
  return drop > 0.2
    ? {
        reason: "supply-power-or-current",
        evidence: `From cycle ${worst.cycles.findIndex(({ flattened }) => flattened) + 1} of ${worst.cycles.length} on the output clips and falls by ${formatSignificant(drop, 2)} dB within the burst: the supply sags.`,
        picture,
      }
    : {
        reason: "rail-voltage",
        evidence: `One step higher ${worst.flattenedCycleCount} of ${worst.cycles.length} cycles clip at constant output: limited by the supply rails.`,
        picture,
      };
};
