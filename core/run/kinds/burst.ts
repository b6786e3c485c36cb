import {
  analyseBursts,
  fitStayingPower,
  headroomRatio,
  heldPowers,
  type BurstReading,
} from "../../burst";
import { analyseTone } from "../../distortion";
import { failure, success, type Outcome } from "../../outcome";
import { powerStdUncertaintyRatio } from "../../power";
import { BURST_KINDS, type BurstName } from "../../signal";
import { findInterruptions } from "../../sweep";
import { formatSignificant, powerRatioToDb } from "../../units";
import { eachChannel } from "../channels";
import { figure, wavePicture } from "../figures";
import { levelText, peakDriveAt, searchLevels, type LevelSearch } from "../levelSearch";
import { choiceField, numberOf, quantityField } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopByEvent } from "../stop";
import type {
  BurstCycles,
  Curve,
  Figure,
  MeasuredChannel,
  MeasuredStop,
  Recorded,
  RunKindDefinition,
} from "../types";
import type { ChannelConditions } from "../../sweep";

const BURST_LABELS: Record<BurstName, string> = {
  "20-ms": "1 kHz, 20 ms",
  "8-ms": "1 kHz, 8 ms",
  "50-hz-100-ms": "50 Hz, 100 ms",
  "50-hz-200-ms": "50 Hz, 200 ms",
  "40-hz-200-ms": "40 Hz, 200 ms",
};
const BURST_NAMES = Object.keys(BURST_KINDS) as BurstName[];
const ALL = "all";

/** From a little under the steady limit on, to an eighth of a decibel. */
const SEARCH: LevelSearch = { firstDb: -1, coarseDb: 1, finestDb: 0.13, mostShots: 9 };

const cleanIn = (reading: BurstReading): boolean =>
  reading.bursts.every(({ flattenedCycleCount }) => flattenedCycleCount === 0);

const readingOf = (
  { volts, sampleRateHz }: Recorded,
  channel: number,
  load: ChannelConditions,
): Outcome<BurstReading> => analyseBursts(volts[channel], sampleRateHz, load);

/** Burst power: the highest level at which the last cycle is still clean. */
export const burst: RunKindDefinition = {
  fields: [
    choiceField("burst", "Burst", [
      ...BURST_NAMES.map((name): [string, string] => [name, BURST_LABELS[name]]),
      [ALL, "all of them"],
    ]),
    choiceField("level", "Level", [
      ["search", "search for the last clean one"],
      ["limit", "at the steady limit"],
    ]),
  ],
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
          readingOf(recorded, channel, recorded.loads[channel]),
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
      });
    }),
};

type BurstGroup = { figures: Figure[]; bursts: BurstCycles[]; stop: MeasuredStop; summary: string };

