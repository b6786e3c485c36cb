import { useId } from "react";
import type { ClaimBand } from "@/records/facts";
import { cssColor } from "../cssColor";
import { Hatch } from "../Hatch";
import type { Frame } from "@/drawing/geometry";
import { HALO, LABEL } from "./texts";

const NAME = { ...HALO, fontSize: "14.5px", fontWeight: 700, fill: cssColor("ember") } as const;

/** What the name and the line under it take. */
const NAME_PX = 50;

/** The sides where the claim is missed, hatched; a claim that ends at some x ends in a corner. */
export function ClaimArea({
  band: { lowX, highX, lowY, highY, label, isCorner },
  xAxis,
  yAxis,
  xScale,
  yScale,
  margin,
}: { band: ClaimBand } & Frame) {
  const hatch = useId();
  const left = xScale.place(xAxis.shown(lowX)),
    right = xScale.place(xAxis.shown(highX));
  const [top, bottom] = [margin.top, yScale.place(yScale.ticks[0] ?? 0) + 4];
  const upper = highY === null ? null : yScale.place(yAxis.shown(highY)),
    lower = lowY === null ? null : yScale.place(yAxis.shown(lowY));
  // A corner that is too low for its name has it below.
  const named = upper !== null && upper - top < NAME_PX ? upper : top;
  return (
    <g>
      <Hatch id={hatch} />
      {upper !== null && (
        <rect
          x={left}
          y={top}
          width={Math.max(0, right - left)}
          height={Math.max(0, upper - top)}
          fill={`url(#${hatch})`}
        />
      )}
      {lower !== null && (
        <rect
          x={left}
          y={lower}
          width={Math.max(0, right - left)}
          height={Math.max(0, bottom - lower)}
          fill={`url(#${hatch})`}
        />
      )}
      {[upper, lower].map(
        (y) =>
          y !== null && (
            <line
              key={y}
              x1={left}
              x2={right}
              y1={y}
              y2={y}
              stroke={cssColor("ember")}
              strokeWidth="2"
            />
          ),
      )}
      {isCorner && upper !== null && (
        <line
          x1={right}
          x2={right}
          y1={top}
          y2={upper}
          stroke={cssColor("ember")}
          strokeWidth="2"
        />
      )}
      {isCorner ? (
        <>
          <text x={left + 12} y={named + 22} style={NAME}>
            {label}
          </text>
          <text x={left + 12} y={named + 42} style={{ ...LABEL, ...HALO }}>
            {label.endsWith("THD") ? "a fine curve, THD," : "a bold curve"} inside this corner does
            not meet it
          </text>
        </>
      ) : (
        <text
          x={(left + right) / 2}
          y={(lower ?? upper ?? top) + 18}
          textAnchor="middle"
          style={NAME}
        >
          {label}
        </text>
      )}
    </g>
  );
}
