import { instrumentOf, type InstrumentDescription } from "@/bench/instruments";
import type { Connected, Instrument } from "@/bench/contract";
import { TONE_DEFAULTS, type Band } from "@/core/distortion";
import { readResponseText } from "@/core/files";
import { success, type Outcome } from "@/core/outcome";
import type { ChannelConditions } from "@/core/power";
import {
  completeSettings,
  RUN_KINDS,
  type ChannelResult,
  type Recorded,
  type RunKind,
  type Settings,
} from "@/core/run";
import { analyseRun, readTyped, responseChannel } from "@/core/run/reading";
import { decodeCapture, type Decode } from "./decode";
import { recordedFrom } from "./recorded";

/** What is known of a recording that was played here. */
type PlayedShot = Pick<Recorded, "shot" | "stimulus" | "meters" | "events"> & {
  isSecondLoad: boolean;
};

export type ReadRequest = {
  kind: RunKind;
  settings: Settings;
  /** Whatever holds the recordings or shows the levels already; one that plays goes by `playRun`. */
  instrument: InstrumentDescription;
  loads: readonly ChannelConditions[];
  /** Another load for the second recording, for runs that take two. */
  secondLoads: readonly ChannelConditions[] | null;
  ratedWatts: number | null;
  /** The recordings in their order, where they were played here; those of others are taken for one of each load. */
  shots?: readonly PlayedShot[];
  /** Where noise and distortion count, unless the settings say otherwise; the usual one where it is left out. */
  band?: Band;
};

/**
 * Reads a run from what an instrument holds already, by the same analyses as any run that is played.
 * @param decode where something of the recordings is decoded already
 * @returns a result a channel, or a finding that says what cannot be read
 */
export const readRun = async (
  request: ReadRequest,
  onReading?: (doneRatio: number) => void,
  decode: Decode = decodeCapture,
): Promise<Outcome<ChannelResult[]>> => {
  const { kind, loads, ratedWatts, band = TONE_DEFAULTS.band } = request;
  const instrument = instrumentOf(request.instrument);
  if (!instrument.ok) return instrument;
  const { facts } = instrument.value;
  const connected = await instrument.value.connect({
    loadOhms: loads.map(({ loadOhms }) => loadOhms),
    isSpeakerLike: false,
    isBridged: RUN_KINDS[kind].isBridged ?? false,
    rangeVolts: 0,
  });
  if (facts.readsLevels) return readTyped(kind, await connected.readLevels(), loads);
  const recordings = await recordingsOf(connected, facts, request, decode);
  if (!recordings.ok) return recordings;
  const settings = completeSettings(RUN_KINDS[kind].fields, request.settings);
  const context = { settings, band, mainsHz: facts.mainsHz, ratedWatts };
  return analyseRun(kind, recordings.value, context, onReading);
};

const recordingsOf = async (
  connected: Connected,
  { recordingCount, channelCount, sampleRatesHz }: Instrument["facts"],
  { loads, secondLoads, shots = [] }: ReadRequest,
  decode: Decode,
): Promise<Outcome<Recorded[]>> => {
  const recordings: Recorded[] = [];
  for (let number = 1; number <= (recordingCount ?? 0); number++) {
    const { capture, ...recording } = await connected.record({
      stimulus: null,
      sampleRateHz: sampleRatesHz?.most ?? 0,
      drives: Array<boolean>(channelCount).fill(true),
      number,
    });
    const elsewhere = { shot: `file-${number}`, stimulus: null, isSecondLoad: number === 2 };
    const { isSecondLoad, ...shot } = shots[number - 1] ?? elsewhere;
    const recorded = recordedFrom(
      {
        ...capture,
        ...recording,
        ...shot,
        loads: isSecondLoad && secondLoads ? secondLoads : loads,
      },
      decode,
    );
    if (!recorded.ok) return recorded;
    recordings.push(recorded.value);
  }
  return success(recordings);
};

/** A response made elsewhere, as tables of frequency and level, a channel each. */
export const readResponseTables = (
  texts: readonly string[],
  given: Settings,
): Outcome<ChannelResult[]> => {
  const settings = completeSettings(RUN_KINDS.response.fields, given);
  const channels: ChannelResult[] = [];
  for (const text of texts) {
    const response = readResponseText(text);
    if (!response.ok) return response;
    channels.push(
      responseChannel([{ load: "run", points: response.value }], settings, {
        reason: "level-reached",
        evidence: "Imported from a table, which does not show what limited the output.",
        picture: null,
      }),
    );
  }
  return success(channels);
};
