import { rootMeanSquare } from "../../numeric";
import { analyseTone, linearResidual, toneResidual } from "../../distortion/reading";
import { failure, success } from "../../outcome";
import { amplitudeRatioToDb, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { wavePicture } from "../pictures";
import { otherTone } from "../otherTone";
import { settingNumber } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Recorded, RunMethod } from "../types";

/** Parts of a second that are fitted at a time; the supply's ripple is in every one. */
const RESIDUAL_SECONDS = 2;

/** How it is played and read. */
export const residualMethod: RunMethod = {
  *shots(settings, facts) {
    yield {
      name: "tone",
      label: "The tone, with its source",
      stimulus: {
        kind: "sine",
        frequencyHz: settingNumber(settings, "frequencyHz"),
        voltsPeak: peakDriveFor(settingNumber(settings, "watts"), facts),
        seconds: settingNumber(settings, "seconds"),
      },
      drives: allDriven(facts),
      recordsInput: true,
      load: "run",
    };
  },
  analyse: (recordings) =>
    eachChannel(recordings, (channel) => {
      const left = residualOf(recordings[0], channel);
      if (!left)
        return failure("no-signal", "Recording", "no tone was found that could be removed.");
      const finding = left.inputHz === null ? null : otherTone(left.inputHz, left.frequencyHz);
      if (finding) return finding;
      const { voltsRms, residualVoltsRms, frequencyHz, residualVolts } = left;
      const { sampleRateHz, volts } = recordings[0];
      const ratio = residualVoltsRms / voltsRms;
      const cycle = wavePicture(
        residualVolts,
        sampleRateHz,
        { fromSeconds: 0.1, seconds: 3 / frequencyHz },
        "residual",
      );
      return success({
        figures: [
          figure("residual", "residual", "level-ratio", { value: ratio }),
          figure("residual-volts", "the same in volts", "volts", { value: residualVoltsRms }),
          figure("output", "output", "volts", { value: voltsRms }),
          figure("tone", "tone", "hertz", { value: frequencyHz }),
        ],
        curves: [
          { ...cycle, name: "residual" },
          {
            ...wavePicture(
              residualVolts,
              sampleRateHz,
              { fromSeconds: 0.1, seconds: 0.1 },
              "over a tenth of a second",
            ),
            name: "residual-long",
          },
          {
            ...wavePicture(
              volts[channel],
              sampleRateHz,
              { fromSeconds: 0.1, seconds: 3 / frequencyHz },
              "the output",
            ),
            name: "wave",
          },
        ],
        bursts: [],
        stop: stopAtLevel(recordings, null, "the tone", cycle),
        summary: `Residual ${formatSignificant(-amplitudeRatioToDb(ratio), 3)} dB below the tone, ${formatSignificant(1000 * residualVoltsRms, 3)} mV.`,
      });
    }),
};

/**
 * Output, what was taken away, and what is left, of one channel; at most some seconds of it, fades cut off.
 * @returns null when there is no tone
 * @see linearResidual
 */
export const residualOf = (
  {
    volts,
    input,
    sampleRateHz,
    stimulus,
  }: Pick<Recorded, "volts" | "input" | "sampleRateHz" | "stimulus">,
  channel: number,
): {
  output: Float64Array;
  residualVolts: Float64Array;
  voltsRms: number;
  residualVoltsRms: number;
  frequencyHz: number;
  /** Of the tone at the input, where that was taken away. */
  inputHz: number | null;
} | null => {
  const edge = Math.round(0.05 * sampleRateHz);
  const end = Math.min(
    volts[channel].length - edge,
    edge + Math.round(RESIDUAL_SECONDS * sampleRateHz),
  );
  const output = volts[channel].slice(edge, Math.max(edge, end));
  const tone = output.length > 256 ? analyseTone(output, sampleRateHz) : null;
  if (!tone?.ok) return null;
  const sent = input && stimulus?.kind !== "sine" ? input.slice(edge, edge + output.length) : null;
  const residualVolts = sent
    ? linearResidual(output, sent).residualVolts
    : toneResidual(output, sampleRateHz, tone.value.fundamentalHz);
  const inputTone = sent && analyseTone(sent, sampleRateHz);
  return {
    output,
    residualVolts,
    voltsRms: rootMeanSquare(output),
    residualVoltsRms: rootMeanSquare(residualVolts),
    frequencyHz: tone.value.fundamentalHz,
    inputHz: inputTone?.ok ? inputTone.value.fundamentalHz : null,
  };
};
