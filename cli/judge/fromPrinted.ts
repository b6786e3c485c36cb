import type { Caution } from "@/core/caution";
import type { Curve, Figure, Quantity } from "@/core/run";
import type { StepReading } from "@/core/sweep";
import { formatHertz, formatSignificant } from "@/core/units";
import type { EvidenceChannel } from "@/core/verdict";

/** What `analyse` prints of a channel: whatever is there is taken, by its own type. */
type Printed = Readonly<Record<string, unknown>>;
type Found = Pick<EvidenceChannel, "figures" | "curves" | "levels" | "cautions">;

const numberAt = (printed: Printed, name: string): number | null => {
  const value = printed[name];
  return typeof value === "number" && Number.isFinite(value) ? value : null;
};
const listAt = (printed: Printed, name: string): Printed[] => {
  const value = printed[name];
  return Array.isArray(value)
    ? value.filter((each): each is Printed => typeof each === "object" && each !== null)
    : [];
};

const figure = (
  name: string,
  value: number | null,
  quantity: Quantity,
  stdUncertainty: number | null = null,
): Figure[] =>
  value === null ? [] : [{ name, label: name, quantity, value, stdUncertainty, bound: null }];

/** A name as `analyse` prints it, the name that the run's own figure has, and what it is. */
type Renamed = readonly [printed: string, name: string, quantity: Quantity];
const TONE: readonly Renamed[] = [
  ["thdRatio", "thd", "distortion-ratio"],
  ["thdPlusNoiseRatio", "thd-plus-noise", "distortion-ratio"],
  ["powerWatts", "power", "watts"],
];
const PRODUCTS: readonly Renamed[] = [
  ["d2Ratio", "d2", "distortion-ratio"],
  ["d3Ratio", "d3", "distortion-ratio"],
  ["pairwiseSumRatio", "modulation", "distortion-ratio"],
];

const renamed = (printed: Printed, names: readonly Renamed[]): Figure[] =>
  names.flatMap(([from, to, quantity]) =>
    figure(to, numberAt(printed, from), quantity, numberAt(printed, `${from}StdUncertainty`)),
  );

/** Noise volts by weighting, with what is known of them. */
const noiseFigures = (printed: Printed): Figure[] => {
  const volts = printed.voltsRms,
    scatter = printed.voltsRmsStdUncertainty;
  if (typeof volts !== "object" || volts === null) return [];
  return ["a", "none"].flatMap((weighting) =>
    figure(
      `noise-${weighting}`,
      numberAt(volts as Printed, weighting),
      "volts",
      typeof scatter === "object" && scatter !== null
        ? numberAt(scatter as Printed, weighting)
        : null,
    ),
  );
};

/** The last clean cycle, under the name that the run's own figure has: "burst-1 kHz, 20 ms". */
const burstFigures = (printed: Printed): Figure[] => {
  const [first] = listAt(printed, "bursts");
  const hertz = numberAt(printed, "frequencyHz") ?? 1000;
  const seconds = (first && numberAt(first, "seconds")) ?? 0.02;
  const label = `${formatHertz(hertz, 2)}, ${Number(formatSignificant(1000 * seconds, 2))} ms`;
  return figure(
    `burst-${label}`,
    numberAt(printed, "burstPowerWatts"),
    "watts",
    numberAt(printed, "burstPowerWattsStdUncertainty"),
  );
};

const curve = (name: string, points: (readonly [number, number])[], y: Quantity): Curve => ({
  name,
  label: name,
  x: "hertz",
  y,
  points,
});

const pointsAt = (printed: Printed): (readonly [number, number])[] =>
  listAt(printed, "points").flatMap((point) => {
    const [hertz, ratio] = [numberAt(point, "frequencyHz"), numberAt(point, "ratio")];
    return hertz !== null && ratio !== null ? [[hertz, ratio] as const] : [];
  });

/** Magnitude over that at 1 kHz. */
const responseCurves = (printed: Printed): Curve[] => {
  const points = pointsAt(printed);
  if (points.length === 0) return [];
  const apart = ([hertz]: readonly [number, number]) => Math.abs(Math.log(hertz / 1000));
  const [, reference] = points.reduce((best, point) => (apart(point) < apart(best) ? point : best));
  return [
    curve(
      "magnitude-run",
      points.map(([hertz, ratio]) => [hertz, ratio / reference] as const),
      "level-ratio",
    ),
  ];
};

