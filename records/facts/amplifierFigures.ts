import type { Figure, RunKind } from "@/core/run";
import type { Evidence, EvidenceChannel, RecommendedRating, MethodReading } from "@/core/verdict";
import type { Details } from "../details";
import { figureNamed } from "./figureNamed";

/** One reading of a whole amplifier, for a table: its weakest or noisiest channel. */
export type AmplifierFigure = Figure & {
  /** The run that it comes from; null where none tells it, or it was typed. */
  runId: string | null;
  /** Made on the simulated bench only. */
  isRehearsed: boolean;
};

/** Columns of a table of amplifiers, in the order in which they are usually looked at. */
export const FIGURE_COLUMNS = [
  { name: "watts-1", label: "W at 1 %", isMore: true },
  { name: "watts-01", label: "W at 0.1 %", isMore: true },
  { name: "watts-burst", label: "W in 20 ms", isMore: true },
  { name: "honest", label: "recommended rating, W", isMore: true },
  { name: "headroom", label: "headroom, dB", isMore: true },
  { name: "snr", label: "A-weighted noise below 1 W", isMore: true },
  { name: "sinad", label: "SINAD at 5 W", isMore: true },
  { name: "damping", label: "damping", isMore: true },
  { name: "crosstalk", label: "crosstalk at 10 kHz", isMore: false },
  { name: "sink", label: "heat sink", isMore: false },
  { name: "idle", label: "idle, W", isMore: false },
  { name: "per-kilogram", label: "W per kg", isMore: true },
  { name: "per-price", label: "W per 100", isMore: true },
] as const;
export type FigureColumn = (typeof FIGURE_COLUMNS)[number]["name"];

const NOTHING = { runId: null, isRehearsed: false, bound: null, stdUncertainty: null } as const;

/** What watts are set against. */
type Weighed = Pick<Details, "massKilograms" | "priceNow"> & { channelCount: number };

/** What an amplifier's runs come to, a figure a column; null values where nothing tells it. */
export const amplifierFigures = (
  evidence: readonly Evidence[],
  {
    ratings,
    recommended,
  }: { ratings: readonly MethodReading[]; recommended: RecommendedRating | null },
  { massKilograms, priceNow, channelCount }: Weighed,
): AmplifierFigure[] => {
  const ordered = evidence.toSorted(
    (a, b) =>
      Number(a.source === "simulated") - Number(b.source === "simulated") ||
      (a.takenAt < b.takenAt ? 1 : -1),
  );
  const read = (kind: RunKind, figure: string, pick: Choice) =>
    readOf(ordered, { kind, figure, pick });
  const watts = (school: MethodReading["name"]): AmplifierFigure => wattsOf(ratings, school);
  const [one, tenth, burst] = [watts("one-percent"), watts("tenth-percent"), watts("burst")];
  const figures: Record<FigureColumn, AmplifierFigure> = {
    "watts-1": one,
    "watts-01": tenth,
    "watts-burst": burst,
    honest: {
      ...NOTHING,
      name: "honest",
      label: "honest",
      quantity: "watts",
      value: recommended?.powerWatts ?? null,
    },
    headroom: headroomOf(burst, one),
    snr: read("noise", "snr-a-reOneWatt", least),
    sinad: sinadAt(ordered, SINAD_WATTS),
    damping: read("impedance", "damping-1000", least),
    crosstalk: read("crosstalk", "at-10000", most),
    sink: read("heat-soak", "hottest", most),
    idle: read("mains-draw", "mains-idle", most),
    "per-kilogram": over(one, massKilograms, channelCount),
    "per-price": over(one, priceNow && priceNow / 100, channelCount),
  };
  return FIGURE_COLUMNS.map(({ name, label }) => ({ ...figures[name], name, label }));
};

type Choice = (values: readonly Figure[]) => Figure | undefined;
const least: Choice = (figures) => figures.toSorted((a, b) => (a.value ?? 0) - (b.value ?? 0))[0];
const most: Choice = (figures) => figures.toSorted((a, b) => (b.value ?? 0) - (a.value ?? 0))[0];

/** From the first run that has it; a run at a special setting says nothing about the amplifier at its default. */
const readOf = (
  runs: readonly Evidence[],
  { kind, figure, pick }: { kind: RunKind; figure: string; pick: Choice },
): AmplifierFigure => {
  for (const run of runs) {
    if (run.kind !== kind || run.setting.trim() !== "" || run.supply || run.unrecorded) continue;
    const figures = run.channels.flatMap((channel) => {
      const found = figureNamed(channel, figure);
      return found && isSound(channel, figure) ? [found] : [];
    });
    const found = pick(figures);
    if (found) return { ...found, runId: run.id, isRehearsed: run.source === "simulated" };
  }
  return { ...NOTHING, name: figure, label: figure, quantity: "factor", value: null };
};

/** What a caution touches is no figure to compare by. */
const isSound = ({ cautions = [] }: EvidenceChannel, figure: string): boolean =>
  cautions.every(({ touches }) => !touches.includes(figure));

const wattsOf = (
  ratings: readonly MethodReading[],
  school: MethodReading["name"],
): AmplifierFigure => {
  const reading = ratings.find(({ name, driven }) => name === school && driven === "all")?.reading;
  return {
    name: school,
    label: school,
    quantity: "watts",
    value: reading?.powerWatts ?? null,
    stdUncertainty: reading ? reading.expandedUncertainty / 2 : null,
    bound: reading?.bound ?? null,
    runId: reading?.runId ?? null,
    isRehearsed: reading?.isRehearsed ?? false,
  };
};

const SINAD_WATTS = 5;
/** A spectrum within this ratio of the wanted level is one at it. */
const NEAR_LEVEL_RATIO = 1.3;

/** From a spectrum at about that level. */
const sinadAt = (runs: readonly Evidence[], watts: number): AmplifierFigure =>
  readOf(
    runs.filter(({ channels }) =>
      channels.every((channel) => {
        const power = figureNamed(channel, "power")?.value ?? 0;
        return Math.max(power / watts, watts / power) <= NEAR_LEVEL_RATIO;
      }),
    ),
    { kind: "spectrum", figure: "sinad", pick: least },
  );

/** Both powers are rated under the same conditions; their ratio is given as a level. */
const headroomOf = (burst: AmplifierFigure, steady: AmplifierFigure): AmplifierFigure => {
  // Where neither was driven to its limit their ratio tells nothing.
  const isOpen = burst.bound === "at-least" && steady.bound === "at-least";
  const ratio = burst.value && steady.value && !isOpen ? burst.value / steady.value : null;
  const relative = Math.hypot(
    (burst.stdUncertainty ?? 0) / (burst.value ?? 1),
    (steady.stdUncertainty ?? 0) / (steady.value ?? 1),
  );
  const level = ratio === null ? null : Math.sqrt(ratio);
  return {
    ...burst,
    quantity: "level-ratio",
    value: level,
    stdUncertainty: level === null ? null : (level * relative) / 2,
    bound: steady.bound === "at-least" ? "at-most" : burst.bound,
    isRehearsed: burst.isRehearsed || steady.isRehearsed,
  };
};

/** Watts of all channels over what is weighed or paid. */
const over = (
  watts: AmplifierFigure,
  by: number | null | undefined,
  channelCount: number,
): AmplifierFigure => {
  const times = by ? channelCount / by : null;
  const scaled = (value: number | null) =>
    value === null || times === null ? null : times * value;
  return {
    ...watts,
    quantity: "factor",
    value: scaled(watts.value),
    stdUncertainty: scaled(watts.stdUncertainty),
  };
};
