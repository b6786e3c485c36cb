import { success, type Outcome } from "../../outcome";
import {
  frequenciesAtBends,
  responseSummary,
  steppedResponse,
  withoutOwn,
  type Response,
} from "../../response";
import { logFrequencies, stepsOfFrequencies, type Stimulus } from "../../signal";
import { formatHertz } from "../../units";
import { eachChannel } from "../channels";
import { figure } from "../figures";
import { limitedPoints } from "../limitedTones";
import { responseCurves, responseFigures } from "../responseFigures";
import { settingNumber } from "../settings";
import { allDriven, highestHz, peakDriveFor } from "../shots";
import { stopAtLevel } from "../stop";
import type { ChannelResult, Recorded, RunMethod, Settings, Shot, ShotLoad } from "../types";

/** A point this far off the line between its neighbours has more points put beside it. */
const BEND_DB = 0.15;
const LOAD_LABELS: Record<ShotLoad, string> = {
  run: "resistor",
  second: "other resistor",
  speaker: "speaker-like",
};

/** Magnitude and phase of one recording, compared with whatever is known of its input. */
const responseOf = (recorded: Recorded, channel: number): Outcome<Response> => {
  const { volts, input, stimulus, sampleRateHz } = recorded;
  if (input)
    return steppedResponse(volts[channel], sampleRateHz, { kind: "recorded-input", volts: input });
  const segments =
    stimulus?.kind === "frequency-list" ? stepsOfFrequencies(stimulus.frequencies) : undefined;
  return steppedResponse(
    volts[channel],
    sampleRateHz,
    segments && stimulus && "voltsPeak" in stimulus
      ? { kind: "generator", voltsPeak: stimulus.voltsPeak, segments }
      : { kind: "none", segments },
  );
};

const byFrequency = (points: Response): Response =>
  points.toSorted((left, right) => left.frequencyHz - right.frequencyHz);
const named = (recorded: Recorded): ShotLoad =>
  recorded.shot.startsWith("speaker") ? "speaker" : "run";

const loadsOf = ({ loads }: Settings): ShotLoad[] =>
  loads === "both" ? ["run", "speaker"] : [loads === "speaker" ? "speaker" : "run"];

/** How it is played and read. */
export const responseMethod: RunMethod = {
  *shots(settings, facts) {
    const voltsPeak = peakDriveFor(settingNumber(settings, "watts"), facts);
    const list = (frequencies: readonly number[]): Stimulus => ({
      kind: "frequency-list",
      frequencies,
      voltsPeak,
    });
    for (const load of loadsOf(settings)) {
      const shot = (name: string, label: string, frequencies: readonly number[]): Shot => ({
        name: `${load}-${name}`,
        label,
        stimulus: list(frequencies),
        drives: allDriven(facts),
        recordsInput: true,
        load,
      });
      const found = yield shot(
        "first",
        `The band, ${LOAD_LABELS[load]}`,
        logFrequencies(
          settingNumber(settings, "lowHz"),
          Math.min(settingNumber(settings, "highHz"), highestHz(facts)),
          settingNumber(settings, "pointsPerDecade"),
        ),
      );
      const points = settings.bends === "add" ? responseOf(found, 0) : null;
      const more = points?.ok ? frequenciesAtBends(points.value, BEND_DB) : [];
      if (more.length > 0) yield shot("bends", `Extra points at bends, ${LOAD_LABELS[load]}`, more);
    }
  },
  analyse: (recordings, { settings, rigResponses }) =>
    eachChannel(recordings, (channel) => {
      const own = rigResponses?.[channel] ?? null;
      const leftHz: number[] = [];
      const found: { load: ShotLoad; points: Response }[] = [];
      for (const recorded of recordings) {
        const outcome = responseOf(recorded, channel);
        if (!outcome.ok && found.length === 0) return outcome;
        if (!outcome.ok) continue;
        const taken = own ? withoutOwn(outcome.value, own) : { points: outcome.value, leftHz: [] };
        leftHz.push(...taken.leftHz);
        const known = found.find(({ load }) => load === named(recorded));
        if (known) known.points = byFrequency([...known.points, ...taken.points]);
        else found.push({ load: named(recorded), points: taken.points });
      }
      const stop = stopAtLevel(recordings, null, "the whole band", null);
      const result = responseChannel(found, settings, stop);
      return success(own ? saidWithoutRig(result, leftHz) : result);
    }),
};

/** A result that the rig's own response was taken out of says so, and where nothing was known of it. */
const saidWithoutRig = (result: ChannelResult, leftHz: readonly number[]): ChannelResult => ({
  ...result,
  summary: `${result.summary} The response of the rig is removed.`,
  ...(leftHz.length > 0 && {
    cautions: [
      ...(result.cautions ?? []),
      {
        code: "rig-response",
        text: `The response of the rig is unknown at ${spanText(leftHz)} and still included there. Measure its loop-back response over the whole band.`,
        touches: ["lowest", "highest"],
      },
    ],
  }),
});

const spanText = (hertz: readonly number[]): string => {
  const [low, high] = [Math.min(...hertz), Math.max(...hertz)];
  return low === high
    ? formatHertz(low, 3)
    : `some frequencies from ${formatHertz(low, 3)} to ${formatHertz(high, 3)}`;
};

/**
 * The result of one channel from its points, however they came.
 * @see deviationInBand and cornerFrequencies
 */
export const responseChannel = (
  found: readonly { load: ShotLoad; points: Response }[],
  settings: Settings,
  stop: ChannelResult["stop"],
): ChannelResult => {
  const [first, second] = found;
  const [low, high] = [
    typeof settings.bandLowHz === "number" ? settings.bandLowHz : 20,
    typeof settings.bandHighHz === "number" ? settings.bandHighHz : 20_000,
  ];
  const others = second
    ? responseFigures(second.points, low, high)
        .slice(0, 2)
        .map((each) => ({
          ...each,
          name: `${each.name}-${second.load}`,
          label: `${each.label}, ${LOAD_LABELS[second.load]}`,
        }))
    : [];
  return {
    figures: [
      ...responseFigures(first.points, low, high),
      ...others,
      figure("points", "points", "count", {
        value: found.reduce((sum, { points }) => sum + points.length, 0),
      }),
    ],
    curves: found.flatMap(({ load, points }) => responseCurves(points, load, LOAD_LABELS[load])),
    bursts: [],
    stop,
    cautions: found.flatMap(({ points }) => limitedPoints(points)).slice(0, 1),
    summary: responseSummary(first.points),
  };
};
