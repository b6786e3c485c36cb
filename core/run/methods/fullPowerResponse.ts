import type { Caution } from "../../caution";
import { failure, success } from "../../outcome";
import { responseSummary, sweepResponse, type SweepResponse } from "../../response";
import { logSweep } from "../../signal";
import { formatHertz, formatPercent } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { responseCurves, responseFigures } from "../responseFigures";
import { numberOf } from "../settings";
import { allDriven, highestHz, peakDriveFor } from "../shots";
import { stopAtLevel, stopByEvent } from "../stop";
import type { RunStop, Recorded, RunMethod } from "../types";

/** A sweep that is cut off begins again this much higher. */
const HIGHER_RATIO = 2;
const MOST_ATTEMPTS = 5;

/** A limit that makes so much of second and third harmonic takes a tenth of a decibel and more off the tone. A sine that is cut, closed form. */
const LIMITED_RATIO = 0.03;

/** Where the output is held by its limit, its level says how far that goes, and not how the amplifier passes the frequency. */
const atItsLimit = (harmonics: SweepResponse["harmonics"]): Caution[] => {
  const [second, third] = [2, 3].map(
    (wanted) => harmonics.find(({ order }) => order === wanted)?.points ?? [],
  );
  const limited = second
    .map(({ frequencyHz, ratio }, k) => ({
      frequencyHz,
      ratio: Math.hypot(ratio, third[k]?.frequencyHz === frequencyHz ? third[k].ratio : 0),
    }))
    .filter(({ ratio }) => ratio > LIMITED_RATIO);
  if (limited.length === 0) return [];
  const hertz = limited.map(({ frequencyHz }) => frequencyHz);
  const most = Math.max(...limited.map(({ ratio }) => ratio));
  return [
    {
      code: "clipped",
      text: `Between ${formatHertz(Math.min(...hertz), 2)} and ${formatHertz(Math.max(...hertz), 2)} its harmonics reach ${formatPercent(most, 2)}: the output is at its limit there, and its level says where that lies, not how it passes the frequency. Repeat it at less power.`,
      touches: [],
    },
  ];
};

/** How it is played and read. */
export const fullPowerResponseMethod: RunMethod = {
  *shots(settings, facts) {
    const watts = numberOf(settings, "watts") || facts.ratedWatts;
    const voltsPeak = peakDriveFor(watts, facts);
    const highHz = Math.min(numberOf(settings, "highHz"), highestHz(facts));
    let lowHz = numberOf(settings, "lowHz");
    for (let attempt = 1; attempt <= MOST_ATTEMPTS; attempt++) {
      const recorded: Recorded = yield {
        name: `sweep-${attempt}`,
        label: `From ${formatHertz(lowHz)}`,
        stimulus: {
          kind: "log-sweep",
          lowHz,
          highHz,
          voltsPeak,
          seconds: numberOf(settings, "seconds"),
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
          `${last.endedBy} It was so too from ${formatHertz(stimulus?.kind === "log-sweep" ? stimulus.lowHz : 0)} on; try less power.`,
        );
      const swept =
        stimulus?.kind === "log-sweep"
          ? stimulus
          : {
              lowHz: numberOf(settings, "lowHz"),
              highHz: Math.min(numberOf(settings, "highHz"), 0.45 * sampleRateHz),
              seconds: numberOf(settings, "seconds"),
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
          "it covers too little to say anything. Begin lower or end higher.",
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
        cautions: atItsLimit(outcome.value.harmonics),
        stop: cut ?? stopAtLevel([last], null, "the whole band", null),
        summary: cut
          ? `Below ${formatHertz(swept.lowHz)} it shut down at this power; from there on: ${responseSummary(inside)}`
          : responseSummary(inside),
      });
    }),
};
