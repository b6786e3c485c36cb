import { cssColor } from "../cssColor";
import type { DrawnCurve, Frame } from "@/drawing/geometry";
import { HALO } from "./texts";

/** Room that a name takes: a letter's width, and a line's height. */
const LETTER_PX = 7;
const LINE_PX = 15;
/** A line of a spectrum stands within this of its place. */
const NEAR_RATIO = 0.01;

type Box = { x: number; y: number; widthPx: number };

const overlaps = (one: Box, other: Box): boolean =>
  Math.abs(one.x - other.x) < (one.widthPx + other.widthPx) / 2 &&
  Math.abs(one.y - other.y) < LINE_PX;

/**
 * Where the names of places stand: each above its line, or a line or two higher where it would cover another; one that finds no room is
 * left out, the weightiest first.
 */
export const placeNames = (
  curves: readonly Pick<DrawnCurve, "points" | "named">[],
  { xAxis, yAxis, xScale, yScale, margin }: Frame,
): (Box & { label: string; tipY: number })[] => {
  const placed: (Box & { label: string; tipY: number })[] = [];
  // Channels share their places: the names stand once, above the higher of their lines.
  const [{ named = [] } = { named: [] }] = curves.filter((curve) => curve.named);
  for (const { at, label } of named) {
    const values = curves.flatMap(({ points }) =>
      points.flatMap(([x, y]) => (Math.abs(x / at - 1) < NEAR_RATIO ? [y] : [])),
    );
    if (values.length === 0) continue;
    const tipY = yScale.place(yAxis.shown(Math.max(...values)));
    const box = { x: xScale.place(xAxis.shown(at)), widthPx: LETTER_PX * label.length + 6 };
    const y = [0, 1, 2]
      .map((line) => tipY - 8 - line * LINE_PX)
      .find((each) => !placed.some((other) => overlaps({ ...box, y: each }, other)));
    if (y !== undefined && y > margin.top) placed.push({ ...box, y, label, tipY });
  }
  return placed;
};

/** Names of places along the x axis, such as the products of two tones. */
export function PlaceNames({ curves, frame }: { curves: readonly DrawnCurve[]; frame: Frame }) {
  return placeNames(curves, frame).map(({ x, y, label, tipY }) => (
    <g key={label} pointerEvents="none">
      {tipY - y > LINE_PX && (
        <line x1={x} x2={x} y1={y + 3} y2={tipY - 3} stroke={cssColor("muted")} strokeWidth="0.8" />
      )}
      <text
        x={x}
        y={y}
        textAnchor="middle"
        style={{ ...HALO, fontSize: "12.5px", fontWeight: 600, fill: cssColor("ink") }}
      >
        {label}
      </text>
    </g>
  ));
}
