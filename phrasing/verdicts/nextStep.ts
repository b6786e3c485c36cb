import { formatHertz, formatShort, formatSignificant } from "@/core/units";
import type { Improvement, SettlingRun } from "@/core/verdict";
import { bandText } from "./reading";

const wattsText = (watts: number | null): string =>
  watts === null ? "half the rated output" : `${formatShort(watts, 4)} W`;

const ohmsText = (ohms: number): string => `${formatShort(ohms)} Ω`;

const RUNS: {
  [Code in SettlingRun["code"]]: (run: Extract<SettlingRun, { code: Code }>) => string;
} = {
  sweep: ({ loadOhms }) => `A power sweep into ${ohmsText(loadOhms)}`,
  "bridged-sweep": ({ loadOhms }) => `A bridged power sweep into ${ohmsText(loadOhms)}`,
  burst: ({ loadOhms }) => `A burst run into ${ohmsText(loadOhms)}`,
  "distortion-over-band": ({ band, powerWatts, loadOhms }) =>
    `Distortion against frequency, ${bandText(band)}, at ${wattsText(powerWatts)}${loadOhms === null ? "" : ` into ${ohmsText(loadOhms)}`}`,
  spectrum: ({ powerWatts, frequencyHz }) =>
    `A spectrum at ${wattsText(powerWatts)} and ${formatHertz(frequencyHz)}`,
  noise: ({ weighting }) =>
    `A noise run with the input shorted${weighting === "a" ? ", A-weighted" : ""}`,
  crosstalk: ({ frequencyHz }) =>
    `A crosstalk run in both directions at ${formatHertz(frequencyHz)}`,
  gain: () => "A gain run at 1 W",
  balance: () => "A gain run on both channels at 1 W",
  mains: () => "A mains draw run with a mains meter",
  "full-power-response": () => "A full-power response up to a high frequency",
  "output-impedance": ({ frequencyHz }) =>
    `An output impedance run with two loads at ${formatHertz(frequencyHz)}`,
  intermodulation: ({ powerWatts }) => `An intermodulation run at ${wattsText(powerWatts)}`,
  response: ({ band, powerWatts }) =>
    `A frequency response, ${bandText(band)}, at ${wattsText(powerWatts)}`,
};

/** The run that would settle a claim, as the beginning of a sentence: "A burst run into 4 Ω". */
export const settlingText = (run: SettlingRun): string =>
  (RUNS[run.code] as (run: SettlingRun) => string)(run);

/** The one improvement that would settle an inconclusive reading, as the beginning of a sentence. */
export const improvementText = (improvement: Improvement): string => {
  switch (improvement.code) {
    case "measure-load":
      return `Measuring the ${formatSignificant(improvement.loadOhms, 2)} Ω load to 0.1 %`;
    case "finer-steps":
      return improvement.nearWatts === null
        ? "Finer steps"
        : `Finer steps near ${formatSignificant(improvement.nearWatts, 3)} W`;
    case "calibrate-volts":
      return "Calibrating the voltage to 0.1 %";
    case "repeat":
      return "Repeating it ten times";
    case "cool-load":
      return "Cooling the load, or measuring its resistance while hot,";
    case "exact-load":
      return "Measuring into exactly the claimed load";
  }
};
