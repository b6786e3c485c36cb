import { medianOf } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import { formatSignificant } from "../units";
import { figure } from "./figures";
import type { ChannelResult, Figure, Settings } from "./types";
import { settingNumber } from "./settings";

/** What a mains meter logged, a value a row; NaN where a row lacks it, null where nothing holds it. */
type MainsReadings = {
  watts: Float64Array;
  amperes: Float64Array | null;
  volts: Float64Array | null;
};

/** So many readings alike, one after another, make a level. Chosen here. */
const FEWEST_ALIKE = 5;
/** Readings of one level lie so near to each other: a ratio, and watts where hardly anything is drawn. Chosen here. */
const ALIKE = { ratio: 0.04, watts: 0.4 };
/** By how many levels a log has, what they are: the lowest is at rest, the highest at rated output. */
const LEVELS: readonly (readonly (readonly [name: string, label: string])[])[] = [
  [["idle", "idle"]],
  [
    ["idle", "idle"],
    ["rated", "rated"],
  ],
  [
    ["idle", "idle"],
    ["eighth", "an eighth"],
    ["rated", "rated"],
  ],
];

/**
 * Reads a mains draw from a meter's log. Steady levels are found and taken in order of their watts for idle, an eighth and rated output;
 * what came out meanwhile is not in the log, so neither heat nor efficiency is reported.
 * @returns a finding where no level is steady, or more than three are
 * Chosen here, because nothing in the log says which level was which, and watts from the mains rise with the output.
 */
export const readMainsDrawLog = (
  { watts, amperes, volts }: MainsReadings,
  settings: Settings,
  channelCount: number,
): Outcome<ChannelResult[]> => {
  const levels = steadyLevels(watts).toSorted((a, b) => a.watts - b.watts);
  const names = LEVELS[levels.length - 1];
  if (!names)
    return failure(
      levels.length === 0 ? "no-samples" : "bad-setting",
      "Log",
      levels.length === 0
        ? `no level is steady for ${FEWEST_ALIKE} readings. Hold each level longer, or enter the meter readings.`
        : `it has ${levels.length} steady levels (${levels.map((level) => `${formatSignificant(level.watts, 3)} W`).join(", ")}). Trim it to idle, 1/8 and rated output.`,
    );
  const mainsVolts = settingNumber(settings, "mainsVolts");
  const breakerAmperes = settingNumber(settings, "breakerAmperes");
  const figures = levels.flatMap((level, k): Figure[] => {
    const [name, label] = names[k];
    const during = (values: Float64Array | null): number | null =>
      values && middle(values.subarray(level.from, level.to));
    const drawn = during(amperes);
    const apparent = drawn && drawn * (during(volts) ?? mainsVolts);
    return [
      figure(`mains-${name}`, `from the mains, ${label}`, "watts", { value: level.watts }),
      ...(drawn && apparent
        ? [
            figure(`amperes-${name}`, `current, ${label}`, "amperes", { value: drawn }),
            figure(`power-factor-${name}`, `power factor, ${label}`, "factor", {
              value: level.watts / apparent,
            }),
            figure(`margin-${name}`, `breaker margin, ${label}`, "amperes", {
              value: breakerAmperes - drawn,
            }),
          ]
        : []),
    ];
  });
  const words = levels.map((level, k) => `${formatSignificant(level.watts, 3)} W ${names[k][1]}`);
  const result: ChannelResult = {
    figures: figures.toSorted(
      (a, b) => Number(b.name.endsWith("-rated")) - Number(a.name.endsWith("-rated")),
    ),
    curves: [],
    bursts: [],
    stop: {
      reason: "level-reached",
      evidence: "Read from a meter log, which does not show what limited the output.",
      picture: null,
    },
    summary: `Mains power: ${words.join(", ")}.`,
    cautions: [
      {
        code: "doubtful",
        text: "The levels are assigned by their order; the log does not contain the output.",
        touches: levels.map((_, k) => `mains-${names[k][0]}`),
      },
    ],
  };
  return success(Array.from({ length: channelCount }, () => result));
};

type Level = { from: number; to: number; watts: number };

/** Stretches of readings that are alike, gaps left out; two of the same watts are one level, of which the longer counts. */
const steadyLevels = (watts: Float64Array): Level[] => {
  const stretches: Level[] = [];
  let from = 0,
    sum = 0,
    count = 0;
  // A day of seconds is gone through once: each reading is held against the mean so far.
  for (let to = 0; to <= watts.length; to++) {
    if (to < watts.length && !Number.isFinite(watts[to])) continue;
    if (to < watts.length && (count === 0 || isAlike(watts[to], sum / count))) {
      sum += watts[to];
      count++;
      continue;
    }
    if (count >= FEWEST_ALIKE)
      stretches.push({ from, to, watts: middle(watts.subarray(from, to)) ?? 0 });
    from = to;
    sum = watts[to] ?? 0;
    count = 1;
  }
  return stretches
    .toSorted((a, b) => b.to - b.from - (a.to - a.from))
    .reduce<Level[]>(
      (kept, each) =>
        kept.some((other) => isAlike(each.watts, other.watts)) ? kept : [...kept, each],
      [],
    );
};

const isAlike = (value: number, reference: number): boolean =>
  Math.abs(value - reference) <= Math.max(ALIKE.watts, ALIKE.ratio * reference);

/** Of what was read; null where nothing was. */
const middle = (values: Float64Array): number | null => {
  const read = values.filter((value) => Number.isFinite(value));
  return read.length > 0 ? medianOf([...read]) : null;
};
