import { failure, success } from "../../outcome";
import { formatSignificant } from "../../units";
import { figure } from "../figures";
import { settingNumber } from "../settings";
import { stopByEvent } from "../stop";
import type { SoakDefinition, SoakMoment } from "../types";
import type { Curve, Figure, RunMethod } from "../types";

/** A sink still rising by more than this over the last tenth of the soak has not settled. Common practice. */
const SETTLED_CELSIUS = 0.5;

/** A figure of what is known; of what is not there is none. */
const known = (
  name: string,
  label: string,
  quantity: Figure["quantity"],
  value: number | null,
): Figure[] => (value === null ? [] : [figure(name, label, quantity, { value })]);

/** When its own protection cut it out, whether it came back by itself, and how often. */
const cutOuts = (
  events: readonly { seconds: number; event: string }[],
): { cutOut: { seconds: number } | null; figures: Figure[]; words: string } => {
  const out = events.filter(({ event }) => event === "thermal-cut-out");
  const [cutOut = null] = out;
  if (!cutOut) return { cutOut, figures: [], words: "" };
  const back = events.find(
    ({ event, seconds }) => event === "thermal-recovery" && seconds > cutOut.seconds,
  );
  const cycleSeconds =
    out.length > 1 ? (out[out.length - 1].seconds - cutOut.seconds) / (out.length - 1) : null;
  return {
    cutOut,
    figures: [
      figure("cut-out-after", "cut out after", "seconds", { value: cutOut.seconds }),
      ...known(
        "recovered-after",
        "recovered automatically after",
        "seconds",
        back ? back.seconds - cutOut.seconds : null,
      ),
      figure("cut-outs", "number of cut-outs", "count", { value: out.length }),
      ...known("cut-out-cycle", "time between cut-outs", "seconds", cycleSeconds),
    ],
    words: back ? `, and recovered automatically${timesText(out.length)}` : ", and did not recover",
  };
};

const timesText = (count: number): string => (count > 1 ? `; ${count} times in all` : "");

/** What a heat soak says of each channel; heat is common to all. */
export const readSoak: SoakDefinition["read"] = (moments, events, channelCount) => {
  if (moments.length < 3)
    return failure("too-short", "Heat soak", "it has fewer than three readings. Soak for longer.");
  const first = moments[0],
    last = moments[moments.length - 1];
  const hottest = moments.reduce((most, moment) =>
    moment.sinkCelsius > most.sinkCelsius ? moment : most,
  );
  const before = moments.findLast(({ seconds }) => seconds <= 0.9 * last.seconds) ?? first;
  const isSettled = Math.abs(last.sinkCelsius - before.sinkCelsius) < SETTLED_CELSIUS;
  const { cutOut, figures: cycleFigures, words: cycleWords } = cutOuts(events);
  const soak = `${formatSignificant(last.seconds / 60, 2)} min`;
  const curve = (
    name: string,
    label: string,
    pick: (moment: SoakMoment) => number | null,
  ): Curve => ({
    name,
    label,
    x: "seconds",
    y: "celsius",
    points: moments.flatMap((moment) => {
      const celsius = pick(moment);
      return celsius === null ? [] : [[moment.seconds, celsius] as const];
    }),
  });
  const curves = [
    curve("sink", "heat sink", ({ sinkCelsius }) => sinkCelsius),
    curve("case", "case", ({ caseCelsius }) => caseCelsius),
    curve("load", "load", ({ loadCelsius }) => loadCelsius),
  ].filter(({ points }) => points.length > 0);
  return success(
    Array.from({ length: channelCount }, (_, channel) => ({
      figures: [
        figure("sink", isSettled ? "heat sink, steady state" : "heat sink at the end", "celsius", {
          value: last.sinkCelsius,
          bound: isSettled ? null : "at-least",
        }),
        figure("hottest", "heat sink, hottest", "celsius", { value: hottest.sinkCelsius }),
        ...known("case", "case at the end", "celsius", last.caseCelsius),
        ...known("load", "load at the end", "celsius", last.loadCelsius),
        figure("rise", "heat sink rise", "celsius", {
          value: last.sinkCelsius - first.sinkCelsius,
        }),
        ...known("output", "output", "watts", last.loadWatts && (last.loadWatts[channel] ?? 0)),
        ...known("mains", "from the mains", "watts", last.mainsWatts),
        ...cycleFigures,
      ],
      curves,
      bursts: [],
      stop: stopByEvent(
        [
          {
            shot: "soak",
            sampleRateHz: 1,
            volts: [],
            input: null,
            loads: [],
            stimulus: null,
            meters: null,
            events,
          },
        ],
        { ...curves[0], name: "picture" },
      ) ?? {
        reason: "level-reached" as const,
        evidence: `It completed the soak of ${soak}.`,
        picture: { ...curves[0], name: "picture" },
      },
      summary: cutOut
        ? `It cut out after ${formatSignificant(cutOut.seconds / 60, 2)} min, the sink at ${formatSignificant(hottest.sinkCelsius, 3)} °C${cycleWords}.`
        : `After ${soak} the heat sink is at ${formatSignificant(last.sinkCelsius, 3)} °C${isSettled ? ", steady state" : ", still rising"}.`,
    })),
  );
};

/** How it is played and read. */
export const heatSoakMethod: RunMethod = {
  soak: {
    tone: (settings, { ratedWatts }) => ({
      frequencyHz: settingNumber(settings, "frequencyHz"),
      watts: settingNumber(settings, "shareOfRated") * ratedWatts,
      seconds: 60 * settingNumber(settings, "minutes"),
    }),
    read: readSoak,
  },
  *shots() {},
  analyse: () =>
    failure(
      "no-samples",
      "Heat soak",
      "temperatures come from thermometers, a logger file or the simulated bench, not from an audio recording.",
    ),
};
