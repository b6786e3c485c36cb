"use client";
import type { Network, PowerResistor } from "@/core/load";
import { networkText } from "@/core/load";
import { formatSignificant } from "@/core/units";
import { cssColor } from "../../charts/cssColor";
import { CELL, circuitLayout } from "./circuitLayout";

export type CircuitProps = {
  network: Network;
  resistors: readonly PowerResistor[];
  /** Watts and stress of each resistor, by its index. */ partOf?(
    index: number,
  ): { watts: number; stressRatio: number } | undefined;
  mostWidthPx?: number;
};

const MARGIN_PX = 10;

/** A network drawn as a circuit: each resistor with its name, ohms and watts. */
export function Circuit({ network, resistors, partOf, mostWidthPx = 560 }: CircuitProps) {
  const { widthPx, heightPx, terminalY, resistors: placed, wires } = circuitLayout(network);
  const width = widthPx + 2 * MARGIN_PX;
  return (
    <svg
      role="img"
      aria-label={`Circuit: ${networkText(network, resistors)}`}
      viewBox={`${-MARGIN_PX} 0 ${width} ${heightPx}`}
      width={Math.min(mostWidthPx, width)}
      style={{ maxWidth: "100%", display: "block", fontFamily: "inherit" }}
    >
      {wires.map(({ x1, y1, x2, y2 }, k) => (
        <line
          key={k}
          x1={x1}
          y1={y1}
          x2={x2}
          y2={y2}
          stroke={cssColor("ink")}
          strokeWidth={1.8}
          strokeLinecap="round"
        />
      ))}
      {[0, widthPx].map((x) => (
        <circle
          key={x}
          cx={x}
          cy={terminalY}
          r={4.5}
          fill={cssColor("surface")}
          stroke={cssColor("ink")}
          strokeWidth={1.8}
        />
      ))}
      {placed.map(({ index, x, y }) => (
        <Body key={index} x={x} y={y} resistor={resistors[index]} part={partOf?.(index)} />
      ))}
    </svg>
  );
}

function Body({
  x,
  y,
  resistor,
  part,
}: {
  x: number;
  y: number;
  resistor: PowerResistor;
  part?: { watts: number; stressRatio: number };
}) {
  const isOver = part !== undefined && part.stressRatio > 1;
  const color = cssColor(isOver ? "ember" : "spruce");
  const middle = x + CELL.widthPx / 2;
  return (
    <g>
      <rect
        x={x + (CELL.widthPx - CELL.bodyWidthPx) / 2}
        y={y + CELL.terminalY - CELL.bodyHeightPx / 2}
        width={CELL.bodyWidthPx}
        height={CELL.bodyHeightPx}
        rx={2}
        fill={cssColor("surface")}
        stroke={color}
        strokeWidth={2}
      />
      {part && (
        <rect
          x={x + (CELL.widthPx - CELL.bodyWidthPx) / 2 + 2}
          y={y + CELL.terminalY + CELL.bodyHeightPx / 2 - 5}
          width={Math.min(1, part.stressRatio) * (CELL.bodyWidthPx - 4)}
          height={3}
          fill={color}
        />
      )}
      <text
        x={middle}
        y={y + 16}
        textAnchor="middle"
        style={{ fontSize: "13px", fontWeight: 700, fill: cssColor("ink") }}
      >
        {resistor.name}
      </text>
      <text
        x={middle}
        y={y + CELL.terminalY + 3}
        textAnchor="middle"
        style={{ fontSize: "12.5px", fontWeight: 600, fill: cssColor("ink") }}
      >
        {formatSignificant(resistor.ohms, 3)} Ω
      </text>
      {part && (
        <text
          x={middle}
          y={y + CELL.terminalY + 26}
          textAnchor="middle"
          style={{
            fontSize: "12.5px",
            fontWeight: isOver ? 700 : 500,
            fill: cssColor(isOver ? "ember" : "muted"),
          }}
        >
          {formatSignificant(part.watts, 3)} W{isOver ? ", over" : ""}
        </text>
      )}
    </g>
  );
}
