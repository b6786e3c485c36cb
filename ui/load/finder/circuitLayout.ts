import type { Network } from "@/core/load";

/** A network laid out as a circuit, its terminals left and right at `terminalY`. Pixels. */
export type CircuitLayout = {
  widthPx: number;
  heightPx: number;
  terminalY: number;
  /** Upper left corner of each resistor's cell. */
  resistors: readonly { index: number; x: number; y: number }[];
  wires: readonly { x1: number; y1: number; x2: number; y2: number }[];
};

/** Cell of a resistor: its body in the middle, name above, watts below. */
export const CELL = {
  widthPx: 116,
  heightPx: 66,
  bodyWidthPx: 84,
  bodyHeightPx: 22,
  terminalY: 33,
};
/** Between the bus of a parallel joint and its branches. */
const BUS_PX = 12;

/** Lays a network out: in series side by side, in parallel one below the other between two buses. */
export const circuitLayout = (network: Network): CircuitLayout => {
  if (network.kind === "resistor") {
    const lead = (CELL.widthPx - CELL.bodyWidthPx) / 2;
    const y = CELL.terminalY;
    return {
      widthPx: CELL.widthPx,
      heightPx: CELL.heightPx,
      terminalY: y,
      resistors: [{ index: network.index, x: 0, y: 0 }],
      wires: [
        { x1: 0, y1: y, x2: lead, y2: y },
        { x1: CELL.widthPx - lead, y1: y, x2: CELL.widthPx, y2: y },
      ],
    };
  }
  const parts = network.parts.map(circuitLayout);
  return network.kind === "series" ? inSeries(parts) : inParallel(parts);
};

const moved = (
  { resistors, wires }: CircuitLayout,
  x: number,
  y: number,
): Pick<CircuitLayout, "resistors" | "wires"> => ({
  resistors: resistors.map((each) => ({ ...each, x: each.x + x, y: each.y + y })),
  wires: wires.map(({ x1, y1, x2, y2 }) => ({ x1: x1 + x, y1: y1 + y, x2: x2 + x, y2: y2 + y })),
});

const inSeries = (parts: readonly CircuitLayout[]): CircuitLayout => {
  const terminalY = Math.max(...parts.map((part) => part.terminalY));
  const below = Math.max(...parts.map((part) => part.heightPx - part.terminalY));
  let x = 0;
  const placed = parts.map((part) => {
    const at = moved(part, x, terminalY - part.terminalY);
    x += part.widthPx;
    return at;
  });
  return {
    widthPx: x,
    heightPx: terminalY + below,
    terminalY,
    resistors: placed.flatMap(({ resistors }) => resistors),
    wires: placed.flatMap(({ wires }) => wires),
  };
};

const inParallel = (parts: readonly CircuitLayout[]): CircuitLayout => {
  const inner = Math.max(...parts.map(({ widthPx }) => widthPx));
  const left = BUS_PX,
    right = BUS_PX + inner;
  let y = 0;
  const placed = parts.map((part) => {
    const x = left + (inner - part.widthPx) / 2;
    const at = moved(part, x, y);
    const terminal = y + part.terminalY;
    y += part.heightPx;
    return {
      ...at,
      terminal,
      leads: [
        { x1: left, y1: terminal, x2: x, y2: terminal },
        { x1: x + part.widthPx, y1: terminal, x2: right, y2: terminal },
      ],
    };
  });
  const first = placed[0].terminal,
    last = placed[placed.length - 1].terminal;
  const terminalY = (first + last) / 2;
  const buses = [left, right].map((x) => ({ x1: x, y1: first, x2: x, y2: last }));
  const ends = [
    { x1: 0, y1: terminalY, x2: left, y2: terminalY },
    { x1: right, y1: terminalY, x2: right + BUS_PX, y2: terminalY },
  ];
  return {
    widthPx: inner + 2 * BUS_PX,
    heightPx: y,
    terminalY,
    resistors: placed.flatMap(({ resistors }) => resistors),
    wires: [...placed.flatMap(({ wires, leads }) => [...wires, ...leads]), ...buses, ...ends],
  };
};
