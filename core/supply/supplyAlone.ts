/** What a supply did while it was loaded by itself. */
export const AFTERWARDS = ["held", "folded back", "started anew", "switched off"] as const;

/** A supply alone into a resistor or an electronic load: what it gave, for how long, and what it did then. */
export type SupplyTest = {
  volts: number;
  amperes: number;
  seconds: number;
  then: (typeof AFTERWARDS)[number];
};

/** What the tests say of the label. */
export type LabelVerdict = {
  /** Whether it gives what is printed for any time; open where no test tells. */
  outcome: "met" | "missed" | "open";
  /** The test that shows it; null where it is open. */
  decidedBy: SupplyTest | null;
  /** The most that it held for a short time beyond its label; null where that was not tried. */
  overload: { amperes: number; seconds: number } | null;
  /** The least at which it gave way, and how; null where it never did. */
  gaveWay: Pick<SupplyTest, "amperes" | "seconds" | "then"> | null;
};

/** Held for so long it is taken to hold for any time. Common practice: a brick's own protection acts within seconds, its heat within minutes. */
const CONTINUOUS_SECONDS = 600;
/** Volts may be off by so much of the label. Common practice of makers. */
const VOLTS_RATIO = 0.05;
/** Amperes within this of the label are the label's. Chosen here: a meter's and a resistor's accuracy. */
const AMPERES_RATIO = 0.02;

/**
 * Holds what is printed on a supply against tests of it alone.
 * @param label volts and amperes, above zero
 * Common practice; the times and tolerances are chosen here.
 */
export const judgeLabel = (
  label: { volts: number; amperes: number },
  tests: readonly SupplyTest[],
): LabelVerdict => {
  const isWithin = ({ volts }: SupplyTest) => volts >= label.volts * (1 - VOLTS_RATIO);
  const isHeld = (test: SupplyTest) => test.then === "held" && isWithin(test);
  const isAtLabel = ({ amperes }: SupplyTest) => amperes >= label.amperes * (1 - AMPERES_RATIO);
  const isBelow = ({ amperes }: SupplyTest) => amperes <= label.amperes * (1 + AMPERES_RATIO);
  const failed = tests.filter((test) => !isHeld(test)).toSorted((a, b) => a.amperes - b.amperes);
  const proof = tests.find(
    (test) => isHeld(test) && isAtLabel(test) && test.seconds >= CONTINUOUS_SECONDS,
  );
  // Once it gave its label, the same amperes at less volts are a heavier load on a limit of current, and no failure.
  const isOnItsLimit = (test: SupplyTest) =>
    proof !== undefined && test.then === "held" && isAtLabel(test);
  const broken = failed.find((test) => isBelow(test) && !isOnItsLimit(test));
  const beyond = tests
    .filter((test) => isHeld(test) && !isBelow(test))
    .toSorted((a, b) => b.amperes - a.amperes)[0];
  const held = proof ? "met" : "open";
  return {
    outcome: broken ? "missed" : held,
    decidedBy: broken ?? proof ?? null,
    overload: beyond ? { amperes: beyond.amperes, seconds: beyond.seconds } : null,
    gaveWay: failed[0] ?? null,
  };
};