/** One burst at the levels that were tried: the highest clean one counts, and the first above it shows what ends it. */
const readGroup = (
  group: readonly Recorded[],
  channel: number,
  load: ChannelConditions,
  ratedWatts: number | null,
): Outcome<BurstGroup> => {
  const outcomes = group.map((recorded) => ({
    recorded,
    outcome: readingOf(recorded, channel, load),
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
  return success({
    figures: burstFigures(best.reading, above?.reading ?? null, label, ratedWatts),
    bursts: [
      cyclesOf(best.reading, label),
      ...(above ? [cyclesOf(above.reading, `${label}, a step higher`)] : []),
    ],
    stop: burstStop(decisive.reading, decisive.recorded, channel, best.reading.frequencyHz),
    summary: best.reading.summary,
  });
};

const burstFigures = (
  { burstPowerWatts, burstPowerWattsStdUncertainty, bursts: [first] }: BurstReading,
  above: BurstReading | null,
  label: string,
  ratedWatts: number | null,
): Figure[] => {
  if (burstPowerWatts === null) {
    const held = first.lastCleanCycle;
    return [
      figure(`burst-${label}`, `last clean cycle, ${label}`, "watts", null),
      figure(
        `held-${label}`,
        `held to cycle ${(held ?? -1) + 1}`,
        "watts",
        held === null ? 0 : first.cycles[held].powerWatts,
      ),
    ];
  }
  // The true limit lies anywhere between the two levels: JCGM 100, 4.3.7.
  const gap = above ? (above.bursts[0].powerWatts - burstPowerWatts) / Math.sqrt(12) : 0;
  return [
    figure(
      `burst-${label}`,
      `last clean cycle, ${label}`,
      "watts",
      burstPowerWatts,
      Math.hypot(burstPowerWattsStdUncertainty ?? 0, gap),
    ),
    ...(ratedWatts === null
      ? []
      : [
          figure(
            `headroom-${label}`,
            `headroom over rated, ${label}`,
            "level-ratio",
            Math.sqrt(headroomRatio(burstPowerWatts, ratedWatts)),
          ),
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

const cyclesOf = ({ bursts, frequencyHz }: BurstReading, label: string): BurstCycles => {
  const weakest = bursts.reduce((least, each) =>
    (each.cycles.at(-1)?.powerWatts ?? 0) < (least.cycles.at(-1)?.powerWatts ?? 0) ? each : least,
  );
  return {
    label,
    cycleSeconds: 1 / frequencyHz,
    powerWatts: weakest.cycles.map(({ powerWatts }) => powerWatts),
    flattened: weakest.cycles.map(({ flattened }) => flattened),
    lastCleanCycle: weakest.lastCleanCycle,
  };
};

/** A burst that gives way while it lasts points to the supply; one that is flat from the first cycle to the rails. */
const burstStop = (
  { bursts }: BurstReading,
  { volts, sampleRateHz }: Recorded,
  channel: number,
  frequencyHz: number,
): MeasuredStop => {
  const worst = bursts.reduce((most, each) =>
    each.flattenedCycleCount > most.flattenedCycleCount ? each : most,
  );
  const picture = wavePicture(
    volts[channel],
    sampleRateHz,
    worst.startSeconds + worst.seconds - 2 / frequencyHz,
    2 / frequencyHz,
    "its last cycles",
  );
  if (worst.flattenedCycleCount === 0)
    return {
      reason: "input-drive",
      evidence: `All ${worst.cycles.length} cycles stayed clean: the drive ended before the amplifier did.`,
      picture,
    };
  const first = worst.cycles[0].powerWatts,
    last = worst.cycles.at(-1)?.powerWatts ?? 0;
  const drop = powerRatioToDb(first / last);
  return drop > 0.2
    ? {
        reason: "supply-power-or-current",
        evidence: `From cycle ${worst.cycles.findIndex(({ flattened }) => flattened) + 1} of ${worst.cycles.length} on the tops flatten, and output falls by ${formatSignificant(drop, 2)} dB within the burst: the supply gives way.`,
        picture,
      }
    : {
        reason: "rail-voltage",
        evidence: `A step higher ${worst.flattenedCycleCount} of ${worst.cycles.length} cycles have flat tops while output holds: the rails end it.`,
        picture,
      };
};

const DURATIONS = [0.008, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5];

/** Output against how long it must hold: a tone a little past the limit, from cold, cycle by cycle. */
export const stayingPower: RunKindDefinition = {
  fields: [
    quantityField("seconds", "Hold it for", "s", 5, 0.5, 30),
    quantityField("overDb", "Past the limit by", "dB", 1, 0, 6),
    quantityField("frequencyHz", "Tone", "Hz", 1000, 100, 5000),
  ],
  *shots(settings, facts) {
    yield {
      name: "held",
      label: "Held past its limit",
      stimulus: {
        kind: "sine",
        frequencyHz: numberOf(settings, "frequencyHz"),
        voltsPeak: peakDriveAt(numberOf(settings, "overDb"), facts),
        seconds: numberOf(settings, "seconds"),
      },
      drives: allDriven(facts),
      recordsInput: false,
      load: "run",
      afterCollapse: "play-on",
    };
  },
  analyse: (recordings) =>
    eachChannel(recordings, (channel, load) => {
      const { volts, sampleRateHz } = recordings[0];
      const tone = analyseTone(volts[channel], sampleRateHz);
      if (!tone.ok) return tone;
      const cycleSeconds = 1 / tone.value.fundamentalHz;
      const powers = cyclePowers(
        volts[channel],
        sampleRateHz,
        tone.value.fundamentalHz,
        load.loadOhms,
      );
      const held = heldPowers(powers, cycleSeconds, DURATIONS);
      const fitted = fitStayingPower(held);
      if (!fitted.ok) return fitted;
      const { steadyWatts, storeJoules, peakWatts, summary } = fitted.value;
      const share = powerStdUncertaintyRatio(load);
      const last = held[held.length - 1],
        first = held[0];
      const picture = wavePicture(
        volts[channel],
        sampleRateHz,
        volts[channel].length / sampleRateHz - 0.1,
        2 * cycleSeconds,
        "its last cycles",
      );
      const lost = powerRatioToDb(first.powerWatts / last.powerWatts);
      const stop =
        stopByEvent(recordings, picture) ??
        (lost > 0.2
          ? {
              reason: "supply-power-or-current" as const,
              evidence: `Output fell from ${formatSignificant(first.powerWatts, 3)} W to ${formatSignificant(last.powerWatts, 3)} W within ${formatSignificant(last.seconds, 2)} s: the supply's store ran down.`,
              picture,
            }
          : {
              reason: "rail-voltage" as const,
              evidence: `Output held within ${formatSignificant(lost, 1)} dB for ${formatSignificant(last.seconds, 2)} s: the rails, not the supply, end it.`,
              picture,
            });
      return success({
        figures: [
          figure(
            "held-longest",
            `held for ${formatSignificant(last.seconds, 2)} s`,
            "watts",
            last.powerWatts,
            last.powerWatts * share,
          ),
          figure("moments", "for moments", "watts", peakWatts, peakWatts * share),
          figure("steady", "for ever, by the model", "watts", steadyWatts),
          figure(
            "store",
            "lost over the hold",
            "level-ratio",
            Math.sqrt(last.powerWatts / first.powerWatts),
          ),
          ...held.map(({ seconds, powerWatts }) =>
            figure(
              `held-${seconds}`,
              `for ${seconds < 1 ? `${1000 * seconds} ms` : `${seconds} s`}`,
              "watts",
              powerWatts,
              powerWatts * share,
            ),
          ),
        ],
        curves: [
          {
            name: "staying",
            label: "held",
            x: "seconds",
            y: "watts",
            points: held.map(({ seconds, powerWatts }) => [seconds, powerWatts]),
          },
          ...(Number.isFinite(storeJoules) && storeJoules > 0
            ? [
                {
                  name: "staying-model",
                  label: "model",
                  x: "seconds" as const,
                  y: "watts" as const,
                  points: held.map(({ seconds }): [number, number] => [
                    seconds,
                    fitted.value.wattsFor(seconds),
                  ]),
                },
              ]
            : []),
        ],
        bursts: [],
        stop,
        summary,
      });
    }),
};

/** Power of each cycle from the first that has reached full level. */
const cyclePowers = (
  volts: Float64Array,
  sampleRateHz: number,
  frequencyHz: number,
  loadOhms: number,
): number[] => {
  const samples = sampleRateHz / frequencyHz;
  const powers: number[] = [];
  for (let cycle = 0; (cycle + 1) * samples <= volts.length; cycle++) {
    const from = Math.round(cycle * samples),
      to = Math.round((cycle + 1) * samples);
    let squares = 0;
    for (let n = from; n < to; n++) squares += volts[n] ** 2;
    powers.push(squares / (to - from) / loadOhms);
  }
  const most = powers.reduce((high, watts) => Math.max(high, watts), 0);
  const begins = powers.findIndex((watts) => watts > 0.8 * most);
  const ends = powers.findLastIndex((watts) => watts > 0.05 * most) - 12;
  return powers.slice(Math.max(0, begins), Math.max(begins + 3, ends));
};

/** Two ohms in bursts first, then a held tone: does it trip, after how long, and does it come back by itself? */
export const lowOhm: RunKindDefinition = {
  fields: [
    quantityField("watts", "Each channel, 0 for rated", "W", 0, 0, 5000),
    quantityField("seconds", "Then held for", "s", 5, 0.5, 30),
  ],
  *shots(settings, facts) {
    const voltsPeak = peakDriveFor(numberOf(settings, "watts") || facts.ratedWatts, facts);
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
        seconds: numberOf(settings, "seconds"),
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
        const bursts = recorded.shot === "held" ? null : readingOf(recorded, channel, load);
        const part = bursts?.ok
          ? success(stressBurst(bursts.value, load))
          : stressHeld(recorded, channel, load);
        if (!part.ok) return part;
        parts.push(part.value);
      }
      const figures = parts.flatMap((part) => part.figures);
      const picture = parts.find((part) => part.picture !== null)?.picture ?? null;
      const trips = figures.find(({ name }) => name === "trips")?.value ?? 0;
      const stop: MeasuredStop =
        stopByEvent(recordings, picture) ??
        (trips > 0
          ? {
              reason: "output-protection",
              evidence: `The output was cut off ${trips === 1 ? "once" : `${trips} times`} while the tone was held.`,
              picture,
            }
          : {
              reason: "level-reached",
              evidence: "Bursts and the held tone went through.",
              picture,
            });
      return success<MeasuredChannel>({
        figures,
        curves: [],
        bursts: parts.flatMap((part) => part.bursts),
        stop,
        summary: parts.map((part) => part.summary).join(" "),
      });
    }),
};

type StressPart = {
  figures: Figure[];
  bursts: BurstCycles[];
  picture: Curve | null;
  summary: string;
};

const stressBurst = (reading: BurstReading, load: ChannelConditions): StressPart => {
  const [first] = reading.bursts;
  const last = first.cycles.at(-1)?.powerWatts ?? 0;
  return {
    figures: [
      figure("burst", "last cycle of 20 ms", "watts", last, last * powerStdUncertaintyRatio(load)),
      figure("flat-cycles", "flat cycles", "count", first.flattenedCycleCount),
    ],
    bursts: [cyclesOf(reading, "1 kHz, 20 ms")],
    picture: null,
    summary: reading.summary,
  };
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
      "nothing came out, not even for a moment. Check the connection; it may have tripped before.",
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
    figure("held", "held", "watts", most, most * powerStdUncertaintyRatio(load)),
    figure("trips", "trips", "count", trips.length),
  ];
  if (!trip)
    return success({
      figures: held,
      bursts: [],
      picture: wavePicture(volts[channel], sampleRateHz, 0.496, 0.012, "held"),
      summary: `Held for ${formatSignificant(volts[channel].length / sampleRateHz, 2)} s it did not trip.`,
    });
  const back =
    trip.backAfterSeconds === null
      ? " and did not come back while it was watched"
      : `, and came back by itself after ${formatSignificant(trip.backAfterSeconds, 2)} s`;
  return success({
    figures: [
      ...held,
      figure("trip-after", "tripped after", "seconds", trip.atSeconds),
      figure("back-after", "came back after", "seconds", trip.backAfterSeconds),
    ],
    bursts: [],
    picture: wavePicture(
      volts[channel],
      sampleRateHz,
      Math.max(0, trip.atSeconds - 0.004),
      0.012,
      "as it tripped",
    ),
    summary: `Held, it tripped after ${formatSignificant(trip.atSeconds, 2)} s${back}.`,
  });
};
