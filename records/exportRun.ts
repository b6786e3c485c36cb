import { unparse } from "papaparse";
import { amplitudeRatioToDb } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { Amplifier } from "./amplifier";
import type { Run } from "./run";

/** Words of the reviewer that a spreadsheet would take for a formula are given as text. */
const CSV = { newline: "\n", escapeFormulae: true };

/** A run with levels as one line a channel and level; any other as one line a reading, then one a point of its curves. SI units and ratios. */
export const runAsCsv = (run: Run): string =>
  run.result.channels.some(({ levels }) => levels) ? levelsAsCsv(run) : readingsAsCsv(run);

/** Under what each line was measured. */
const conditionsOf = ({ conditions }: Run) => ({
  nominal_ohms: conditions.nominalOhms,
  channels_driven: conditions.channelsDriven,
  setting: conditions.setting ?? "",
});

const readingsAsCsv = (run: Run): string =>
  unparse(
    run.result.channels.flatMap(({ figures, curves, bursts, cautions = [] }, k) => {
      const channel = channelLetter(run.conditions.channels[k].channelIndex);
      const rows = [
        ...cautions.map(({ text }) => ({
          channel,
          item: text,
          x_quantity: "",
          x: "",
          quantity: "caution",
          value: "",
          std_uncertainty: "",
          bound: "",
        })),
        ...figures.map(({ label, quantity, value, stdUncertainty, bound }) => ({
          channel,
          item: label,
          x_quantity: "",
          x: "",
          quantity,
          value: value ?? "",
          std_uncertainty: stdUncertainty ?? "",
          bound: bound ?? "",
        })),
        ...curves.flatMap(({ label, x, y, points }) =>
          points.map(([at, value]) => ({
            channel,
            item: label,
            x_quantity: x,
            x: at,
            quantity: y,
            value,
            std_uncertainty: "",
            bound: "",
          })),
        ),
        ...bursts.flatMap(({ label, powerWatts, flattened }) =>
          powerWatts.map((value, cycle) => ({
            channel,
            item: label,
            x_quantity: "cycle",
            x: cycle + 1,
            quantity: flattened[cycle] ? "watts, tops flat" : "watts",
            value,
            std_uncertainty: "",
            bound: "",
          })),
        ),
      ];
      const { loadOhms } = run.conditions.channels[k];
      return rows.map((row) => ({ ...row, load_ohms: loadOhms, ...conditionsOf(run) }));
    }),
    CSV,
  );

const levelsAsCsv = (run: Run): string =>
  unparse(
    run.result.channels.flatMap(({ levels = [] }, k) =>
      levels.map((step, level) => ({
        channel: channelLetter(run.conditions.channels[k].channelIndex),
        level: level + 1,
        load_ohms: run.conditions.channels[k].loadOhms,
        volts_rms: step.voltsRms,
        power_watts: step.powerWatts,
        power_watts_std_uncertainty: step.powerWattsStdUncertainty,
        thd_ratio: step.thdRatio,
        thd_plus_noise_ratio: step.thdPlusNoiseRatio,
        tops_flatten: step.flattening.present ? (step.flattening.firstHalf ?? "") : "no",
        frequency_hz: step.fundamentalHz,
        start_seconds: step.startSeconds,
        ...conditionsOf(run),
      })),
    ),
    CSV,
  );

/**
 * The response of one channel as text: frequency, dB over that at 1 kHz, and degrees where the phase is known; the way round of what is read
 * in as a response. Null where the run has no response.
 * @param channel place in the run, from 0
 */
export const runAsResponseText = ({ result }: Run, channel: number): string | null => {
  const { curves = [] } = result.channels[channel] ?? {};
  const magnitude = curves.find(({ name, x }) => name.startsWith("magnitude") && x === "hertz");
  if (!magnitude) return null;
  const phase = curves.find(({ name }) => name === magnitude.name.replace("magnitude", "phase"));
  const rows = magnitude.points.map(([hertz, ratio], k) =>
    [
      hertz,
      amplitudeRatioToDb(ratio).toFixed(4),
      ...(phase ? [((180 / Math.PI) * phase.points[k][1]).toFixed(3)] : []),
    ].join("\t"),
  );
  const head = ["Frequency (Hz)", "Level (dB)", ...(phase ? ["Phase (deg)"] : [])].join("\t");
  return `${[head, ...rows].join("\n")}\n`;
};

/** The whole run with what it was made from. */
export const runAsJson = (amplifier: Amplifier, run: Run): string =>
  JSON.stringify({ format: "rimebank-run", formatVersion: 2, amplifier, run }, null, 2);
