import { formatHertz, formatShort, formatSignificant } from "@/core/units";
import type { Improvement, SettlingRun } from "@/core/verdict";
import { bandText } from "./reading";

const wattsText = (watts: number | null): string =>
  watts === null ? "half the rated output" : `${formatShort(watts, 4)} W`;

/** The run that would settle a claim, as the beginning of a sentence: "A burst run into 4 Ω". */
export const settlingText = (run: SettlingRun): string => {
  switch (run.code) {
    case "sweep":
      return `A power sweep into ${formatShort(run.loadOhms)} Ω`;
    case "bridged-sweep":
      return `A bridged power sweep into ${formatShort(run.loadOhms)} Ω`;
    case "burst":
      return `A burst run into ${formatShort(run.loadOhms)} Ω`;
    case "distortion-over-band":
      return `Distortion against frequency, ${bandText(run.band)}, at ${wattsText(run.powerWatts)}${run.loadOhms === null ? "" : ` into ${formatShort(run.loadOhms)} Ω`}`;
    case "spectrum":
      return `A spectrum at ${wattsText(run.powerWatts)} and ${formatHertz(run.frequencyHz)}`;
    case "noise":
      return `A noise run with the input shorted${run.weighting === "a" ? ", A-weighted" : ""}`;
    case "crosstalk":
      return `A crosstalk run in both directions at ${formatHertz(run.frequencyHz)}`;
    case "gain":
      return "A gain run at 1 W";
    case "balance":
      return "A gain run on both channels at 1 W";
    case "mains":
      return "A mains draw run with a mains meter";
    case "full-power-response":
      return "A full-power response up to a high frequency";
    case "output-impedance":
      return `An output impedance run with two loads at ${formatHertz(run.frequencyHz)}`;
    case "intermodulation":
      return `An intermodulation run at ${wattsText(run.powerWatts)}`;
    case "response":
      return `A frequency response, ${bandText(run.band)}, at ${wattsText(run.powerWatts)}`;
  }
};

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
