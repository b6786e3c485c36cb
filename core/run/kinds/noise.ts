import { type WeightingName } from "../../noise";
import { formatSignificant } from "../../units";
import { figure } from "../figures";
import { BAND_FIELDS, choiceField, forReading, quantityField, RANGE_FIELD } from "../settings";
import type { RunKindFacts } from "../types";
import { need } from "../typed";
import type { TypedReading } from "../types";

export const WEIGHTING_TEXTS: Record<WeightingName, string> = {
  a: "A-weighted",
  none: "unweighted",
  c: "C-weighted",
  "itu-468": "ITU-R 468, RMS",
};

/** A millivoltmeter, in whatever band it has. */
const typed: TypedReading = {
  fields: [
    quantityField("noiseVoltsRms", "Millivoltmeter, input shorted", "V", {
      initial: 0,
      least: 0,
      most: 10,
    }),
  ],
  required: ["noiseVoltsRms"],
  read: (readings, load) => {
    const volts = need(readings, "noiseVoltsRms");
    const ratio = Math.sqrt(load.loadOhms) / volts;
    return {
      figures: [
        figure("snr-none-reOneWatt", "unweighted, under 1 W", "level-ratio", {
          value: ratio,
          stdUncertainty: ratio * load.voltsStdUncertaintyRatio,
        }),
        figure("noise-none", "unweighted", "volts", {
          value: volts,
          stdUncertainty: volts * load.voltsStdUncertaintyRatio,
        }),
      ],
      summary: `${formatSignificant(1000 * volts, 3)} mV of noise and hum in the bandwidth of the meter.`,
    };
  },
};

/** Input shorted: hiss and hum, in volts and under 1 W, 2.83 V and the rated output. */
export const noiseKind: RunKindFacts = {
  title: "Noise and hum",
  yields: "hiss and hum with the input shorted",
  plan: { violence: 0, seconds: 30, meanRatio: 0, level: { watts: 0 }, from: "standard" },
  connect: [
    "Short the inputs with plugs that contain the standard source resistance.",
    "Set the level control for normal listening and note its position.",
  ],
  hears: "rest",
  charts: [["spectrum", "Spectrum"]],
  speaksTo: "noise",
  typed,
  fields: [
    forReading(
      choiceField(
        "weighting",
        "Main reading",
        (Object.keys(WEIGHTING_TEXTS) as WeightingName[]).map((name) => [
          name,
          WEIGHTING_TEXTS[name],
        ]),
      ),
    ),
    forReading(
      choiceField("reference", "Against", [
        ["one-watt", "1 W"],
        ["volts-2-83", "2.83 V"],
        ["rated", "rated output"],
      ]),
    ),
    quantityField("seconds", "Length", "s", { initial: 5, least: 0.5, most: 60 }),
    ...BAND_FIELDS,
    RANGE_FIELD,
  ],
};
