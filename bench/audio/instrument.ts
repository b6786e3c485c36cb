import { rootMeanSquare } from "@/core/numeric";
import { stimulusVolts } from "@/core/signal";
import { formatSignificant } from "@/core/units";
import { encodeWav } from "@/core/wav";
import {
  cannot,
  InstrumentFault,
  playedLayout,
  type Connected,
  type HeldTone,
  type Instrument,
  type InstrumentRecording,
  type RecordingMoment,
  type RecordingRequest,
  type Watch,
  type Wiring,
} from "../contract";
import { heldToSource } from "../heldToSource";
import { AudioLine, outputCount, type Heard } from "./AudioLine";
import { AudioTone } from "./AudioTone";
import { findLimit, type RecordOnce } from "./findLimit";
import { holdAudioTone } from "./holdAudioTone";
import { findLoop, probeVolts } from "./loopProbe";
import type { AudioLink } from "./messages";
import { loadPeaks, loadVolts, mostReadVolts, readInputs, type AudioSetup } from "./setup";

/** The quiet glide that finds the way through the amplifier, under the most that is ever played: −40 dB. */
const PROBE_RATIO = 0.01;
/** Buffers on both ways of an interface are shorter than this. */
const LONGEST_DELAY_SECONDS = 0.6;
/** Below this correlation what came back is something else: hum, noise, another programme. */
const LEAST_CORRELATION = 0.5;
/** Guards look on twenty times a second, at the tenth of a second before. */
const LOOK_SECONDS = 0.05;
const LOOK_BACK_SECONDS = 0.1;
/** A fade, and what rings on after it. */
const END_SECONDS = 0.06;

/**
 * An audio interface as an instrument: it plays through its outputs into the amplifier, and hears the loads through the divider.
 * @param link to the transport that runs beside its converters
 */
export const audioInstrument = (setup: AudioSetup, link: AudioLink): Instrument => ({
  facts: {
    name: setup.deviceName,
    channelCount: readInputs(setup).length,
    mostDriveVoltsRms: mostDrive(setup),
    sampleRatesHz: { least: setup.sampleRateHz, most: setup.sampleRateHz },
    recordingCount: null,
    readsLevels: false,
    mainsHz: setup.mainsHz,
    knowsHeat: false,
    isLive: true,
    changesLoads: false,
  },
  connect: async (wiring) => {
    const line = new AudioLine(link, setup);
    const loops = await probe(line, setup, wiring.isBridged ? 1 : wiring.loadOhms.length);
    return connected(line, { setup, wiring, loops });
  },
});

const mostDrive = ({ mostVoltsPeak, outputs }: AudioSetup): number =>
  Math.min(mostVoltsPeak, ...outputs.map(({ fullScaleVolts }) => fullScaleVolts)) / Math.SQRT2;

type Loops = { delaySamples: number; gainRatio: number };
type Bench = { setup: AudioSetup; wiring: Wiring; loops: Loops };

const connected = (line: AudioLine, bench: Bench): Connected => {
  const { setup, loops } = bench;
  const { deviceName } = setup;
  const recordOnce: RecordOnce = (request, watch) => record(line, bench, request, watch);
  return {
    mostVoltsPeak: mostReadVolts(setup),
    gainRatio: loops.gainRatio,
    limitDriveVoltsRms: (drives, watch = goOn) =>
      findLimit(
        recordOnce,
        { ...setup, mostVoltsPeak: Math.SQRT2 * mostDrive(setup) },
        drives,
        watch,
      ),
    record: async (request, watch = goOn) => {
      const isEnded =
        request.warmUp !== undefined && (await warmUp(recordOnce, request, request.warmUp, watch));
      // A guard that ended the warm-up ended the recording too: what is left of it is silence.
      return recordOnce(isEnded ? { ...request, stimulus: AT_REST } : request, watch);
    },
    readLevels: cannot(deviceName, "show levels without a recording"),
    soak: cannot(deviceName, "tell temperatures"),
    hold: (request, look) =>
      holdAudioTone(
        line,
        { setup, loadOhms: bench.wiring.loadOhms, mostVoltsRms: mostDrive(setup) },
        request,
        look,
      ),
    live: (drives, frequencyHz) =>
      new AudioTone(line, setup, {
        drives,
        frequencyHz,
        mostVoltsRms: mostDrive(setup),
      }),
  };
};

/** What is played to listen to what is there anyway. */
const AT_REST = { kind: "silence", seconds: 0.1 } as const;

const goOn: Watch = () => "go-on";

/** Plays the quiet glide into the channels that are used, and looks for it in what comes back. @throws {InstrumentFault} where one does not answer */
const probe = async (line: AudioLine, setup: AudioSetup, channelCount: number): Promise<Loops> => {
  const { sampleRateHz, mostVoltsPeak, outputs } = setup;
  const volts = probeVolts(PROBE_RATIO * mostVoltsPeak, sampleRateHz);
  const frames = volts.length + Math.round(LONGEST_DELAY_SECONDS * sampleRateHz);
  const heard = await line.play(
    samplesFor(
      setup,
      outputs.map((_, k) => k < channelCount),
      volts,
    ),
    frames,
    () => null,
  );
  const loops = voltsOf(setup, heard, { from: 0, to: frames })
    .slice(0, channelCount)
    .map((each) => findLoop(volts, each));
  const silent = loops.findIndex(({ correlation }) => !(correlation >= LEAST_CORRELATION));
  if (silent >= 0)
    throw new InstrumentFault({
      code: "no-signal",
      where: `Channel ${CHANNELS[silent] ?? silent + 1}`,
      advice: `a quiet test signal was played and did not return (correlation ${formatSignificant(loops[silent].correlation, 2)} of 1). Check that the amplifier is on, its input and level are set, its relay is closed, and that cables and channels match the Rig.`,
    });
  return {
    delaySamples: loops[0].delaySamples,
    gainRatio: Math.abs(loops[0].gainRatio),
  };
};

