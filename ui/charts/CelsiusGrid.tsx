import { cssColor } from "./cssColor";

/** Words beside a scale. */
export const SCALE_TEXT = { fontSize: "12.5px", fill: cssColor("muted") } as const;

export type CelsiusGridProps = {
  y: { (celsius: number): number; ticks(count: number): number[] };
  left: number;
  right: number;
};

/** Lines across a chart of temperatures, each with its degrees. Pixels. */
export function CelsiusGrid({ y, left, right }: CelsiusGridProps) {
  return y.ticks(4).map((celsius) => (
    <g key={celsius}>
      <line x1={left} x2={right} y1={y(celsius)} y2={y(celsius)} stroke={cssColor("rime")} />
      <text x={left - 6} y={y(celsius) + 4} textAnchor="end" style={SCALE_TEXT}>
        {celsius} °C
      </text>
    </g>
  ));
}
