import { unparse } from "papaparse";
import { channelLetter } from "@/core/verdict";
import type { Amplifier } from "./amplifier";
import type { Run } from "./run";

/** One line a channel and level, units in the column names. */
export const runAsCsv = ({ conditions, result }: Run): string =>
  unparse(
    result.channels.flatMap(({ steps }, k) =>
      steps.map((step, level) => ({
        channel: channelLetter(conditions.channels[k].channelIndex),
        level: level + 1,
        load_ohms: conditions.channels[k].loadOhms,
        volts_rms: step.voltsRms,
        power_watts: step.powerWatts,
        power_watts_std_uncertainty: step.powerWattsStdUncertainty,
        thd_ratio: step.thdRatio,
        thd_plus_noise_ratio: step.thdPlusNoiseRatio,
        tops_flatten: step.flattening.present ? (step.flattening.firstHalf ?? "") : "no",
        frequency_hz: step.fundamentalHz,
        start_seconds: step.startSeconds,
      })),
    ),
    { newline: "\n" },
  );

/** The whole run with what it was made from. */
export const runAsJson = (amplifier: Amplifier, run: Run): string => JSON.stringify({ format: "rimebank-run", formatVersion: 1, amplifier, run }, null, 2);
