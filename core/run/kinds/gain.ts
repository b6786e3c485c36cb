import { analyseTone } from "../../distortion";
import { success } from "../../outcome";
import { inputVoltsForPower, powerWatts } from "../../power";
import { formatSignificant, amplitudeRatioToDb } from "../../units";
import { eachChannel } from "../channels";
import { figure, wavePicture } from "../figures";
import { numberOf, quantityField } from "../settings";
import { peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Figure, Recorded, RunKindFacts, RunMethod } from "../types";
import { toneShot } from "../toneShot";
import { powerStdUncertaintyRatio, voltageGain } from "../../power";
import { need } from "../typed";
import type { TypedReading } from "../types";

const peakOf = ({ stimulus }: Recorded): number | null =>
  stimulus?.kind === "sine" ? stimulus.voltsPeak : null;

/** Both volts off meters. */
const typed: TypedReading = {
  fields: [
    quantityField("inputVoltsRms", "Input", "V", 0, 0, 100),
    quantityField("outputVoltsRms", "Output", "V", 0, 0, 1000),
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
        figure(
          "gain",
          `gain at ${formatSignificant(watts, 3)} W`,
          "level-ratio",
          gainRatio,
          gainRatioStdUncertainty,
        ),
        figure("power", "output", "watts", watts, watts * powerStdUncertaintyRatio(load)),
      ],
      summary: `Gain is ${formatSignificant(gainRatio, 3)} times, at ${formatSignificant(watts, 3)} W.`,
    };
  },
};

/** Gain at two levels, from output and input recorded together, channel balance, and the drive that rated output takes. */
export const gain: RunKindFacts = {
  title: "Level and gain",
  yields: "gain and balance at 1 W and 5 W",
  plan: { violence: 1, seconds: 30, meanRatio: 0.6, level: { watts: 5 }, from: "quick" },
  connect: ["Record the source on a channel of its own, or read both with one voltmeter."],
  charts: [["wave", "Waveform"]],
  speaksTo: "gain",
  isReadTogether: true,
  typed: typed,
  fields: [
    quantityField("lowWatts", "First level", "W", 1, 0.001, 1000),
    quantityField("highWatts", "Second level", "W", 5, 0.001, 1000),
    quantityField("frequencyHz", "Tone", "Hz", 1000, 10, 20_000),
  ],
};

/** How it is played and read. */
export const gainMethod: RunMethod = {
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
        const playedVolts = played === null ? null : played / Math.SQRT2;
        const inputVolts = input?.value.fundamentalVoltsRms ?? playedVolts;
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
