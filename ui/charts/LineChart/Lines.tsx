import type { Crossing } from "@/records/facts";
import { cssColor } from "../cssColor";
import { curveLabels, curveLook } from "@/drawing/curveLabels";
import { pathOf, type DrawnCurve, type Frame } from "@/drawing/geometry";
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
  const { variant, isFine, marks, points } = curve;
  const look = curveLook(curve);
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
          variant > 0 && !isFine && curve.look === undefined
            ? VARIANT_DASHES[variant % VARIANT_DASHES.length]
            : look.dash
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

/** A label for each curve, in its colour: at its end, with a leader where labels crowd, or in a legend. */
export function CurveLabels({
  curves,
  frame,
  widthPx,
  heightPx,
}: {
  curves: readonly DrawnCurve[];
  frame: Frame;
  widthPx: number;
  heightPx: number;
}) {
  return curveLabels(curves, frame, { widthPx, heightPx }).map(
    ({ text, look, x, y, leader, sample }, k) => {
      const color = cssColor(look.color);
      const joined = leader ?? sample;
      return (
        <g key={k} pointerEvents="none">
          {joined && (
            <line
              x1={joined[0].x}
              y1={joined[0].y}
              x2={joined[1].x}
              y2={joined[1].y}
              stroke={color}
              strokeWidth={sample ? 2.4 : 1}
              strokeDasharray={sample ? look.dash : undefined}
              opacity={sample ? 1 : 0.7}
            />
          )}
          <text
            x={x}
            y={y}
            dy="0.35em"
            style={{ ...HALO, fontSize: "14px", fontWeight: 700, fill: color }}
          >
            {text}
          </text>
        </g>
      );
    },
  );
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
