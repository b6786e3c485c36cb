import type { Curve, MeasuredKind, Quantity } from "@/core/run";
import { channelLetter } from "@/core/verdict";
import type { MeasuredRun } from "@/records";
import type { DrawnCurve } from "../charts/LineChart";

/** Curves that share their axes, of all channels; `before` are those of the run before it, drawn faintly. */
export type ChartGroup = {
  id: string;
  title: string;
  x: Quantity;
  y: Quantity;
  curves: readonly DrawnCurve[];
};

const TITLES: readonly (readonly [RegExp, string])[] = [
  [/^magnitude/, "Magnitude"],
  [/^phase/, "Phase"],
  [/^spectrum/, "Spectrum"],
  [/^wave/, "Waveform"],
  [/^residual-long/, "Over a tenth of a second"],
  [/^residual/, "What it added"],
  [/^harmonic/, "Harmonics"],
  [/^(distortion|thd)/, "Distortion"],
  [/^from-/, "Crosstalk"],
  [/^impedance/, "Output impedance"],
  [/^third-octaves/, "Third octaves"],
  [/^staying/, "Staying power"],
  [/^(sink|case|load)/, "Temperature"],
  [/^mains/, "Mains against output"],
];
const titleOf = ({ name }: Curve): string =>
  TITLES.find(([pattern]) => pattern.test(name))?.[1] ?? "Curve";

const drawn = (
  run: Pick<MeasuredRun, "result" | "conditions">,
  isGhost: boolean,
): { curve: Curve; drawn: DrawnCurve; title: string }[] =>
  run.result.channels.flatMap(({ curves }, k) => {
    const { channelIndex } = run.conditions.channels[k];
    const seen = new Map<string, number>();
    return curves.map((curve) => {
      const title = titleOf(curve);
      const variant = seen.get(title) ?? 0;
      seen.set(title, variant + 1);
      const letter = run.result.channels.length > 1 ? `${channelLetter(channelIndex)} ` : "";
      return {
        curve,
        title,
        drawn: {
          label: `${letter}${curve.label}`,
          points: curve.points,
          channelIndex,
          variant,
          isGhost,
        },
      };
    });
  });

/** Heat and mains belong to the whole amplifier: they are shown once. */
export const isCommon = (kind: MeasuredKind): boolean =>
  kind === "heat-soak" || kind === "mains-draw";

/** The charts of a run, in the order of its curves. */
export const chartsOf = (
  run: Pick<MeasuredRun, "kind" | "result" | "conditions">,
  before: Pick<MeasuredRun, "kind" | "result" | "conditions"> | null,
): ChartGroup[] => {
  const own = isCommon(run.kind)
    ? drawn({ ...run, result: { ...run.result, channels: run.result.channels.slice(0, 1) } }, false)
    : drawn(run, false);
  const all = [...own, ...(before ? drawn(before, true) : [])];
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
  return [...groups.values()];
};
