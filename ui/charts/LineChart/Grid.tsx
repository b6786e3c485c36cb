import { cssColor } from "../cssColor";
import type { Frame } from "@/drawing/geometry";
import { LABEL } from "./texts";

/** Ticks with their lines, and what the axes are. */
export function Grid({
  xAxis,
  yAxis,
  xScale,
  yScale,
  margin,
  widthPx,
  heightPx,
}: Frame & { widthPx: number; heightPx: number }) {
  return (
    <g>
      {yScale.ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={margin.left}
            x2={widthPx - margin.right}
            y1={yScale.place(tick)}
            y2={yScale.place(tick)}
            stroke={cssColor("rime")}
            strokeWidth={tick === 0 ? 1.4 : 0.7}
          />
          <text x={margin.left - 8} y={yScale.place(tick) + 4.5} textAnchor="end" style={LABEL}>
            {yAxis.tick(tick)}
          </text>
        </g>
      ))}
      {xScale.ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={xScale.place(tick)}
            x2={xScale.place(tick)}
            y1={margin.top}
            y2={heightPx - margin.bottom}
            stroke={cssColor("rime")}
            strokeWidth="0.7"
          />
          <text
            x={xScale.place(tick)}
            y={heightPx - margin.bottom + 17}
            textAnchor="middle"
            style={LABEL}
          >
            {xAxis.tick(tick)}
          </text>
        </g>
      ))}
      <text x={widthPx - margin.right} y={heightPx - 4} textAnchor="end" style={LABEL}>
        {xAxis.title}
      </text>
      <text x={4} y={15} style={LABEL}>
        {yAxis.title}
      </text>
    </g>
  );
}
