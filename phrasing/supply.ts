import type { EnergyRemark, LabelVerdict, SupplyTest } from "@/core/supply";
import { formatFixed, formatShort, formatSignificant } from "@/core/units";

/** How a supply ended a test of it alone, as a choice and in a sentence. */
export const SUPPLY_RESULTS: Record<SupplyTest["then"], string> = {
  held: "held",
  "folded back": "folded back",
  "started anew": "restarted",
  "switched off": "switched off",
};

const amperesText = (amperes: number): string => `${formatSignificant(amperes, 2)} A`;
const secondsText = (seconds: number): string => `${formatSignificant(seconds, 2)} s`;

const broken = ({ then, amperes, volts, seconds }: SupplyTest): string =>
  `At ${amperesText(amperes)} it ${
    then === "held"
      ? `gave ${formatSignificant(volts, 3)} V only`
      : `${SUPPLY_RESULTS[then]} after ${secondsText(seconds)}`
  }.`;

const proof = ({ amperes, volts, seconds }: SupplyTest): string =>
  `It gave ${formatSignificant(volts, 3)} V at ${amperesText(amperes)} for ${formatSignificant(seconds / 60, 2)} min.`;

/** Whether a supply gives what is printed on it, with the test that shows it, as one text. */
export const labelVerdictText = (
  label: { volts: number; amperes: number },
  { outcome, decidedBy }: LabelVerdict,
): string => {
  const printed = `${formatShort(label.volts)} V, ${formatShort(label.amperes)} A`;
  if (outcome === "open" || !decidedBy)
    return `${printed}: not tested. Load it with that for ten minutes, into a resistor rated for it.`;
  return outcome === "met"
    ? `${printed}: met. ${proof(decidedBy)}`
    : `${printed}: not met. ${broken(decidedBy)}`;
};

/** What a supply held beyond its label, and where it gave way. Empty where neither was tried. */
export const overloadText = ({ overload, gaveWay, outcome }: LabelVerdict): string =>
  [
    overload &&
      `Above its rating, ${amperesText(overload.amperes)} for ${secondsText(overload.seconds)}.`,
    gaveWay &&
      outcome !== "missed" &&
      `At ${amperesText(gaveWay.amperes)} it ${gaveWay.then === "held" ? "sagged" : SUPPLY_RESULTS[gaveWay.then]}.`,
  ]
    .filter(Boolean)
    .join(" ");

/** What does not add up between the watts that go in and come out, or is easily misread. */
export const energyRemarkText = (remark: EnergyRemark): string => {
  switch (remark.code) {
    case "more-out-than-in":
      return `${formatSignificant(remark.watts, 2)} W more output than input: the meter, the load resistance or the voltage at the load is wrong.`;
    case "vague-heat":
      return `The heat is a small difference of large values: ${formatSignificant(remark.watts, 2)} ± ${formatSignificant(remark.expandedUncertainty, 2)} W.`;
    case "clamp-too-low":
      return `${formatSignificant(remark.inWatts, 3)} W is more than ${formatSignificant(remark.voltAmperes, 3)} VA: the clamp reads too low, or the mains voltage is different.`;
    case "apparent":
      return `Clamp and voltage alone would give ${formatSignificant(remark.voltAmperes, 3)} VA, ${formatFixed(1 / remark.powerFactor, 1)} times the real power: the current flows in peaks (power factor ${formatFixed(remark.powerFactor, 2)}).`;
  }
};