/** One frequency at which a channel was driven, or points over the band. */
const crosstalkCurves = (printed: Printed): Curve[] => {
  const [hertz, ratio] = [numberAt(printed, "frequencyHz"), numberAt(printed, "ratio")];
  return hertz === null || ratio === null
    ? []
    : [curve("from-1", [[hertz, ratio] as const], "level-ratio")];
};

const CLEAN = {
  present: false,
  firstHalf: null,
  cycleCount: 0,
  positive: { shortfallRatio: 0, tipVolts: 0, tipSpreadVolts: 0, flattenedCycleCount: 0 },
  negative: { shortfallRatio: 0, tipVolts: 0, tipSpreadVolts: 0, flattenedCycleCount: 0 },
};

/** Levels of a sweep; what a step leaves out is as with a clean one. */
const levelsOf = (printed: Printed, hertz: number | null, scale: number): StepReading[] =>
  listAt(printed, "steps").flatMap((step) => {
    const watts = numberAt(step, "powerWatts");
    const noise = numberAt(step, "thdPlusNoiseRatio") ?? numberAt(step, "thdRatio");
    if (watts === null || noise === null || !(watts > 0)) return [];
    const powerWatts = scale * watts;
    return [
      {
        startSeconds: 0,
        windowStartSeconds: 0,
        windowSeconds: 0,
        harmonics: [],
        heldRatio: 1,
        flattening: CLEAN,
        ...step,
        fundamentalHz: numberAt(step, "fundamentalHz") ?? hertz ?? 1000,
        voltsRms: numberAt(step, "voltsRms") ?? Math.sqrt(8 * powerWatts),
        powerWatts,
        powerWattsStdUncertainty: 0,
        thdRatio: numberAt(step, "thdRatio") ?? noise,
        thdPlusNoiseRatio: noise,
      },
    ];
  });

/** Figures of the one form that all kinds of the application have. */
const commonFigures = (printed: Printed): Figure[] =>
  listAt(printed, "figures").flatMap((each) =>
    typeof each.name === "string"
      ? figure(
          each.name,
          numberAt(each, "value"),
          (each.quantity as Quantity) ?? "factor",
          numberAt(each, "stdUncertainty"),
        ).map((made) => ({ ...made, bound: (each.bound as Figure["bound"]) ?? null }))
      : [],
  );

const commonCurves = (printed: Printed): Curve[] =>
  listAt(printed, "curves").flatMap((each) =>
    typeof each.name === "string" && Array.isArray(each.points)
      ? [
          curve(
            each.name,
            (each.points as unknown[]).filter(
              (point): point is readonly [number, number] =>
                Array.isArray(point) && point.length === 2 && point.every(Number.isFinite),
            ),
            (each.y as Quantity) ?? "level-ratio",
          ),
        ]
      : [],
  );

/** Cautions with the figures that they touch; a bare sentence touches all. */
export const cautionsIn = (printed: Printed): Caution[] => {
  const { cautions } = printed;
  const sentences = Array.isArray(cautions)
    ? cautions.filter((each): each is string => typeof each === "string")
    : [];
  return [
    ...sentences.map((text): Caution => ({ code: "doubtful", text, touches: [] })),
    ...listAt(printed, "cautions").flatMap((each) =>
      typeof each.text === "string"
        ? [
            {
              code: (each.code as Caution["code"]) ?? "doubtful",
              text: each.text,
              touches: Array.isArray(each.touches) ? (each.touches as string[]) : [],
            },
          ]
        : [],
    ),
  ];
};

/**
 * One channel of what `analyse --as KIND` prints, in the form that all evidence has.
 * @param hertz of the tone, where a step does not say it
 * @param scale what printed watts are multiplied by: they were worked out for other ohms than those that were measured
 */
export const foundInPrinted = (printed: Printed, hertz: number | null, scale: number): Found => {
  const levels = levelsOf(printed, hertz, scale);
  const own = levelsOf({ steps: printed.levels }, hertz, scale);
  const scaled = (figures: Figure[]): Figure[] =>
    figures.map((each) =>
      each.quantity === "watts" && each.value !== null
        ? { ...each, value: scale * each.value }
        : each,
    );
  return {
    figures: [
      ...scaled([...commonFigures(printed), ...renamed(printed, TONE), ...burstFigures(printed)]),
      ...renamed(printed, PRODUCTS),
      ...noiseFigures(printed),
    ],
    curves: [...commonCurves(printed), ...responseCurves(printed), ...crosstalkCurves(printed)],
    ...(levels.length > 0 || own.length > 0 ? { levels: levels.length > 0 ? levels : own } : {}),
    cautions: cautionsIn(printed),
  };
};
