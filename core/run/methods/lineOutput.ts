import { analyseTone } from "../../distortion/reading";
import { success } from "../../outcome";
import { formatHertz, formatPercent, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { wavePicture } from "../pictures";
import { settingNumber } from "../settings";
import { stopAtLevel } from "../stop";
import type { Figure, RunMethod } from "../types";
import { toneShot } from "../toneShot";

/** How it is played and read. */
export const lineOutputMethod: RunMethod = {
  *shots(settings, facts) {
    for (const name of ["first", "second", "third"]) {
      const volts = settingNumber(settings, name);
      yield toneShot(
        name,
        `${formatSignificant(volts, 2)} V`,
        {
          frequencyHz: settingNumber(settings, "frequencyHz"),
          voltsPeak: Math.SQRT2 * Math.min(facts.mostDriveVoltsRms, volts / facts.gainRatio),
          recordsInput: false,
        },
        facts,
      );
    }
  },
  analyse: (recordings, { band }) =>
    eachChannel(recordings, (channel) => {
      const figures: Figure[] = [];
      const points: [number, number][] = [];
      let worst = 0,
        frequencyHz = 0;
      for (const { volts, sampleRateHz } of recordings) {
        const outcome = analyseTone(volts[channel], sampleRateHz, { band });
        if (!outcome.ok) return outcome;
        const { voltsRms, thdPlusNoiseRatio, thdPlusNoiseRatioStdUncertainty, fundamentalHz } =
          outcome.value;
        figures.push(
          figure(
            `thd-plus-noise-${figures.length + 1}`,
            `THD+N at ${formatSignificant(voltsRms, 3)} V`,
            "distortion-ratio",
            { value: thdPlusNoiseRatio, stdUncertainty: thdPlusNoiseRatioStdUncertainty },
          ),
        );
        points.push([voltsRms, thdPlusNoiseRatio]);
        [worst, frequencyHz] = [Math.max(worst, thdPlusNoiseRatio), fundamentalHz];
      }
      const { volts, sampleRateHz } = recordings[recordings.length - 1];
      return success({
        figures,
        curves: [
          {
            name: "distortion",
            label: "THD+N",
            x: "volts",
            y: "distortion-ratio",
            points: points.sort((a, b) => a[0] - b[0]),
          },
        ],
        bursts: [],
        stop: stopAtLevel(
          recordings,
          null,
          "every level",
          wavePicture(
            volts[channel],
            sampleRateHz,
            { fromSeconds: 0.1, seconds: 2 / frequencyHz },
            "two cycles",
          ),
        ),
        summary: `At most ${formatPercent(worst, 2)} THD+N over ${figures.length} levels at ${formatHertz(frequencyHz, 4)}.`,
      });
    }),
};
