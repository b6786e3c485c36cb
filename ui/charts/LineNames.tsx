import { endLabels, type LabelColumn, type Place } from "@/drawing/endLabels";
import { cssColor } from "./cssColor";

export type NamedLine = { name: string; end: Place; color: string; isBold?: boolean };

/** The name of each line at its end, in its colour, with a leader where names crowd. */
export function LineNames({ lines, column }: { lines: readonly NamedLine[]; column: LabelColumn }) {
  const labels = endLabels(
    lines.map(({ end }) => end),
    column,
  );
  return lines.map(({ name, color, isBold }, k) => {
    const { x, y, leader } = labels[k];
    return (
      <g key={k} pointerEvents="none">
        {leader && (
          <line
            x1={leader[0].x}
            y1={leader[0].y}
            x2={leader[1].x}
            y2={leader[1].y}
            stroke={cssColor(color)}
            strokeWidth="1"
            opacity={0.7}
          />
        )}
        <text
          x={x}
          y={y}
          dy="0.35em"
          style={{ fontSize: "12.5px", fontWeight: isBold ? 700 : 600, fill: cssColor(color) }}
        >
          {name}
        </text>
      </g>
    );
  });
}
