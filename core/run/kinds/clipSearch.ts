import { formatSignificant } from "../../units";
import { figure } from "../figures";
import { quantityField, RANGE_FIELD } from "../settings";
import type { RunKindFacts } from "../types";
import { powerFromPeakVolts, powerStdUncertaintyRatio, powerWatts } from "../../power";
import type { TypedReading } from "../types";

/** Volts off a meter, or a peak off a scope. */
const typed: TypedReading = {
  fields: [
    quantityField("voltsRms", "Voltmeter, just below clipping", "V", {
      initial: 0,
      least: 0,
      most: 1000,
    }),
    quantityField("voltsPeak", "Or oscilloscope peak", "V", { initial: 0, least: 0, most: 1500 }),
  ],
  required: [],
  read: (readings, load) => {
    const fromRms =
      readings.voltsRms === undefined ? null : powerWatts(readings.voltsRms, load.loadOhms);
    const fromPeak =
      readings.voltsPeak === undefined
        ? null
        : powerFromPeakVolts(readings.voltsPeak, load.loadOhms);
    const watts = fromRms ?? fromPeak ?? 0;
    const share = powerStdUncertaintyRatio(load);
    return {
      figures: [
        figure("power", "output, just below clipping", "watts", {
          value: watts,
          stdUncertainty: watts * share,
        }),
        ...(fromRms !== null && fromPeak !== null
          ? [
              figure("power-from-peak", "output from peak volts", "watts", {
                value: fromPeak,
                stdUncertainty: fromPeak * share,
              }),
            ]
          : []),
        ...(readings.voltsRms === undefined
          ? []
          : [
              figure("volts", "output volts", "volts", {
                value: readings.voltsRms,
                stdUncertainty: readings.voltsRms * load.voltsStdUncertaintyRatio,
              }),
            ]),
      ],
      summary: `${formatSignificant(watts, 3)} W just below clipping, from ${fromRms === null ? "peak volts" : "RMS volts"} and ${formatSignificant(load.loadOhms, 4)} Ω.`,
    };
  },
};

/** Just below flat tops, found by raising and backing off: power from RMS volts, and from peak volts. */
export const clipSearchKind: RunKindFacts = {
  title: "Clip search",
  hears: "one-tone",
  yields: "power just below clipping, and which half clips first",
  plan: { violence: 5, seconds: 60, meanRatio: 0.5, level: { ratio: 1 }, from: null },
  charts: [
    ["wave", "Waveform"],
    ["picture", "Curve"],
  ],
  byHand: "first",
  endsAtCleanTops: true,
  typed,
  fields: [
    quantityField("frequencyHz", "Tone", "Hz", { initial: 1000, least: 10, most: 20_000 }),
    quantityField("seconds", "Duration of each try", "s", { initial: 0.5, least: 0.1, most: 10 }),
    RANGE_FIELD,
  ],
};
