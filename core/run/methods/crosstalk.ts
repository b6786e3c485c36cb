import { crosstalkAgainstFrequency, drivenStrengths } from "../../crosstalk";
import { failure, success } from "../../outcome";
import { type Response } from "../../response";
import { logFrequencies } from "../../signal";
import { amplitudeRatioToDb, formatHertz, formatSignificant } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { settingNumber } from "../settings";
import { highestHz, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { Curve, ChannelResult, RunMethod } from "../types";
import { areOneTone, nearest, reaches } from "../nearest";

/** How it is played and read. */
export const crosstalkMethod: RunMethod = {
  *shots(settings, facts) {
    if (facts.channelCount < 2) return;
    const frequencies = logFrequencies(
      20,
      Math.min(20_000, highestHz(facts)),
      settingNumber(settings, "pointsPerDecade"),
    );
    for (let chosen = 0; chosen < facts.channelCount; chosen++)
      yield {
        name: `channel-${chosen + 1}`,
        label: `Channel ${chosen + 1} ${settings.driven === "others" ? "idle" : "driven"}`,
        stimulus: {
          kind: "frequency-list",
          frequencies,
          voltsPeak: peakDriveFor(settingNumber(settings, "watts"), facts),
        },
        drives: Array.from(
          { length: facts.channelCount },
          (_, channel) => (channel === chosen) !== (settings.driven === "others"),
        ),
        recordsInput: false,
        load: "run",
      };
  },
  analyse: (recordings) => {
    if (recordings.some(({ volts }) => volts.length < 2))
      return failure(
        "channel-mismatch",
        "Recording",
        "crosstalk needs at least two channels: one driven, one idle.",
      );
    const found: { driven: number; idle: number; points: Response }[] = [];
    for (const { volts, sampleRateHz } of recordings) {
      const strengths = drivenStrengths(volts, sampleRateHz);
      const most = Math.max(...strengths);
      const driven = strengths.indexOf(most);
      for (let idle = 0; idle < volts.length; idle++) {
        // With all others driven, the quiet one is the one that listens.
        if (idle === driven || strengths[idle] > 0.3 * most) continue;
        const outcome = crosstalkAgainstFrequency(volts[driven], volts[idle], sampleRateHz);
        if (!outcome.ok) return outcome;
        found.push({ driven, idle, points: outcome.value });
      }
    }
    if (found.length === 0)
      return failure(
        "no-signal",
        "Recording",
        "no channel is idle while another is driven: the signal is not much weaker in any of them. Drive one channel alone, with the other input shorted.",
      );
    return eachChannel(recordings, (channel) => {
      const into = found.filter(({ idle }) => idle === channel);
      const all = into.flatMap(({ points }) => points);
      if (all.length === 0)
        return success(
          emptyChannel("This channel was only driven; leakage into it was not recorded."),
        );
      const worstOf = (points: Response) =>
        points.reduce((most, point) => (point.ratio > most.ratio ? point : most));
      const worst = worstOf(all);
      const at = (frequencyHz: number) => {
        if (!reaches(all, frequencyHz)) return [];
        const { ratio, ratioStdUncertainty } = worstOf(
          into.map(({ points }) => nearest(points, frequencyHz)),
        );
        return [
          figure(`at-${frequencyHz}`, `at ${formatHertz(frequencyHz)}`, "level-ratio", {
            value: ratio,
            stdUncertainty: ratioStdUncertainty ?? null,
          }),
        ];
      };
      const isOneTone = areOneTone(all);
      const ofStandard = [...at(1000), ...at(10_000), ...at(20_000)];
      return success({
        figures: [
          ...ofStandard,
          // Of one tone nothing is the worst.
          ...(isOneTone && ofStandard.length > 0
            ? []
            : [
                figure("worst", isOneTone ? "at the tone" : "worst", "level-ratio", {
                  value: worst.ratio,
                  stdUncertainty: worst.ratioStdUncertainty ?? null,
                }),
                figure("worst-at", isOneTone ? "the tone" : "worst at", "hertz", {
                  value: worst.frequencyHz,
                }),
              ]),
        ],
        curves: into.map(({ driven, points }): Curve => ({
          name: `from-${driven + 1}`,
          label: `from ${String.fromCharCode(65 + driven)}`,
          x: "hertz",
          y: "level-ratio",
          points: points.map(({ frequencyHz, ratio }) => [frequencyHz, ratio]),
        })),
        bursts: [],
        stop: stopAtLevel(recordings, null, isOneTone ? "the tone" : "the whole band", null),
        summary: isOneTone
          ? `${formatSignificant(amplitudeRatioToDb(worst.ratio), 3)} dB crosstalk into this channel at ${formatHertz(worst.frequencyHz, 2)}, the only frequency played.`
          : `Crosstalk into this channel at most ${formatSignificant(amplitudeRatioToDb(worst.ratio), 3)} dB, at ${formatHertz(worst.frequencyHz, 2)}.`,
      });
    });
  },
};

const emptyChannel = (summary: string): ChannelResult => ({
  figures: [],
  curves: [],
  bursts: [],
  stop: { reason: "level-reached", evidence: summary, picture: null },
  summary,
});
