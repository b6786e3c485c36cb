import type { Network } from "./types";

/**
 * Every different way of joining so many labelled resistors in series and parallel: 1, 2, 8, 52 for one to four.
 * @see J. Riordan and C. E. Shannon, The number of two-terminal series-parallel networks, J. Math. Phys. 21, 1942 (labelled
 *   counts: OEIS A006351; from memory)
 */
export const networkShapes = (count: number): readonly Network[] => {
  const indices = Array.from({ length: count }, (_, index) => index);
  return count === 1
    ? [{ kind: "resistor", index: 0 }]
    : [...joined(indices, "series"), ...joined(indices, "parallel")];
};

/** All networks of these resistors whose outermost joint is of one kind: parts are single resistors or of the other kind. */
const joined = (indices: readonly number[], kind: "series" | "parallel"): Network[] =>
  partitions(indices)
    .filter((blocks) => blocks.length > 1)
    .flatMap((blocks) =>
      combinations(
        blocks.map((block) =>
          block.length === 1
            ? [{ kind: "resistor" as const, index: block[0] }]
            : joined(block, kind === "series" ? "parallel" : "series"),
        ),
      ),
    )
    .map((parts) => ({ kind, parts }));

/** Every way of sorting items into blocks. */
const partitions = (items: readonly number[]): number[][][] => {
  if (items.length === 0) return [[]];
  const [first, ...rest] = items;
  return partitions(rest).flatMap((blocks) => [
    [[first], ...blocks],
    ...blocks.map((block, k) => blocks.map((other, j) => (j === k ? [first, ...block] : other))),
  ]);
};

const combinations = <T>(choices: readonly (readonly T[])[]): T[][] =>
  choices.reduce<T[][]>(
    (lists, each) => lists.flatMap((list) => each.map((item) => [...list, item])),
    [[]],
  );

/**
 * All networks of so many resistors with every network that they contain, each once, contained ones first: for working out the
 * ohms of all of them in one pass. `of` are places in this table.
 */
export type ShapeNode = { network: Network; of: readonly number[]; isWhole: boolean };

export const shapeTable = (count: number): readonly ShapeNode[] => {
  const nodes: ShapeNode[] = [];
  const places = new Map<string, number>();
  const place = (network: Network): number => {
    const key = JSON.stringify(network);
    const known = places.get(key);
    if (known !== undefined) return known;
    const of = network.kind === "resistor" ? [] : network.parts.map(place);
    places.set(key, nodes.length);
    nodes.push({ network, of, isWhole: count === countOf(network) });
    return nodes.length - 1;
  };
  for (const shape of networkShapes(count)) place(shape);
  return nodes;
};

const countOf = (network: Network): number =>
  network.kind === "resistor" ? 1 : network.parts.reduce((sum, part) => sum + countOf(part), 0);
