import { networkShapes } from "@/core/load";
import { CELL, circuitLayout } from "./circuitLayout";

test("every network of up to four resistors is drawn whole, no resistor over another, terminals at both ends", () => {
  for (const count of [1, 2, 3, 4])
    for (const shape of networkShapes(count)) {
      const { widthPx, heightPx, terminalY, resistors, wires } = circuitLayout(shape);
      expect(resistors.map(({ index }) => index).sort()).toEqual(
        Array.from({ length: count }, (_, index) => index),
      );
      for (const { x, y } of resistors) {
        expect(
          x >= 0 && x + CELL.widthPx <= widthPx && y >= 0 && y + CELL.heightPx <= heightPx,
        ).toBe(true);
        expect(
          resistors.filter(
            (other) =>
              Math.abs(other.x - x) < CELL.widthPx && Math.abs(other.y - y) < CELL.heightPx,
          ).length,
        ).toBe(1);
      }
      for (const end of [0, widthPx])
        expect(
          wires.some(
            ({ x1, y1, x2, y2 }) =>
              (x1 === end && y1 === terminalY) || (x2 === end && y2 === terminalY),
          ),
        ).toBe(true);
    }
});

test("wires meet: every end of a wire lies on another wire, a resistor or a terminal", () => {
  for (const shape of networkShapes(4)) {
    const { widthPx, resistors, wires } = circuitLayout(shape);
    const lead = (CELL.widthPx - CELL.bodyWidthPx) / 2;
    const bodies = resistors.flatMap(({ x, y }) => [
      [x + lead, y + CELL.terminalY],
      [x + CELL.widthPx - lead, y + CELL.terminalY],
    ]);
    for (const [index, wire] of wires.entries())
      for (const [x, y] of [
        [wire.x1, wire.y1],
        [wire.x2, wire.y2],
      ]) {
        const isMet =
          x === 0 ||
          x === widthPx ||
          bodies.some(([bx, by]) => bx === x && by === y) ||
          wires.some(
            (other, k) =>
              k !== index &&
              x >= Math.min(other.x1, other.x2) &&
              x <= Math.max(other.x1, other.x2) &&
              y >= Math.min(other.y1, other.y2) &&
              y <= Math.max(other.y1, other.y2),
          );
        expect(isMet).toBe(true);
      }
  }
});
