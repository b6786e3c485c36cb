import type { Caution } from "../../caution";
import type { Band } from "../../distortion";
import { analyseTone } from "../../distortion/reading";
import { success, type Outcome } from "../../outcome";
import { inputVoltsForPower, powerWatts } from "../../power";
import { amplitudeRatioToDb, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { limitedTones } from "../limitedTones";
import { wavePicture } from "../pictures";
import { otherTone } from "../otherTone";
import { settingNumber } from "../settings";
import { peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Figure, Recorded, RunMethod } from "../types";
import { toneShot } from "../toneShot";

const peakOf = ({ stimulus }: Recorded): number | null =>
  stimulus?.kind === "sine" ? stimulus.voltsPeak : null;

type ToneThrough = {
  inputVolts: number | null;
  outputVolts: number;
  /** At the output, with its harmonics over it. */ tone: { frequencyHz: number; ratio: number };
};

/** RMS volts of the tone at the input, as it was recorded or else played, and at an output; null where nothing tells the input. */
const toneThrough = (recorded: Recorded, channel: number, band: Band): Outcome<ToneThrough> => {
  const { volts, input, sampleRateHz } = recorded;
  const output = analyseTone(volts[channel], sampleRateHz, { band });
  if (!output.ok) return output;
  const { fundamentalVoltsRms: outputVolts, fundamentalHz, thdRatio } = output.value;
  const out = { outputVolts, tone: { frequencyHz: fundamentalHz, ratio: thdRatio } };
  if (!input) {
    const played = peakOf(recorded);
    return success({ ...out, inputVolts: played === null ? null : played / Math.SQRT2 });
  }
  const sent = analyseTone(input, sampleRateHz, { band });
  if (!sent.ok) return sent;
  const finding = otherTone(sent.value.fundamentalHz, fundamentalHz);
  return finding ?? success({ ...out, inputVolts: sent.value.fundamentalVoltsRms });
};

/** How it is played and read. */
export const gainMethod: RunMethod = {
  *shots(settings, facts) {
    for (const name of ["lowWatts", "highWatts"]) {
      const watts = settingNumber(settings, name);
      yield toneShot(
        name,
        `${formatSignificant(watts, 2)} W`,
        {
          frequencyHz: settingNumber(settings, "frequencyHz"),
          voltsPeak: peakDriveFor(watts, facts),
          recordsInput: true,
        },
        facts,
      );
    }
  },
  analyse: (recordings, { band, ratedWatts }) => {
    const gains: number[] = [];
    return eachChannel(recordings, (channel, load) => {
      const figures: Figure[] = [];
      const texts: string[] = [];
      const cautions: Caution[] = [];
      let last = 0;
      for (const recorded of recordings) {
        const through = toneThrough(recorded, channel, band);
        if (!through.ok) return through;
        const { inputVolts, outputVolts, tone } = through.value;
        const watts = powerWatts(outputVolts, load.loadOhms);
        if (inputVolts === null) {
          figures.push(
            figure(`output-${figures.length}`, "output", "volts", {
              value: outputVolts,
              stdUncertainty: outputVolts * load.voltsStdUncertaintyRatio,
            }),
          );
          continue;
        }
        cautions.push(
          ...limitedTones([tone], [`gain-${recorded.shot}`, "balance", "input-for-rated"]),
        );
        last = outputVolts / inputVolts;
        figures.push(
          figure(
            `gain-${recorded.shot}`,
            `gain at ${formatSignificant(watts, 3)} W`,
            "level-ratio",
            { value: last, stdUncertainty: last * Math.SQRT2 * load.voltsStdUncertaintyRatio },
          ),
        );
        texts.push(
          `${formatSignificant(amplitudeRatioToDb(last), 4)} dB at ${formatSignificant(watts, 3)} W`,
        );
      }
      if (last > 0) {
        gains.push(last);
        if (gains.length > 1)
          figures.push(
            figure("balance", "relative to channel A", "level-ratio", { value: last / gains[0] }),
          );
        if (ratedWatts !== null)
          figures.push(
            figure("input-for-rated", "input for rated output", "volts", {
              value: inputVoltsForPower(ratedWatts, load.loadOhms, last),
            }),
          );
      }
      const { volts, sampleRateHz } = recordings[recordings.length - 1];
      const picture = wavePicture(
        volts[channel],
        sampleRateHz,
        { fromSeconds: 0.1, seconds: 0.003 },
        "some cycles",
      );
      const summary =
        texts.length > 0
          ? `Gain ${texts.join(" and ")}.`
          : "The input was not recorded; only the output is known.";
      return success({
        figures,
        curves: [{ ...picture, name: "wave", label: "wave" }],
        bursts: [],
        cautions,
        stop: stopAtLevel(recordings, null, "every level", picture),
        summary,
      });
    });
  },
};
