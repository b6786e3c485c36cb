import { cyclePowers } from "../cyclePowers";
import { fitStayingPower, heldPowers } from "../../burst";
import { analyseTone } from "../../distortion/reading";
import { success } from "../../outcome";
import { powerStdUncertaintyRatio } from "../../power";
import { formatSignificant, powerRatioToDb } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { wavePicture } from "../pictures";
import { peakDriveAt } from "../levelSearch";
import { settingNumber } from "../settings";
import { allDriven } from "../shots";
import { stopByEvent } from "../stop";
import type { RunMethod } from "../types";

/** Chosen here, because bursts are claimed for 20 ms to seconds, and a minute stands for ever. */
const DURATIONS = [0.008, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 20, 60];

/** How it is played and read. */
export const stayingPowerMethod: RunMethod = {
  seeksLimit: "always",
  *shots(settings, facts) {
    yield {
      name: "held",
      label: "Held above its limit",
      stimulus: {
        kind: "sine",
        frequencyHz: settingNumber(settings, "frequencyHz"),
        voltsPeak: peakDriveAt(settingNumber(settings, "overDb"), facts),
        seconds: settingNumber(settings, "seconds"),
      },
      drives: allDriven(facts),
      recordsInput: false,
      load: "run",
      afterCollapse: "play-on",
    };
  },
  analyse: (recordings) =>
    eachChannel(recordings, (channel, load) => {
      const { volts, sampleRateHz } = recordings[0];
      const tone = analyseTone(volts[channel], sampleRateHz);
      if (!tone.ok) return tone;
      const cycleSeconds = 1 / tone.value.fundamentalHz;
      const powers = cyclePowers(
        volts[channel],
        sampleRateHz,
        tone.value.fundamentalHz,
        load.loadOhms,
      );
      const held = heldPowers(powers, cycleSeconds, DURATIONS);
      const fitted = fitStayingPower(held);
      if (!fitted.ok) return fitted;
      const { steadyWatts, storeJoules, peakWatts, summary } = fitted.value;
      const share = powerStdUncertaintyRatio(load);
      const last = held[held.length - 1],
        first = held[0];
      const picture = wavePicture(
        volts[channel],
        sampleRateHz,
        { fromSeconds: volts[channel].length / sampleRateHz - 0.1, seconds: 2 * cycleSeconds },
        "its last cycles",
      );
      const lost = powerRatioToDb(first.powerWatts / last.powerWatts);
      const stop =
        stopByEvent(recordings, picture) ??
        (lost > 0.2
          ? {
              reason: "supply-power-or-current" as const,
              evidence: `Output fell from ${formatSignificant(first.powerWatts, 3)} W to ${formatSignificant(last.powerWatts, 3)} W within ${formatSignificant(last.seconds, 2)} s: the supply's reservoir discharged.`,
              picture,
            }
          : {
              reason: "rail-voltage" as const,
              evidence: `Output held within ${formatSignificant(lost, 1)} dB for ${formatSignificant(last.seconds, 2)} s: limited by the rail voltage, not by the supply's power.`,
              picture,
            });
      return success({
        figures: [
          figure("held-longest", `held for ${formatSignificant(last.seconds, 2)} s`, "watts", {
            value: last.powerWatts,
            stdUncertainty: last.powerWatts * share,
          }),
          figure("moments", "for moments", "watts", {
            value: peakWatts,
            stdUncertainty: peakWatts * share,
          }),
          figure("steady", "continuous, by the model", "watts", { value: steadyWatts }),
          figure("store", "loss over the hold time", "level-ratio", {
            value: Math.sqrt(last.powerWatts / first.powerWatts),
          }),
          ...held.map(({ seconds, powerWatts }) =>
            figure(
              `held-${seconds}`,
              `for ${seconds < 1 ? `${1000 * seconds} ms` : `${seconds} s`}`,
              "watts",
              { value: powerWatts, stdUncertainty: powerWatts * share },
            ),
          ),
        ],
        curves: [
          {
            name: "staying",
            label: "held",
            x: "seconds",
            y: "watts",
            points: held.map(({ seconds, powerWatts }) => [seconds, powerWatts]),
          },
          ...(Number.isFinite(storeJoules) && storeJoules > 0
            ? [
                {
                  name: "staying-model",
                  label: "model",
                  x: "seconds" as const,
                  y: "watts" as const,
                  points: held.map(({ seconds }): [number, number] => [
                    seconds,
                    fitted.value.wattsFor(seconds),
                  ]),
                },
              ]
            : []),
        ],
        bursts: [],
        stop,
        summary,
      });
    }),
};
