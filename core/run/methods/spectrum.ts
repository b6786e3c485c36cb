import { effectiveBits, toneSummary } from "../../distortion";
import { analyseTone } from "../../distortion/reading";
import { findMainsHum } from "../../noise";
import { success } from "../../outcome";
import { powerWatts } from "../../power";
import { averagedSpectrum, powerSpectrum } from "../../spectrum";
import { formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure, harmonicFigures, toneFigures } from "../figures";
import { spectrumCurve, wavePicture } from "../pictures";
import { bandOf, settingNumber } from "../settings";
import { allDriven, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { RunMethod } from "../types";

/** Beyond them a table is no longer read. */
const SHOWN_ORDERS = 10;
/** Shorter than this nothing is left to average. */
const SEGMENT_SAMPLES = 65_536;

/** The window spreads a line over seven bins either side: in less time lines of the mains run into each other and into the tone. */
const LEAST_HUM_SECONDS = 0.3;

/** How it is played and read. */
export const spectrumMethod: RunMethod = {
  *shots(settings, facts) {
    yield {
      name: "tone",
      label: "The tone",
      stimulus: {
        kind: "sine",
        frequencyHz: settingNumber(settings, "frequencyHz"),
        voltsPeak: peakDriveFor(settingNumber(settings, "watts"), facts),
        seconds: settingNumber(settings, "seconds"),
      },
      drives: allDriven(facts),
      recordsInput: false,
      load: "run",
    };
  },
  analyse: (recordings, { band: usual, mainsHz, settings }) =>
    eachChannel(recordings, (channel, load) => {
      const { volts, sampleRateHz } = recordings[0];
      const band = bandOf(settings, usual, sampleRateHz);
      const outcome = analyseTone(volts[channel], sampleRateHz, { band });
      if (!outcome.ok) return outcome;
      const reading = outcome.value;
      const whole = powerSpectrum(volts[channel], sampleRateHz, "blackmanHarris7");
      const shown =
        settings.averaging === "mean" && volts[channel].length > 2 * SEGMENT_SAMPLES
          ? averagedSpectrum(volts[channel], sampleRateHz, {
              window: "blackmanHarris7",
              segmentSamples: SEGMENT_SAMPLES,
            })
          : whole;
      const isLong = volts[channel].length >= LEAST_HUM_SECONDS * sampleRateHz;
      const hum = findMainsHum(whole, Math.min(band.highHz, 0.9 * reading.fundamentalHz), mainsHz);
      const watts = formatSignificant(powerWatts(reading.voltsRms, load.loadOhms), 3);
      return success({
        figures: [
          ...toneFigures(reading, load),
          figure("effective-bits", "effective bits", "bits", {
            value: effectiveBits(1 / reading.thdPlusNoiseRatio),
          }),
          figure("hum", "hum lines together", "level-ratio", {
            value: isLong ? hum.voltsRms / reading.fundamentalVoltsRms : null,
          }),
          ...harmonicFigures(reading.harmonics, SHOWN_ORDERS),
        ],
        curves: [spectrumCurve(shown, "spectrum", { lowHz: 5, highHz: sampleRateHz / 2 })],
        bursts: [],
        stop: stopAtLevel(
          recordings,
          reading.flattening,
          `${watts} W`,
          wavePicture(
            volts[channel],
            sampleRateHz,
            { fromSeconds: 0.1, seconds: 2 / reading.fundamentalHz },
            "two cycles",
          ),
        ),
        summary: toneSummary(reading),
      });
    }),
};
