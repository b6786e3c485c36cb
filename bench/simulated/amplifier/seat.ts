import type { Seating } from "./OutputStage";

/**
 * Which rails hold an output up and down, and which carry the current of the half that pushes and of the half that pulls
 * less. "up" is for current out of the output, "down" for current into it.
 */
export type Seat = {
  /** Shares of the positive and negative rail in the highest and lowest output. */
  highest: readonly [positive: number, negative: number];
  lowest: readonly [positive: number, negative: number];
  /** Devices in series with the load, each with its loss. */
  devices: 1 | 2;
  /** Draw on the positive and negative rail. */
  up: { push: readonly [number, number]; pull: readonly [number, number] };
  down: { push: readonly [number, number]; pull: readonly [number, number] };
};

const SPLIT: Record<Seating, Seat> = {
  "single-ended": {
    highest: [1, 0],
    lowest: [0, 1],
    devices: 1,
    up: { push: [1, 0], pull: [0, 1] },
    down: { push: [0, 1], pull: [1, 0] },
  },
  bridge: {
    highest: [1, 1],
    lowest: [1, 1],
    devices: 2,
    up: { push: [1, 1], pull: [1, 1] },
    down: { push: [1, 1], pull: [1, 1] },
  },
};

/** On one supply a single output swings about half of it behind a capacitor, and a bridge swings all of it either way. */
const SINGLE: Record<Seating, Seat> = {
  "single-ended": {
    highest: [0.5, 0],
    lowest: [0.5, 0],
    devices: 1,
    up: { push: [1, 0], pull: [0, 0] },
    down: { push: [0, 0], pull: [1, 0] },
  },
  bridge: {
    highest: [1, 0],
    lowest: [1, 0],
    devices: 2,
    up: { push: [1, 0], pull: [1, 0] },
    down: { push: [1, 0], pull: [1, 0] },
  },
};

export const seatOf = (seating: Seating, hasSplitSupply: boolean): Seat =>
  (hasSplitSupply ? SPLIT : SINGLE)[seating];
