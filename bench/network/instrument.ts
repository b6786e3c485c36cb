import { analyseTone } from "@/core/distortion/reading";
import { peakOf, rootMeanSquare } from "@/core/numeric";
import type { Stimulus } from "@/core/signal";
import { dbToAmplitudeRatio, formatSignificant, requirePositive, requireRange } from "@/core/units";
import { encodeWav } from "@/core/wav";
import {
  cannot,
  InstrumentFault,
  playedLayout,
  type Connected,
  type Instrument,
  type InstrumentRecording,
  type RecordingRequest,
  type Watch,
  type Wiring,
} from "../contract";
import { heldToSource } from "../heldToSource";
import { pastLimit } from "../pastLimit";
import { InstrumentSession, type Seen } from "./InstrumentSession";
import { soakNetwork, warmUp } from "./holdTone";
import type { NetworkLink } from "./link";
import { NetworkTone } from "./NetworkTone";
import {
  fromBeginning,
  onceOf,
  recordHeld,
  recordOnce,
  type AskedRecording,
  type PlayedRecording,
} from "./recordPlayed";
import { lookAt, lookMoment, rise, type AmplifierSeen } from "./rise";
import { fullAcrossLoad, type NetworkSetup } from "./setup";

/** A quiet tone that finds the amplifier's gain: 40 dB under the most that is ever played. */
const PROBE = { hertz: 1000, ratio: 0.01 };
/** Widest of the ranges that a quiet tone is looked for in, over its input: no amplifier has more gain. */
const MOST_GAIN_RATIO = 1000;
const USUAL_GAIN_RATIO = 30;
/** Steps of the search for the limit. */
const SEARCH = { hertz: 1000, firstRatio: 0.02, stepDb: 2, halvings: 4 };
/** Where a stimulus holds no single tone, its level is gone up to with this. */
const USUAL_HERTZ = 1000;

const goOn: Watch = () => "go-on";

/** Instruments of the network as one: a generator plays into the amplifier, an oscilloscope reads the loads, meters look on. */
export const networkInstrument = (setup: NetworkSetup, link: NetworkLink): Instrument => {
  const { generator, oscilloscope, meters, readChannels, mainsHz } = setup;
  return {
    facts: {
      name: `${generator.name} with ${oscilloscope.name}`,
      channelCount: readChannels.length,
      mostDriveVoltsRms: mostPeak(setup) / Math.SQRT2,
      sampleRatesHz: { least: 8000, most: oscilloscope.profile.numbers.mostHertz },
      recordingCount: null,
      readsLevels: false,
      mainsHz,
      knowsHeat: meters.thermometer !== null,
      isLive: true,
      changesLoads: false,
    },
    connect: async (wiring) => {
      const channelCount = wiring.isBridged ? 1 : wiring.loadOhms.length;
      const used = { ...setup, readChannels: readChannels.slice(0, channelCount) };
      return connected(link, await probe(link, used, wiring));
    },
  };
};

const mostPeak = ({ mostVoltsPeak, generator }: NetworkSetup): number =>
  Math.min(mostVoltsPeak, Math.SQRT2 * generator.profile.numbers.mostVoltsRms);

