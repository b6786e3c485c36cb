import { meanOf, peakOf } from "@/core/numeric";
import { requirePositive } from "@/core/units";
import { partOf } from "../../fields";
import { BRICK_FIELDS, BrickModel, type BrickSupply } from "./brick";
import { MAINS_FIELDS, MainsModel } from "./mains";

/** A supply by itself into a resistor: what it gave, for how long, and what it did then. Where it gave way, amperes are those that were asked. */
export type AloneTest = {
  volts: number;
  amperes: number;
  seconds: number;
  then: "held" | "folded back" | "started anew";
};

/** Far shorter than any store empties. */
const STEP_SECONDS = 1 / 20_000;
/** Nothing of a brick changes any more once it has stood so long; it then stands for any time. */
const WATCHED_SECONDS = 3;
const ANY_SECONDS = 600;
/** Volts may sag so far before it counts as giving way. */
const HELD_RATIO = 0.95;
/** Below this share of its highest volts it was off. */
const OFF_RATIO = 0.2;
/** Loads that are tried, as shares of the amperes on the label. */
const SHARES = [0.5, 1, 1.1, 1.25, 1.5, 2];

/**
 * Loads a brick with resistors, each heavier than the one before, up to the first at which it folds back or starts again.
 * @param supply its parameters; its label is its volts and the amperes that it gives for any time
 */
export const loadAlone = (supply: Omit<BrickSupply, "kind">): AloneTest[] => {
  const tests: AloneTest[] = [];
  for (const share of SHARES) {
    const test = intoResistor(supply, supply.volts / (share * supply.limitAmperes));
    tests.push(test);
    if (test.then !== "held") break;
  }
  return tests;
};

const intoResistor = (supply: Omit<BrickSupply, "kind">, ohms: number): AloneTest => {
  const mains = new MainsModel(partOf(MAINS_FIELDS), STEP_SECONDS);
  const model = new BrickModel({ kind: "brick", ...supply }, partOf(MAINS_FIELDS), STEP_SECONDS);
  const volts = Float64Array.from({ length: WATCHED_SECONDS / STEP_SECONDS }, () => {
    model.rails.positiveDraw += model.rails.positiveVolts / ohms;
    mains.advance(1);
    model.advance(mains.volts, 1);
    return model.rails.positiveVolts;
  });
  const least = HELD_RATIO * supply.volts;
  const gaveWay = volts.findIndex((each) => each < least);
  const settled = volts.subarray(volts.length / 2);
  const mean = meanOf(settled);
  const given = mean / ohms;
  if (gaveWay < 0) return { volts: mean, amperes: given, seconds: ANY_SECONDS, then: "held" };
  const seconds = Math.max(1, gaveWay) * STEP_SECONDS;
  const asked = { volts: mean, amperes: supply.volts / ohms, seconds };
  // It goes off and comes back, or stays below what it gives for any time, or gives just that.
  const off = OFF_RATIO * peakOf(settled);
  if (settled.some((each) => each < off)) return { ...asked, then: "started anew" };
  return given < HELD_RATIO * supply.limitAmperes
    ? { ...asked, then: "folded back" }
    : { volts: mean, amperes: given, seconds: ANY_SECONDS, then: "held" };
};

/** The same of a brick of which only the label is known; the rest has its defaults. @throws {RangeError} on a label that is not above zero */
export const trySupply = ({ volts, amperes }: { volts: number; amperes: number }): AloneTest[] =>
  loadAlone(
    partOf(BRICK_FIELDS, {
      volts: requirePositive("volts", volts),
      limitAmperes: requirePositive("amperes", amperes),
    }),
  );
