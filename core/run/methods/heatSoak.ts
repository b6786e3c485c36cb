import { failure, success } from "../../outcome";
import { formatSignificant } from "../../units";
import { figure } from "../figures";
import { numberOf } from "../settings";
import { stopByEvent } from "../stop";
import type { SoakDefinition, SoakMoment } from "../types";
import type { Curve, RunMethod } from "../types";

/** A sink still rising by more than this over the last tenth of the soak has not settled. Common practice. */
const SETTLED_CELSIUS = 0.5;

/** What a heat soak says of each channel; heat is common to all. */
const readSoak: SoakDefinition["read"] = (moments, events, channelCount) => {
  if (moments.length < 3)
    return failure("too-short", "Heat soak", "it holds fewer than three moments. Soak for longer.");
  const first = moments[0],
    last = moments[moments.length - 1];
  const hottest = moments.reduce((most, moment) =>
    moment.sinkCelsius > most.sinkCelsius ? moment : most,
  );
  const before = moments.findLast(({ seconds }) => seconds <= 0.9 * last.seconds) ?? first;
  const isSettled = Math.abs(last.sinkCelsius - before.sinkCelsius) < SETTLED_CELSIUS;
  const cutOut = events.find(({ event }) => event === "thermal-cut-out") ?? null;
  const soak = `${formatSignificant(last.seconds / 60, 2)} min`;
  const curve = (name: string, label: string, pick: (moment: SoakMoment) => number): Curve => ({
    name,
    label,
    x: "seconds",
    y: "celsius",
    points: moments.map((moment) => [moment.seconds, pick(moment)]),
  });
  const curves = [
    curve("sink", "heat sink", ({ sinkCelsius }) => sinkCelsius),
    curve("case", "case", ({ caseCelsius }) => caseCelsius),
    curve("load", "load", ({ loadCelsius }) => loadCelsius),
  ];
  return success(
    Array.from({ length: channelCount }, (_, channel) => ({
      figures: [
        figure("sink", isSettled ? "heat sink, settled" : "heat sink at the end", "celsius", {
          value: last.sinkCelsius,
          bound: isSettled ? null : "at-least",
        }),
        figure("hottest", "heat sink, hottest", "celsius", { value: hottest.sinkCelsius }),
        figure("case", "case at the end", "celsius", { value: last.caseCelsius }),
        figure("load", "load at the end", "celsius", { value: last.loadCelsius }),
        figure("rise", "rise of the sink", "celsius", {
          value: last.sinkCelsius - first.sinkCelsius,
        }),
        figure("output", "output", "watts", { value: last.loadWatts[channel] ?? 0 }),
        figure("mains", "from the mains", "watts", { value: last.mainsWatts }),
        ...(cutOut
          ? [figure("cut-out-after", "cut out after", "seconds", { value: cutOut.seconds })]
          : []),
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
        evidence: `It went through ${soak} of soak.`,
        picture: { ...curves[0], name: "picture" },
      },
      summary: cutOut
        ? `It cut out after ${formatSignificant(cutOut.seconds / 60, 2)} min, the sink at ${formatSignificant(hottest.sinkCelsius, 3)} °C.`
        : `After ${soak} the heat sink stands at ${formatSignificant(last.sinkCelsius, 3)} °C${isSettled ? ", settled" : ", still rising"}.`,
    })),
  );
};

/** How it is played and read. */
export const heatSoakMethod: RunMethod = {
  soak: {
    tone: (settings, { ratedWatts }) => ({
      frequencyHz: numberOf(settings, "frequencyHz"),
      watts: numberOf(settings, "shareOfRated") * ratedWatts,
      seconds: 60 * numberOf(settings, "minutes"),
    }),
    read: readSoak,
  },
  *shots() {},
  analyse: () =>
    failure(
      "no-samples",
      "Heat soak",
      "temperatures come from thermometers, a logger's file or the simulated bench, not from a recording of sound.",
    ),
};
