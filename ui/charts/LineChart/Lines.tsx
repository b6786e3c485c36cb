import type { Crossing } from "@/records/facts";
import { channelLook } from "@/drawing/channelLook";
import { cssColor } from "../cssColor";
import { MARGIN, pathOf, type DrawnCurve, type Frame } from "@/drawing/geometry";
import { CurveMark } from "./CurveMark";
import { HALO } from "./texts";

/** Spectra are drawn finer. */
const MANY_POINTS = 500;
/** Variants of one channel's curve are distinguished by their dash. */
const VARIANT_DASHES = [undefined, "2 5", "12 4 2 4", "1 3"];

const widthOf = ({ isGhost, isFine, marks, points }: DrawnCurve): number => {
  if (isGhost || isFine || points.length > MANY_POINTS) return 1.2;
  return marks ? 2.6 : 2.2;
};

const opacityOf = ({ isGhost, isFine }: DrawnCurve): number => {
  if (isGhost) return 0.35;
  return isFine ? 0.65 : 1;
};

/** A curve, with a mark for each reading where it has marks; a filled one tells of flat tops. */
export function CurveLine({ curve, frame }: { curve: DrawnCurve; frame: Frame }) {
  const { channelIndex, variant, isFine, marks, points } = curve;
  const look = channelLook(channelIndex);
  const color = cssColor(look.color);
  const { xAxis, yAxis, xScale, yScale } = frame;
  return (
    <g>
      <path
        d={pathOf(points, frame)}
        fill="none"
        stroke={color}
        strokeWidth={widthOf(curve)}
        strokeDasharray={
          variant > 0 && !isFine ? VARIANT_DASHES[variant % VARIANT_DASHES.length] : look.dash
        }
        opacity={opacityOf(curve)}
        strokeLinejoin="round"
      />
      {marks?.map((isFilled, k) => (
        <CurveMark
          key={k}
          kind={look.mark}
          x={xScale.place(xAxis.shown(points[k][0]))}
          y={yScale.place(yAxis.shown(points[k][1]))}
          color={color}
          filled={isFilled}
        />
      ))}
    </g>
  );
}

/** Half the width that a name takes on a spectrum, and its air. */
const NAME_PX = 56;

/**
 * Names at the curves, towards their right ends or, where they rise steeply there, towards the left, pushed apart where
 * they would cover each other. Above a spectrum they stand clear of the lines that rise from it.
 */
export function CurveLabels({
  curves,
  xAxis,
  yAxis,
  xScale,
  yScale,
}: { curves: readonly DrawnCurve[] } & Frame) {
  const placed: { text: string; x: number; y: number; color: string }[] = [];
  for (const { label, points, channelIndex, isGhost, isFine, marks } of curves) {
    const at = points[Math.floor((marks ? 0.2 : 0.82) * (points.length - 1))];
    if (!at || isGhost || isFine) continue;
    const isSpectrum = points.length > MANY_POINTS;
    const x = xScale.place(xAxis.shown(at[0]));
    const beside = isSpectrum
      ? points.filter(([each]) => Math.abs(xScale.place(xAxis.shown(each)) - x) < NAME_PX)
      : [at];
    const top = Math.min(...beside.map(([, value]) => yScale.place(yAxis.shown(value))));
    const spot = {
      text: label,
      x,
      y: top - (marks ? 12 : 9),
      color: cssColor(channelLook(channelIndex).color),
    };
    while (
      placed.some((other) => Math.abs(other.y - spot.y) < 16 && Math.abs(other.x - spot.x) < 140)
    )
      spot.y += isSpectrum ? -16 : 16;
    placed.push(spot);
  }
  return placed.map(({ text, x, y, color }) => (
    <text
      key={text}
      x={x}
      y={Math.max(MARGIN.top + 12, y)}
      textAnchor="middle"
      style={{ ...HALO, fontSize: "14px", fontWeight: 700, fill: color }}
    >
      {text}
    </text>
  ));
}

/** Where a curve passes the claim's limit, with how well that is known. */
export function CrossingMark({
  crossing: { x, expandedUncertainty, y },
  frame: { xAxis, yAxis, xScale, yScale },
}: {
  crossing: Crossing;
  frame: Frame;
}) {
  const at = (value: number) => xScale.place(xAxis.shown(value));
  const height = yScale.place(yAxis.shown(y));
  return (
    <g>
      <line
        x1={at(Math.max(x - expandedUncertainty, 1e-6))}
        x2={at(x + expandedUncertainty)}
        y1={height}
        y2={height}
        stroke={cssColor("ink")}
        strokeWidth="4"
      />
      <circle
        cx={at(x)}
        cy={height}
        r="6"
        fill={cssColor("ink")}
        stroke={cssColor("surface")}
        strokeWidth="1.5"
      />
    </g>
  );
}
