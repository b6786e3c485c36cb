import { RUN_KINDS, type Curve, type Quantity, type RunKind } from "@/core/run";
import type { StepReading } from "@/core/sweep";
import { channelLetter } from "@/core/verdict";
import type { Run } from "@/records";
import type { DrawnCurve } from "./geometry";

type Drawable = Pick<Run, "kind" | "result" | "conditions">;

/** Curves that share their axes, of all channels; `before` are those of the run before it, drawn faintly. */
export type ChartGroup = {
  id: string;
  title: string;
  x: Quantity;
  y: Quantity;
  curves: readonly DrawnCurve[];
};

const titleOf = (kind: RunKind, { name }: Curve): string =>
  RUN_KINDS[kind].charts.find(([begins]) => name.startsWith(begins))?.[1] ?? "Curve";

const drawn = (
  run: Drawable,
  isGhost: boolean,
): { curve: Curve; drawn: DrawnCurve; title: string }[] =>
  run.result.channels.flatMap(({ curves, levels }, k) => {
    const { channelIndex } = run.conditions.channels[k];
    const seen = new Map<string, number>();
    return curves.map((curve) => {
      const title = titleOf(run.kind, curve);
      const variant = seen.get(title) ?? 0;
      seen.set(title, variant + 1);
      const letter = run.result.channels.length > 1 ? `${channelLetter(channelIndex)} ` : "";
      return {
        curve,
        title,
        drawn: {
          label: `${letter}${curve.label}`,
          points: curve.points,
          named: isGhost ? undefined : curve.named,
          channelIndex,
          variant,
          isGhost,
          ...(levels && levelLook(curve, levels)),
        },
      };
    });
  });

/** Of levels THD+N counts, and tells where the tops are flat; THD alone goes beside it. */
const levelLook = (
  { name }: Curve,
  levels: readonly StepReading[],
): Pick<DrawnCurve, "isFine" | "marks"> =>
  name === "thd-plus-noise"
    ? { marks: levels.map(({ flattening }) => flattening.present) }
    : { isFine: true };

/** The run before it, without what is drawn beside its curves. */
const ghosts = (before: Drawable) =>
  drawn(before, true)
    .filter((each) => !each.drawn.isFine)
    .map((each) => ({ ...each, drawn: { ...each.drawn, marks: undefined } }));

/** The charts of a run, in the order of its curves. */
export const chartsOf = (run: Drawable, before: Drawable | null): ChartGroup[] => {
  const own = RUN_KINDS[run.kind].isOfWholeAmplifier
    ? drawn({ ...run, result: { ...run.result, channels: run.result.channels.slice(0, 1) } }, false)
    : drawn(run, false);
  const all = [...own, ...(before ? ghosts(before) : [])];
  const groups = new Map<string, ChartGroup>();
  for (const { curve, drawn: line, title } of all) {
    const known = groups.get(title);
    if (known) groups.set(title, { ...known, curves: [...known.curves, line] });
    else if (!line.isGhost)
      groups.set(title, {
        id: title.toLowerCase().replace(/\W+/g, "-"),
        title,
        x: curve.x,
        y: curve.y,
        curves: [line],
      });
  }
  return [...groups.values()].map(withOwnLooks);
};

/** Several curves of one channel would share its look: each has one of its own then. */
const withOwnLooks = (group: ChartGroup): ChartGroup => {
  const own = group.curves.filter(({ isGhost, isFine }) => !isGhost && !isFine);
  const isOfOneChannel = new Set(own.map(({ channelIndex }) => channelIndex)).size === 1;
  if (own.length < 2 || !isOfOneChannel) return group;
  return { ...group, curves: group.curves.map((curve) => ({ ...curve, look: curve.variant })) };
};

/** Claims are drawn where levels are: over frequency, or where distortion stands against output. */
export const isClaimed = ({ x, y }: Pick<ChartGroup, "x" | "y">): boolean =>
  y === "level-ratio" || (x === "watts" && y === "distortion-ratio");
