import { mainsBudget, powerWatts } from "../../power";
import { formatSignificant } from "../../units";
import { figure } from "../figures";
import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";
import { need } from "../typed";
import type { TypedReading } from "../types";

/** RMS amperes over its rating at which the quickest breaker of a house may open at once. @see IEC 60898-1, curve B: 3 to 5. From memory. */
const OPENS_AT_ONCE_RATIO = 3;

/** The peak at switching on, and how much of it the breaker surely stands. */
const inrushFigures = (amperesPeak: number, breakerAmperes: number) =>
  amperesPeak > 0
    ? [
        figure("inrush", "inrush, peak", "amperes", { value: amperesPeak }),
        figure("inrush-margin", "peak the breaker holds", "amperes", {
          value: OPENS_AT_ONCE_RATIO * Math.SQRT2 * breakerAmperes,
        }),
      ]
    : [];

/** A mains meter and a voltmeter. */
const typed: TypedReading = {
  fields: [
    quantityField("mainsWatts", "Mains meter", "W", { initial: 0, least: 0, most: 20_000 }),
    quantityField("mainsAmperes", "Clamp", "A", { initial: 0, least: 0, most: 100 }),
    quantityField("outputVoltsRms", "Output power", "V", { initial: 0, least: 0, most: 1000 }),
    quantityField("channels", "Channels driven", "", { initial: 1, least: 1, most: 16 }),
    quantityField("mainsVolts", "Mains", "V", { initial: 230, least: 90, most: 260 }),
    quantityField("breakerAmperes", "Breaker", "A", { initial: 16, least: 1, most: 63 }),
    quantityField("inrushAmperes", "Inrush, clamp peak hold", "A", {
      initial: 0,
      least: 0,
      most: 1000,
    }),
  ],
  required: ["mainsWatts"],
  read: (readings, load) => {
    const input = need(readings, "mainsWatts");
    const output =
      (readings.channels ?? 1) * powerWatts(readings.outputVoltsRms ?? 0, load.loadOhms);
    const volts = readings.mainsVolts ?? 230;
    const factor = readings.mainsAmperes
      ? Math.min(1, Math.max(0.01, input / (volts * readings.mainsAmperes)))
      : 1;
    const budget = mainsBudget({
      outputWatts: output,
      inputWatts: input,
      mainsVolts: volts,
      powerFactor: factor,
      breakerAmperes: readings.breakerAmperes ?? 16,
    });
    return {
      figures: [
        figure("mains", "from the mains", "watts", { value: input }),
        figure("efficiency", "efficiency", "share", { value: budget.efficiencyRatio }),
        figure("heat", "heat", "watts", { value: budget.heatWatts }),
        figure("amperes", "current", "amperes", { value: budget.mainsAmperes }),
        figure("margin", "breaker margin", "amperes", { value: budget.marginAmperes }),
        ...(readings.mainsAmperes
          ? [
              figure("power-factor", "power factor", "factor", {
                value: input / (volts * readings.mainsAmperes),
              }),
            ]
          : []),
        ...inrushFigures(readings.inrushAmperes ?? 0, readings.breakerAmperes ?? 16),
      ],
      summary: `${formatSignificant(input, 3)} W from the mains, ${formatSignificant(output, 3)} W output, ${formatSignificant(budget.heatWatts, 3)} W heat.`,
    };
  },
};

/** Watts and amperes from the mains: idle, at an eighth and at rated power; efficiency, heat, and the margin to the breaker. */
export const mainsDrawKind: RunKindFacts = {
  needsMains: true,
  title: "Mains draw",
  yields: "mains power, idle to rated",
  plan: { violence: 5, seconds: 60, meanRatio: 0.4, level: { ratio: 1 }, from: "everything" },
  connect: [
    "Mains meter between wall and amplifier; clamp around one conductor only. Open nothing.",
  ],
  charts: [["mains", "Mains against output"]],
  isReadTogether: true,
  isOfWholeAmplifier: true,
  typed,
  fields: [
    quantityField("seconds", "Each", "s", { initial: 3, least: 1, most: 60 }),
    quantityField("mainsVolts", "Mains", "V", { initial: 230, least: 90, most: 260 }),
    quantityField("breakerAmperes", "Breaker", "A", { initial: 16, least: 1, most: 63 }),
  ],
};
