import { failure, success } from "../../outcome";
import { responseSummary, sweepResponse, type SweepResponse } from "../../response";
import { logSweep } from "../../signal";
import { formatHertz } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { limitedTones } from "../limitedTones";
import { responseCurves, responseFigures } from "../responseFigures";
import { settingNumber } from "../settings";
import { allDriven, highestHz, peakDriveFor } from "../shots";
import { stopAtLevel, stopByEvent } from "../stop";
import type { RunStop, Recorded, RunMethod } from "../types";

/** A sweep that is cut off begins again this much higher. */
const HIGHER_RATIO = 2;
const MOST_ATTEMPTS = 5;

/** Second and third harmonic together, at each frequency where the second is reported. */
const harmonicsTogether = (harmonics: SweepResponse["harmonics"]) => {
  const [second, third] = [2, 3].map(
    (wanted) => harmonics.find(({ order }) => order === wanted)?.points ?? [],
  );
  return second.map(({ frequencyHz, ratio }, k) => ({
    frequencyHz,
    ratio: Math.hypot(ratio, third[k]?.frequencyHz === frequencyHz ? third[k].ratio : 0),
  }));
};

/** How it is played and read. */
export const fullPowerResponseMethod: RunMethod = {
  *shots(settings, facts) {
    const watts = settingNumber(settings, "watts") || facts.ratedWatts;
    const voltsPeak = peakDriveFor(watts, facts);
    const highHz = Math.min(settingNumber(settings, "highHz"), highestHz(facts));
    let lowHz = settingNumber(settings, "lowHz");
    for (let attempt = 1; attempt <= MOST_ATTEMPTS; attempt++) {
      const recorded: Recorded = yield {
        name: `sweep-${attempt}`,
        label: `From ${formatHertz(lowHz)}`,
        stimulus: {
          kind: "log-sweep",
          lowHz,
          highHz,
          voltsPeak,
          seconds: settingNumber(settings, "seconds"),
        },
        drives: allDriven(facts),
        recordsInput: false,
        load: "run",
        afterCollapse: "next-shot",
      };
      if (!recorded.endedBy && stopByEvent([recorded], null) === null) return;
      lowHz *= HIGHER_RATIO;
    }
  },
  analyse: (recordings, { settings }) =>
    eachChannel(recordings, (channel) => {
      const last = recordings[recordings.length - 1];
      const { stimulus, volts, sampleRateHz } = last;
      if (last.endedBy)
        return failure(
          "guard-tripped",
          "Guard",
          `${last.endedBy} The same happened from ${formatHertz(stimulus?.kind === "log-sweep" ? stimulus.lowHz : 0)} up; use less power.`,
        );
      const swept =
        stimulus?.kind === "log-sweep"
          ? stimulus
          : {
              lowHz: settingNumber(settings, "lowHz"),
              highHz: Math.min(settingNumber(settings, "highHz"), 0.45 * sampleRateHz),
              seconds: settingNumber(settings, "seconds"),
              voltsPeak: 1,
            };
      const outcome = sweepResponse(
        volts[channel],
        { stimulus: logSweep(swept, swept.voltsPeak, sampleRateHz), sweep: swept },
        sampleRateHz,
        { pointsPerDecade: 24, highestOrder: 3 },
      );
      if (!outcome.ok) return outcome;
      const inside = outcome.value.response.filter(
        ({ frequencyHz }) => frequencyHz > 1.05 * swept.lowHz && frequencyHz < 0.95 * swept.highHz,
      );
      if (inside.length < 2)
        return failure(
          "too-short",
          "Sweep",
          "it covers too little of the band. Start lower or end higher.",
        );
      const harmonics = outcome.value.harmonics
        .filter(({ points }) => points.length > 1)
        .map(({ order, points }) => ({
          name: `harmonic-${order}`,
          label: `harmonic ${order}`,
          x: "hertz" as const,
          y: "level-ratio" as const,
          points: points.map(({ frequencyHz, ratio }): [number, number] => [frequencyHz, ratio]),
        }));
      const collapse = recordings[0].endedBy;
      const cut: RunStop | null =
        recordings.length > 1
          ? (stopByEvent(recordings, null) ??
            (collapse ? { reason: "collapse-guard", evidence: collapse, picture: null } : null))
          : null;
      return success({
        figures: [
          ...responseFigures(inside, swept.lowHz, swept.highHz),
          figure("begins", "begins at", "hertz", { value: swept.lowHz }),
          figure("attempts", "attempts", "count", { value: recordings.length }),
        ],
        curves: [...responseCurves(inside, "run", "rated power").slice(0, 1), ...harmonics],
        bursts: [],
        cautions: limitedTones(harmonicsTogether(outcome.value.harmonics)),
        stop: cut ?? stopAtLevel([last], null, "the whole band", null),
        summary: cut
          ? `Below ${formatHertz(swept.lowHz)} it shut down at this power; above that: ${responseSummary(inside)}`
          : responseSummary(inside),
      });
    }),
};
