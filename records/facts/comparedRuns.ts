import { normalised, type ComparedCurve, type DifferenceScale } from "@/core/compare";
import { isNearLoad, powerStdUncertaintyRatio } from "@/core/power";
import { RUN_KINDS, type Curve, type Quantity, type RunKind } from "@/core/run";
import { plainSetting } from "@/core/verdict";
import type { ComparisonMember, ComparisonSet } from "../comparisons";
import type { Run, RunEntry } from "../run";

/** Conditions under which an amplifier has runs of a kind, with the newest of them. */
export type Comparable = Pick<
  ComparisonMember,
  "nominalOhms" | "channelsDriven" | "setting" | "isSimulated"
> & { newest: Pick<RunEntry, "id" | "takenAt">; count: number; channelCount: number };

const isOf = (
  { kind, source, nominalOhms, channelsDriven, setting, isStruck }: RunEntry,
  wanted: RunKind,
  member: Omit<Comparable, "newest" | "count" | "channelCount">,
): boolean =>
  !isStruck &&
  kind === wanted &&
  (source === "simulated-bench") === member.isSimulated &&
  isNearLoad(nominalOhms, member.nominalOhms) &&
  channelsDriven === member.channelsDriven &&
  plainSetting(setting) === plainSetting(member.setting);

/** The run that a member stands for now: the pinned one, or the newest under its conditions; null where there is none. @param entries newest first */
export const runOfMember = (
  member: ComparisonMember,
  kind: RunKind,
  entries: readonly RunEntry[],
): RunEntry | null =>
  (member.runId === null
    ? entries.find((entry) => isOf(entry, kind, member))
    : entries.find(({ id }) => id === member.runId)) ?? null;

/** What of an amplifier may be compared, by conditions: real before simulated, then the newest first. @param entries newest first */
export const comparables = (entries: readonly RunEntry[], kind: RunKind): Comparable[] => {
  const found: Comparable[] = [];
  for (const entry of entries) {
    if (entry.kind !== kind || entry.isStruck) continue;
    const known = found.find((each) => isOf(entry, kind, each));
    if (known) known.count++;
    else
      found.push({
        nominalOhms: entry.nominalOhms,
        channelsDriven: entry.channelsDriven,
        setting: entry.setting,
        isSimulated: entry.source === "simulated-bench",
        newest: { id: entry.id, takenAt: entry.takenAt },
        count: 1,
        channelCount: entry.loadOhms.length,
      });
  }
  return found.toSorted((a, b) => Number(a.isSimulated) - Number(b.isSimulated));
};

/** The chart that a curve belongs to. */
const titleOf = (kind: RunKind, { name }: Curve): string =>
  RUN_KINDS[kind].charts.find(([begins]) => name.startsWith(begins))?.[1] ?? "Curve";

/** Titles of the charts of a run, in order. */
export const chartTitles = ({ kind, result }: Pick<Run, "kind" | "result">): string[] => [
  ...new Set(result.channels.flatMap(({ curves }) => curves.map((curve) => titleOf(kind, curve)))),
];

/** The curve of a channel under a chart's title that counts: of levels THD+N, else the first; null where there is none. */
export const curveUnder = (
  { kind, result }: Pick<Run, "kind" | "result">,
  channel: number,
  title: string,
): Curve | null => {
  const curves = (result.channels[channel] ?? result.channels[0]).curves.filter(
    (curve) => title === "" || titleOf(kind, curve) === title,
  );
  return curves.find(({ name }) => name === "thd-plus-noise") ?? curves[0] ?? null;
};

/** How curves over these axes are subtracted. */
export const scaleOf = (y: Quantity): DifferenceScale => {
  if (y === "watts") return "power";
  return y === "celsius" || y === "radians" || y === "seconds" || y === "count"
    ? "plain"
    : "amplitude";
};

/** Frequencies, levels and ohms span decades; times of a soak and of a wave do not. */
export const isLogOver = (x: Quantity): boolean => x !== "seconds" && x !== "celsius";

/** What a reading of distortion is worth where it says nothing itself, as a ratio. Common practice. */
const DISTORTION_STD_RATIO = 0.05;
/** A probe on metal, in kelvin. Common practice. */
const PROBE_STD_KELVIN = 0.5;
const OTHER_STD = 0.02;

/** What the readings of a curve are worth by the run's own conditions, as standard uncertainties. Errors that two runs of one rig share are counted twice: the uncertainty of a difference is at most what follows. */
export const curveWorth = (
  { conditions }: Pick<Run, "conditions">,
  channel: number,
  { x, y }: Pick<Curve, "x" | "y">,
): Omit<ComparedCurve, "points"> => {
  const own = conditions.channels[channel] ?? conditions.channels[0];
  const power = powerStdUncertaintyRatio(own);
  const worth: Partial<Record<Quantity, number>> = {
    volts: own.voltsStdUncertaintyRatio,
    "level-ratio": own.voltsStdUncertaintyRatio,
    watts: power,
    ohms: Math.hypot(own.voltsStdUncertaintyRatio, own.loadOhmsStdUncertainty / own.loadOhms),
    "distortion-ratio": DISTORTION_STD_RATIO,
    celsius: PROBE_STD_KELVIN,
  };
  return { xStdRatio: x === "watts" ? power : 0, yStd: worth[y] ?? OTHER_STD };
};

/** Where curves usually meet: 1 kHz, 1 W, the beginning. */
export const usualMeeting = (x: Quantity): number => (x === "hertz" ? 1000 : 1);

/** A curve brought together with the others of its set, over the axes that it then has; null where that cannot be. */
export const broughtTogether = (
  curve: Curve,
  { normalising, meetAt }: Pick<ComparisonSet, "normalising" | "meetAt">,
  ratedWatts: number | null,
): Curve | null => {
  const { points, x, y } = curve;
  const scale = scaleOf(y);
  // Only what stands over watts can stand over rated ones.
  const isOfRated = normalising === "of-rated" && x === "watts";
  if (normalising === "as-measured" || (normalising === "of-rated" && !isOfRated)) return curve;
  const brought = normalised(
    points,
    isOfRated
      ? { how: "of-rated", rated: ratedWatts ?? 0 }
      : { how: "meet", at: meetAt ?? usualMeeting(x), scale },
    isLogOver(x),
  );
  if (!brought) return null;
  if (isOfRated) return { ...curve, points: brought, x: "factor" };
  return { ...curve, points: brought, y: scale === "plain" ? y : "level-ratio" };
};