const CHANNELS = "ABCDEFGH";

/** What the device is to play, a channel of it each. */
const samplesFor = (
  setup: AudioSetup,
  drives: readonly boolean[],
  volts: Float64Array,
): Float32Array[] => {
  const samples = Array.from({ length: outputCount(setup) }, () => new Float32Array(volts.length));
  setup.outputs.forEach(({ channel, fullScaleVolts }, k) => {
    if (drives[k])
      for (let n = 0; n < volts.length; n++) samples[channel][n] = volts[n] / fullScaleVolts;
  });
  return samples;
};

/** Volts across the loads between two frames. */
const voltsOf = (
  setup: AudioSetup,
  { channels }: Heard,
  { from, to }: { from: number; to: number },
): Float64Array[] =>
  loadVolts(
    setup,
    channels.map((each) => each.subarray(from, to)),
  );

/** A recording from the first sample of the stimulus on: what is heard is shifted by the delay of the loop. */
const record = async (
  line: AudioLine,
  bench: Bench,
  request: RecordingRequest,
  watch: Watch,
): Promise<InstrumentRecording> => {
  const { setup, loops } = bench;
  const { sampleRateHz } = setup;
  const { stimulus, drives, recordsInput, number } = request;
  if (!stimulus) throw new RangeError(`${setup.deviceName} records nothing but what it plays`);
  if (Math.abs(request.sampleRateHz - sampleRateHz) > 1)
    throw new RangeError(`it was opened at ${sampleRateHz} Hz, not ${request.sampleRateHz} Hz`);
  const source = stimulusVolts(heldToSource(stimulus, mostDrive(setup)), sampleRateHz);
  const { delaySamples } = loops;
  const lookFrames = Math.round(LOOK_SECONDS * sampleRateHz);
  let looked = delaySamples;
  const heard = await line.play(
    samplesFor(setup, drives, source),
    source.length + delaySamples,
    (sofar) => {
      if (sofar.count - looked < lookFrames) return null;
      looked = sofar.count;
      const moment = momentOf(sofar, source, bench, drives.length);
      return watch(moment) === "end" ? sofar.count + Math.round(END_SECONDS * sampleRateHz) : null;
    },
  );
  const fullScaleVolts = mostReadVolts(setup);
  const outputs = voltsOf(setup, heard, { from: delaySamples, to: heard.count }).slice(
    0,
    drives.length,
  );
  const played = source.subarray(0, outputs[0].length);
  return {
    capture: {
      wav: encodeWav(
        recordsInput ? [played, ...outputs] : outputs,
        sampleRateHz,
        fullScaleVolts,
        "float32",
      ),
      fullScaleVolts,
      fileName: `audio-${number}-${stimulus.kind}.wav`,
    },
    layout: playedLayout(request),
    meters: null,
    events: [],
  };
};

/** How things stand; nothing here tells temperatures or mains. */
const momentOf = (
  heard: Heard,
  source: Float64Array,
  { setup, wiring, loops: { delaySamples } }: Bench,
  channelCount: number,
): RecordingMoment => {
  const { sampleRateHz } = setup;
  const heardAt = (seconds: number): Float32Array[] => {
    const from = Math.max(delaySamples, heard.count - Math.round(seconds * sampleRateHz));
    return heard.channels.map((each) => each.subarray(from, heard.count));
  };
  const last = (seconds: number) => ({
    volts: loadVolts(setup, heardAt(seconds)).slice(0, channelCount),
    sampleRateHz,
  });
  const done = heard.count - delaySamples;
  const { volts } = last(LOOK_BACK_SECONDS);
  const voltsRms = volts.map(rootMeanSquare);
  return {
    doneRatio: Math.min(1, done / source.length),
    seconds: done / sampleRateHz,
    driveVoltsRms: rootMeanSquare(
      source.subarray(Math.max(0, done - Math.round(LOOK_BACK_SECONDS * sampleRateHz)), done),
    ),
    voltsRms,
    voltsPeak: loadPeaks(setup, heardAt(LOOK_BACK_SECONDS)).slice(0, channelCount),
    loadWatts: voltsRms.map((each, k) => each ** 2 / (wiring.loadOhms[k] ?? wiring.loadOhms[0])),
    loadCelsius: [],
    sinkCelsius: null,
    mainsAmperes: null,
    isCutOut: false,
    last,
  };
};

/** Holds a tone, unrecorded, a piece at a time so that it needs no more memory for an hour than for a minute. @returns whether it was ended early */
const warmUp = async (
  recordOnce: RecordOnce,
  request: RecordingRequest,
  { frequencyHz, voltsPeak, seconds }: HeldTone,
  watch: Watch,
): Promise<boolean> => {
  let isEnded = false;
  for (let left = seconds; left > 0 && !isEnded; left -= WARM_UP_PIECE_SECONDS)
    await recordOnce(
      {
        ...request,
        stimulus: {
          kind: "sine",
          frequencyHz,
          voltsPeak,
          seconds: Math.min(left, WARM_UP_PIECE_SECONDS),
        },
      },
      (moment) => {
        const answer = watch(moment);
        if (answer === "end") isEnded = true;
        return answer;
      },
    );
  return isEnded;
};

/** Played at once: a mute reaches what is on its way no later than that. */
const WARM_UP_PIECE_SECONDS = 20;
