// For tests only: recordings made of closed forms, or of reference captures, and what a kind of run reads of them.
import type { Response } from "../../response";
import { captureVolts, truthOf } from "../../testing/referenceCapture";
import { completeSettings, RUN_KINDS, type ChannelResult, type Recorded } from "..";
import { RUN_METHODS } from "../reading";
import type { RunKind, Settings, ShotFacts } from "..";

export const RATE_HZ = 96_000;

export const load = (loadOhms: number) => ({
  loadOhms,
  loadOhmsStdUncertainty: 0.01,
  voltsStdUncertaintyRatio: 0.0025,
});

export const recorded = (volts: Float64Array[], change: Partial<Recorded> = {}): Recorded => ({
  shot: "file-1",
  sampleRateHz: RATE_HZ,
  volts,
  input: null,
  loads: volts.map(() => load(8)),
  stimulus: null,
  meters: null,
  events: [],
  ...change,
});

/** A sine of some volts peak. */
export const tone = (volts: number, hertz: number, seconds = 0.5): Float64Array =>
  Float64Array.from(
    { length: seconds * RATE_HZ },
    (_, n) => volts * Math.sin((2 * Math.PI * hertz * n) / RATE_HZ),
  );

export const sum = (...parts: Float64Array[]): Float64Array =>
  parts[0].map((_, n) => parts.reduce((total, part) => total + part[n], 0));

const outcomeOf = (
  kind: RunKind,
  recordings: readonly Recorded[],
  settings: Settings,
  rigResponses: readonly Response[] | null = null,
) =>
  RUN_METHODS[kind].analyse(recordings, {
    settings: completeSettings(RUN_KINDS[kind].fields, settings),
    band: { lowHz: 20, highHz: 20_000 },
    mainsHz: 50,
    ratedWatts: 50,
    rigResponses,
  });

/** What is read, a result a channel. @throws {Error} with the finding's advice */
export const analysed = (
  kind: RunKind,
  recordings: readonly Recorded[],
  settings: Settings = {},
  rigResponses: readonly Response[] | null = null,
): ChannelResult[] => {
  const outcome = outcomeOf(kind, recordings, settings, rigResponses);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

/** The code of what was found wrong. */
export const findingOf = (
  kind: RunKind,
  recordings: readonly Recorded[],
  settings: Settings = {},
): string => {
  const outcome = outcomeOf(kind, recordings, settings);
  return outcome.ok ? "accepted" : outcome.finding.code;
};

export const valueOf = (channel: ChannelResult, name: string): number => {
  const value = channel.figures.find((each) => each.name === name)?.value;
  if (typeof value !== "number")
    throw new Error(`no ${name} among ${channel.figures.map((each) => each.name).join(", ")}`);
  return value;
};

/** The first channel of a reference capture, read as some kind. */
export const captureAs = (name: string, kind: RunKind, settings: Settings = {}): ChannelResult => {
  const { channels, sampleRateHz } = captureVolts(name);
  const loads = channels.map(() => load(truthOf(name).load_ohm ?? 8.2));
  return analysed(kind, [recorded(channels, { sampleRateHz, loads })], settings)[0];
};

/** A source of 2 V into an amplifier of 26 dB with its limit at 1 V in. */
export const FACTS: ShotFacts = {
  channelCount: 1,
  loadOhms: 8,
  gainRatio: 20,
  mostDriveVoltsRms: 2,
  limitDriveVoltsRms: 1,
  ratedWatts: 50,
  sampleRateHz: RATE_HZ,
};
