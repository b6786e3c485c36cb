import { powerWatts } from "../../power";
import { formatSignificant } from "../../units";
import { figure } from "../figures";
import { quantityField } from "../settings";
import type { RunKindFacts } from "../types";
import { powerStdUncertaintyRatio, voltageGain } from "../../power";
import { need } from "../typed";
import type { TypedReading } from "../types";

/** Both volts off meters. */
const typed: TypedReading = {
  fields: [
    quantityField("inputVoltsRms", "Input", "V", { initial: 0, least: 0, most: 100 }),
    quantityField("outputVoltsRms", "Output", "V", { initial: 0, least: 0, most: 1000 }),
  ],
  required: ["inputVoltsRms", "outputVoltsRms"],
  read: (readings, load) => {
    const { gainRatio, gainRatioStdUncertainty } = voltageGain(
      need(readings, "outputVoltsRms"),
      need(readings, "inputVoltsRms"),
      [load.voltsStdUncertaintyRatio, load.voltsStdUncertaintyRatio],
    );
    const watts = powerWatts(need(readings, "outputVoltsRms"), load.loadOhms);
    return {
      figures: [
        figure("gain", `gain at ${formatSignificant(watts, 3)} W`, "level-ratio", {
          value: gainRatio,
          stdUncertainty: gainRatioStdUncertainty,
        }),
        figure("power", "output", "watts", {
          value: watts,
          stdUncertainty: watts * powerStdUncertaintyRatio(load),
        }),
      ],
      summary: `Gain ${formatSignificant(gainRatio, 3)} times at ${formatSignificant(watts, 3)} W.`,
    };
  },
};

/** Gain at two levels, from output and input recorded together, channel balance, and the drive that rated output takes. */
export const gainKind: RunKindFacts = {
  title: "Level and gain",
  yields: "gain and balance at 1 W and 5 W",
  readsInput: true,
  plan: { violence: 1, seconds: 30, meanRatio: 0.6, level: { watts: 5 }, from: "quick" },
  connect: ["Record the source on a separate channel, or read both with one voltmeter."],
  hears: "one-tone",
  belowClipping: "tone",
  charts: [["wave", "Waveform"]],
  speaksTo: "gain",
  isReadTogether: true,
  typed,
  fields: [
    quantityField("lowWatts", "First level", "W", { initial: 1, least: 0.001, most: 1000 }),
    quantityField("highWatts", "Second level", "W", { initial: 5, least: 0.001, most: 1000 }),
    quantityField("frequencyHz", "Tone", "Hz", { initial: 1000, least: 10, most: 20_000 }),
  ],
};
