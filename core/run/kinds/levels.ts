import { analyseTone } from "../../distortion";
import { success } from "../../outcome";
import { inputVoltsForPower, powerWatts } from "../../power";
import { formatHertz, formatPercent, formatSignificant, amplitudeRatioToDb } from "../../units";
import { eachChannel } from "../channels";
import { figure, wavePicture } from "../figures";
import { numberOf, quantityField } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Figure, Recorded, RunKindDefinition, Shot, ShotFacts } from "../types";

const TONE_SECONDS = 1;

const toneShot = (
  name: string,
  label: string,
  frequencyHz: number,
  voltsPeak: number,
  facts: ShotFacts,
  recordsInput: boolean,
): Shot => ({
  name,
  label,
  stimulus: { kind: "sine", frequencyHz, voltsPeak, seconds: TONE_SECONDS },
  drives: allDriven(facts),
  recordsInput,
  load: "run",
});

const peakOf = ({ stimulus }: Recorded): number | null =>
  stimulus?.kind === "sine" ? stimulus.voltsPeak : null;

/** Gain at two levels, from output and input recorded together, channel balance, and the drive that rated output takes. */
export const gain: RunKindDefinition = {
  fields: [
    quantityField("lowWatts", "First level", "W", 1, 0.001, 1000),
    quantityField("highWatts", "Second level", "W", 5, 0.001, 1000),
    quantityField("frequencyHz", "Tone", "Hz", 1000, 10, 20_000),
  ],
  *shots(settings, facts) {
    for (const name of ["lowWatts", "highWatts"]) {
      const watts = numberOf(settings, name);
      yield toneShot(
        name,
        `${formatSignificant(watts, 2)} W`,
        numberOf(settings, "frequencyHz"),
        peakDriveFor(watts, facts),
        facts,
        true,
      );
    }
  },
  analyse: (recordings, { band, ratedWatts }) => {
    const gains: number[] = [];
    return eachChannel(recordings, (channel, load) => {
      const figures: Figure[] = [];
      const texts: string[] = [];
      let last = 0;
      for (const recorded of recordings) {
        const output = analyseTone(recorded.volts[channel], recorded.sampleRateHz, { band });
        if (!output.ok) return output;
        const input = recorded.input
          ? analyseTone(recorded.input, recorded.sampleRateHz, { band })
          : null;
        if (input && !input.ok) return input;
        const played = peakOf(recorded);
        const inputVolts = input
          ? input.value.fundamentalVoltsRms
          : played === null
            ? null
            : played / Math.SQRT2;
        const watts = powerWatts(output.value.fundamentalVoltsRms, load.loadOhms);
        if (inputVolts === null) {
          figures.push(
            figure(
              `output-${figures.length}`,
              "output",
              "volts",
              output.value.fundamentalVoltsRms,
              output.value.fundamentalVoltsRms * load.voltsStdUncertaintyRatio,
            ),
          );
          continue;
        }
        last = output.value.fundamentalVoltsRms / inputVolts;
        figures.push(
          figure(
            `gain-${recorded.shot}`,
            `gain at ${formatSignificant(watts, 3)} W`,
            "level-ratio",
            last,
            last * Math.SQRT2 * load.voltsStdUncertaintyRatio,
          ),
        );
        texts.push(
          `${formatSignificant(amplitudeRatioToDb(last), 4)} dB at ${formatSignificant(watts, 3)} W`,
        );
      }
      if (last > 0) {
        gains.push(last);
        if (gains.length > 1)
          figures.push(figure("balance", "over channel A", "level-ratio", last / gains[0]));
        if (ratedWatts !== null)
          figures.push(
            figure(
              "input-for-rated",
              "input for rated output",
              "volts",
              inputVoltsForPower(ratedWatts, load.loadOhms, last),
            ),
          );
      }
      const { volts, sampleRateHz } = recordings[recordings.length - 1];
      const picture = wavePicture(volts[channel], sampleRateHz, 0.1, 0.003, "some cycles");
      const summary =
        texts.length > 0
          ? `Gain is ${texts.join(" and ")}.`
          : "The input was not recorded, so only the output is known.";
      return success({
        figures,
        curves: [{ ...picture, name: "wave", label: "wave" }],
        bursts: [],
        stop: stopAtLevel(recordings, null, "every level", picture),
        summary,
      });
    });
  },
};

/** An output that feeds another amplifier: distortion at some volts. */
export const lineOutput: RunKindDefinition = {
  fields: [
    quantityField("first", "First level", "V", 1, 0.01, 20),
    quantityField("second", "Second level", "V", 2, 0.01, 20),
    quantityField("third", "Third level", "V", 3, 0.01, 20),
    quantityField("frequencyHz", "Tone", "Hz", 1000, 10, 20_000),
  ],
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