/** Plays a quiet tone, and looks for it in what comes back. @throws {InstrumentFault} where it does not */
const probe = (link: NetworkLink, setup: NetworkSetup, wiring: Wiring): Promise<AmplifierSeen> => {
  const voltsPeak = PROBE.ratio * mostPeak(setup);
  const amplifier: AmplifierSeen = {
    setup,
    wiring: { ...wiring, rangeVolts: 0 },
    gainRatio: USUAL_GAIN_RATIO,
    highestSeen: voltsPeak,
    lastSeen: null,
  };
  return InstrumentSession.hold(link, setup, async (desk) => {
    const drives = setup.readChannels.map(() => true);
    const tone = { hertz: PROBE.hertz, voltsPeak, drives };
    const first = await lookAt(desk, amplifier, tone);
    // Looked at once more in the range that fits: a tone in the last steps of a wide one tells no gain.
    amplifier.gainRatio = Math.min(
      MOST_GAIN_RATIO,
      Math.max(...first.volts.map(peakOf)) / voltsPeak,
    );
    const seen = await lookAt(desk, amplifier, tone);
    const gains = seen.volts.map((volts) => toneVoltsRms(volts, seen) / (voltsPeak / Math.SQRT2));
    const silent = gains.findIndex((gain) => !(gain > 0));
    if (silent >= 0)
      throw new InstrumentFault({
        code: "no-signal",
        where: `Channel ${"ABCDEFGH"[silent]}`,
        advice: `a quiet tone was played, and ${formatSignificant(rootMeanSquare(seen.volts[silent]), 2)} V of another signal came back. Check that the amplifier is on, its input and level are set, its relay is closed, and that probes and channels match the Rig.`,
      });
    // Every run is vouched for here; one that plays a waveform has no level that a meter could be held against later.
    await desk.wait(desk.meters.settleSeconds);
    desk.vouch(seen, (await desk.meters.glance()).voltsRms, PROBE.hertz);
    return { ...amplifier, wiring, gainRatio: gains[0], lastSeen: seen };
  });
};

/** RMS volts of the tone; not a number where there is none. */
const toneVoltsRms = (volts: Float64Array, { sampleRateHz }: Seen): number => {
  const tone = analyseTone(volts, sampleRateHz);
  return tone.ok && Math.abs(tone.value.fundamentalHz / PROBE.hertz - 1) < 0.01
    ? tone.value.fundamentalVoltsRms
    : NaN;
};

const connected = (link: NetworkLink, amplifier: AmplifierSeen): Connected => {
  const { setup, wiring, gainRatio } = amplifier;
  const { mostVoltsPeak, mostHertz } = setup.oscilloscope.profile.numbers;
  return {
    mostVoltsPeak: wiring.rangeVolts || fullAcrossLoad(setup, mostVoltsPeak),
    gainRatio,
    limitDriveVoltsRms: (drives, watch = goOn) =>
      InstrumentSession.hold(link, setup, (desk) => findLimit(desk, amplifier, drives, watch)),
    record: async (request, watch = goOn) => {
      const { stimulus, sampleRateHz } = request;
      if (!stimulus) throw new RangeError("a generator records nothing but what it plays");
      requireRange("sampleRateHz", sampleRateHz, 8000, mostHertz);
      const held = heldToSource(stimulus, mostPeak(setup) / Math.SQRT2);
      return recordingOf(request, held.kind, await play(link, amplifier, held, { request, watch }));
    },
    readLevels: cannot("a generator with an oscilloscope", "show levels without a recording"),
    soak: async (request, watch) => {
      if (!setup.meters.thermometer) throw new RangeError("temperatures need a temperature logger");
      requirePositive("seconds", request.seconds);
      return InstrumentSession.hold(link, setup, (desk) =>
        soakNetwork(desk, amplifier, request, watch),
      );
    },
    live: (drives, frequencyHz) =>
      new NetworkTone(link, setup, { drives, frequencyHz, gainRatio, wiring }),
  };
};

/** Warms the amplifier up, goes up to the level, and records. */
const play = async (
  link: NetworkLink,
  amplifier: AmplifierSeen,
  stimulus: Stimulus,
  asked: AskedRecording,
): Promise<PlayedRecording> => {
  const { drives } = asked.request;
  const held = <T>(work: (desk: InstrumentSession) => Promise<T>): Promise<T> =>
    InstrumentSession.hold(link, amplifier.setup, work);
  if (stimulus.kind === "sine" || stimulus.kind === "silence")
    return held(
      async (desk) =>
        (await approach(desk, amplifier, stimulus, asked)) ??
        recordHeld(desk, amplifier, stimulus, asked),
    );
  const once = onceOf(stimulus, asked.request, amplifier);
  const played = await held(
    async (desk) =>
      (await approach(desk, amplifier, stimulus, asked)) ??
      recordOnce(desk, amplifier, once, asked),
  );
  return "isEnded" in played
    ? fromBeginning(played, once, amplifier, drives.indexOf(true))
    : played;
};

