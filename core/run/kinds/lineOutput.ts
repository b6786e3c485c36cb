import { analyseTone } from "../../distortion";
import { success } from "../../outcome";
import { formatHertz, formatPercent, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure, wavePicture } from "../figures";
import { numberOf, quantityField } from "../settings";
import { stopAtLevel } from "../stop";
import type { Figure, RunKindFacts, RunMethod } from "../types";
import { toneShot } from "../toneShot";

/** An output that feeds another amplifier: distortion at some volts. */
export const lineOutput: RunKindFacts = {
  title: "Line output",
  yields: "distortion at 1, 2 and 3 V",
  plan: { violence: 1, seconds: 30, meanRatio: 1, level: { watts: 0.1 }, from: null },
  connect: ["The line output on the recorder’s input; no power load on it."],
  charts: [["distortion", "Distortion"]],
  isReadTogether: true,
  fields: [
    quantityField("first", "First level", "V", 1, 0.01, 20),
    quantityField("second", "Second level", "V", 2, 0.01, 20),
    quantityField("third", "Third level", "V", 3, 0.01, 20),
    quantityField("frequencyHz", "Tone", "Hz", 1000, 10, 20_000),
  ],
};

/** How it is played and read. */
export const lineOutputMethod: RunMethod = {
  *shots(settings, facts) {
    for (const name of ["first", "second", "third"]) {
      const volts = numberOf(settings, name);
      yield toneShot(
        name,
        `${formatSignificant(volts, 2)} V`,
        numberOf(settings, "frequencyHz"),
        Math.SQRT2 * Math.min(facts.mostDriveVoltsRms, volts / facts.gainRatio),
        facts,
        false,
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
            thdPlusNoiseRatio,
            thdPlusNoiseRatioStdUncertainty,
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
          wavePicture(volts[channel], sampleRateHz, 0.1, 2 / frequencyHz, "two cycles"),
        ),
        summary: `At most ${formatPercent(worst, 2)} THD+N over ${figures.length} levels at ${formatHertz(Number(frequencyHz.toPrecision(4)))}.`,
      });
    }),
};