/** Warms up, and goes up to the level of a stimulus. @returns what was seen where somebody who watches ended it */
const approach = async (
  desk: InstrumentSession,
  amplifier: AmplifierSeen,
  stimulus: Stimulus,
  { request: { drives, warmUp: tone }, watch }: AskedRecording,
): Promise<PlayedRecording | null> => {
  const seen =
    (tone && (await warmUp(desk, amplifier, { tone, drives, watch }))) ??
    (await rise(desk, amplifier, { ...levelOf(stimulus), drives }, watch));
  await desk.silence();
  return seen && { seen, meters: null };
};

/** The tone with which the level of a stimulus is gone up to; what rises by itself begins at its first. */
const levelOf = (stimulus: Stimulus): { hertz: number; voltsPeak: number } => {
  switch (stimulus.kind) {
    case "sine":
      return { hertz: stimulus.frequencyHz, voltsPeak: stimulus.voltsPeak };
    case "level-sweep":
      return { hertz: stimulus.frequencyHz, voltsPeak: stimulus.firstVoltsPeak };
    case "pink-noise":
      return { hertz: USUAL_HERTZ, voltsPeak: stimulus.voltsRms };
    case "silence":
      return { hertz: USUAL_HERTZ, voltsPeak: 0 };
    default:
      return { hertz: USUAL_HERTZ, voltsPeak: stimulus.voltsPeak };
  }
};

/**
 * Raises a tone step by step until a channel is past its limit or the source gives no more, and then looks between the last good level and
 * the first that was not. Where somebody who watches ends it, nothing more is played.
 * @returns RMS volts of the drive at the last level that was good
 */
const findLimit = async (
  desk: InstrumentSession,
  amplifier: AmplifierSeen,
  drives: readonly boolean[],
  watch: Watch,
): Promise<number> => {
  const most = mostPeak(amplifier.setup);
  const isPast = pastLimit(drives.length);
  const begun = desk.now();
  const tried = async (voltsPeak: number): Promise<"good" | "past" | "ended"> => {
    const seen = await lookAt(desk, amplifier, { hertz: SEARCH.hertz, voltsPeak, drives });
    const moment = lookMoment(amplifier, seen, voltsPeak, desk.now() - begun);
    if (watch(moment) === "end") return "ended";
    if (isPast(seen.volts.map(powerOfTwo), seen.sampleRateHz)) return "past";
    amplifier.highestSeen = Math.max(amplifier.highestSeen, voltsPeak);
    await desk.wait(SEARCH.stepDb / amplifier.setup.riseDbPerSecond);
    return "good";
  };
  const step = dbToAmplitudeRatio(SEARCH.stepDb);
  let good = SEARCH.firstRatio * most,
    next = good,
    found = await tried(next);
  while (found === "good" && next < most) {
    good = next;
    next = Math.min(most, next * step);
    found = await tried(next);
  }
  if (found === "good") good = next;
  for (let k = 0; k < SEARCH.halvings && found !== "ended" && next > good; k++) {
    const middle = Math.sqrt(good * next);
    found = await tried(middle);
    if (found === "good") good = middle;
    else next = middle;
  }
  await desk.silence();
  return good / Math.SQRT2;
};

const powerOfTwo = (volts: Float64Array): Float64Array =>
  volts.subarray(0, 2 ** Math.floor(Math.log2(volts.length)));

/** What was seen as a recording: the source first where it is asked for. */
const recordingOf = (
  request: RecordingRequest,
  kind: Stimulus["kind"],
  { seen, meters }: PlayedRecording,
): InstrumentRecording => {
  const { input, sampleRateHz, fullScaleVolts } = seen;
  const outputs = seen.volts.slice(0, request.drives.length);
  const silent = () => new Float64Array(outputs[0].length);
  return {
    capture: {
      wav: encodeWav(
        // What a guard ended before it began has no source to show.
        request.recordsInput ? [input ?? silent(), ...outputs] : outputs,
        sampleRateHz,
        fullScaleVolts,
        "float32",
      ),
      fullScaleVolts,
      fileName: `network-${request.number}-${kind}.wav`,
    },
    layout: playedLayout(request),
    meters,
    events: [],
  };
};
