import { heldTone } from "./heldTone";
import { halveRate, stimulusVolts, type Stimulus } from "@/core/signal";
import { requireRange } from "@/core/units";
import type { Capture, RecordingMoment, RecordingRequest, Watch } from "../contract";
import { convert, type SampleSpan } from "./instruments/converter";
import {
  readClamp,
  readContact,
  readInfrared,
  readMainsMeter,
  readVoltmeter,
} from "./instruments/meters";
import { addNoise } from "./instruments/seededNoise";
import { resistor } from "./load/types";
import { withFaults } from "./rig/faults";
import type { SimulatedRig } from "./rig/rig";
import { RecentLevels } from "./RecentLevels";
import { Session, type SessionEvent, type SessionState } from "./session";
import { heldToSource } from "../heldToSource";
import { playSource } from "./source/source";

/** Corners of clipping fold back below -110 dBc at this rate and above; slower converters get every second or fourth sample. */
const LEAST_RATE_HZ = 176_400;
/** An output filter's response to 40 kHz needs as much again to be true within 0.1 dB. */
const LEAST_RATE_OF_FILTERS_HZ = 352_800;
/** At which it records. */
export const SAMPLE_RATES_HZ = { least: 8000, most: 384_000 };
/** Longer ones would not fit in a browser. */
const MOST_SECONDS = 180;
/** A watcher gets the levels since its last call every so many blocks, a twentieth of a second. */
const WATCH_BLOCKS = 25;
/** A drive that is turned down fades, so that no click looks like a fault; a little rest shows what the output does then. */
const TURN_DOWN = { fadeSeconds: 0.005, restSeconds: 0.1 };
const TRACE_POINTS = 200;

/** What else the simulated bench knows at the end, as a reviewer's other instruments would show it. */
export type BenchLog = {
  events: readonly SessionEvent[];
  /** At most TRACE_POINTS moments, in order of time. */
  trace: readonly SessionState[];
  end: SessionState;
  /** What the other instruments show towards the end of the stimulus, each with its own error. */
  meters: MeterReadings;
};

/** What is asked of it; it always chooses what it plays. */
export type SimulatedRequest = Omit<RecordingRequest, "stimulus" | "number"> & {
  stimulus: Stimulus;
};

export type MeterReadings = {
  voltmeterVoltsRms: readonly number[];
  mainsClampAmperes: number;
  mainsMeterWatts: number;
  contactSinkCelsius: number;
  infraredSinkCelsius: number;
};

/**
 * Plays a stimulus into a rig just switched on and records the volts across its loads. The same rig, request and seed
 * give the same bytes.
 * @param watch looks on, and may end it early
 * @throws {RangeError} on rates, levels or times out of range
 */
export const record = (
  rig: SimulatedRig,
  request: SimulatedRequest,
  seed: number,
  watch: Watch = goOn,
): { capture: Capture; log: BenchLog } => {
  const rateHz = simulationRate(rig, request.sampleRateHz);
  const { source: played } = withFaults(rig);
  const source = playSource(
    stimulusVolts(heldToSource(request.stimulus, played.mostVoltsRms), rateHz),
    played,
    rateHz,
    seed,
  );
  if (source.length > MOST_SECONDS * rateHz)
    throw new RangeError(
      `the stimulus lasts ${Math.round(source.length / rateHz)} s; the simulated bench records at most ${MOST_SECONDS} s at once`,
    );
  const session = switchOn(rig, request, seed);
  if (request.warmUp) heldTone(session, request.warmUp, rateHz);
  const begun = session.now.seconds;
  let blocks = 0,
    end = Infinity;
  const trace: SessionState[] = [];
  const open: SampleSpan[] = [];
  const levels = [source, ...request.drives].map(() => new RecentLevels());
  const fast = session.play(source, (done, state, outputs) => {
    if (session.isOutputOpen) lengthen(open, done, session.blockLength);
    if (
      end === Infinity &&
      blocks++ % WATCH_BLOCKS === 0 &&
      watch(momentAt(done, state, { source, outputs, rateHz, levels })) === "end"
    )
      end = turnDown(source, done, rateHz);
    if ((done / source.length) * TRACE_POINTS >= trace.length + 1 && trace.length < TRACE_POINTS)
      trace.push(state);
    return end;
  });
  const noiseVoltsRms = rig.input.noiseVoltsRms * (rig.connection === "bridged" ? Math.SQRT2 : 1);
  const meters = readMeters(rig, fast, trace, { rateHz, noiseVoltsRms, seed });
  const slow = (request.recordsInput ? [source.subarray(0, fast[0].length), ...fast] : fast).map(
    (volts) => toConverterRate(volts, rateHz, request.sampleRateHz),
  );
  const ratio = rateHz / request.sampleRateHz;
  const noise = {
    voltsRms: slow.map((_, channel) => (request.recordsInput && channel === 0 ? 0 : noiseVoltsRms)),
    silent: open.map(({ from, to }) => ({
      from: Math.ceil(from / ratio),
      to: Math.floor(to / ratio),
    })),
  };
  const capture = convert(
    slow,
    noise,
    {
      sampleRateHz: request.sampleRateHz,
      seed,
      fileName: `simulated-${request.stimulus.kind}.wav`,
    },
    rig.converter,
  );
  // What happened while it warmed up was before the recording.
  const events = session.events
    .filter(({ seconds }) => seconds >= begun)
    .map((each) => ({ ...each, seconds: each.seconds - begun }));
  return { capture, log: { events, trace, end: session.now, meters } };
};

const goOn: Watch = () => "go-on";

/** Adds the block that ends at a sample to the last stretch, or begins a new one. */
const lengthen = (stretches: SampleSpan[], end: number, length: number): void => {
  const last = stretches.at(-1);
  if (last && last.to >= end - length) last.to = end;
  else stretches.push({ from: Math.max(0, end - length), to: end });
};

/** Fades the rest of a drive away, in place. @returns the sample at which the recording ends */
const turnDown = (source: Float64Array, from: number, rateHz: number): number => {
  const fade = Math.round(TURN_DOWN.fadeSeconds * rateHz);
  for (let n = 0; n < fade && from + n < source.length; n++) source[from + n] *= 1 - n / fade;
  source.fill(0, Math.min(source.length, from + fade));
  return Math.min(source.length, from + fade + Math.round(TURN_DOWN.restSeconds * rateHz));
};

/** How things stand after so many samples. */
const momentAt = (
  done: number,
  state: SessionState,
  {
    source,
    outputs,
    rateHz,
    levels,
  }: {
    source: Float64Array;
    outputs: readonly Float64Array[];
    rateHz: number;
    /** Of the source and of each output. */
    levels: readonly RecentLevels[];
  },
): RecordingMoment => {
  const [drive, ...driven] = [source, ...outputs].map((volts, k) => levels[k].look(volts, done));
  const { loadWatts, loadCelsius, temperatures, mains, isCutOut } = state;
  return {
    doneRatio: done / source.length,
    seconds: done / rateHz,
    driveVoltsRms: drive.rms,
    voltsRms: driven.map(({ rms }) => rms),
    voltsPeak: driven.map(({ peak }) => peak),
    loadWatts,
    loadCelsius,
    sinkCelsius: temperatures.sinkCelsius,
    mainsAmperes: mains.amperesRms,
    isCutOut,
    last: (seconds) => ({
      volts: outputs.map((volts) =>
        volts.subarray(Math.max(0, done - Math.round(seconds * rateHz)), done),
      ),
      sampleRateHz: rateHz,
    }),
  };
};

/** The voltmeter reads the last quarter before the fade; the contact probe has followed the sink from the room's temperature on. */
const readMeters = (
  rig: SimulatedRig,
  volts: readonly Float64Array[],
  trace: readonly SessionState[],
  { rateHz, noiseVoltsRms, seed }: { rateHz: number; noiseVoltsRms: number; seed: number },
): MeterReadings => {
  const { room, thermometers } = rig;
  const moment = trace[Math.floor(METERS_READ_AT * trace.length)];
  let contactCelsius = room.ambientCelsius,
    before = 0;
  for (const { seconds, temperatures } of trace) {
    contactCelsius = readContact(
      contactCelsius,
      { celsius: temperatures.sinkCelsius, seconds: seconds - before },
      thermometers,
      seed,
    );
    before = seconds;
  }
  return {
    voltmeterVoltsRms: volts.map((each, channel) => {
      const read = each.slice(
        Math.floor((METERS_READ_AT - 0.25) * each.length),
        Math.floor(METERS_READ_AT * each.length),
      );
      // The same noise as the converter gets, over the wider band of the simulation.
      addNoise(read, noiseVoltsRms * Math.sqrt(rateHz / 40_000), seed + 101 * (channel + 1));
      return readVoltmeter(read, rateHz, rig.voltmeter, seed);
    }),
    mainsClampAmperes: readClamp(moment?.mains.amperesRms ?? 0, rig.clamp, seed + 1),
    mainsMeterWatts: readMainsMeter(moment?.mains.watts ?? 0, rig.mainsMeter, seed + 2),
    contactSinkCelsius: contactCelsius,
    infraredSinkCelsius: readInfrared(
      moment?.temperatures.sinkCelsius ?? room.ambientCelsius,
      room.ambientCelsius,
      thermometers,
    ),
  };
};

/** Meters have settled by then, and the stimulus still plays. */
const METERS_READ_AT = 0.9;

/** A session for several recordings of the same channels, switched on now. */
export const switchOn = (
  rig: SimulatedRig,
  request: Pick<RecordingRequest, "drives" | "sampleRateHz">,
  seed: number,
): Session =>
  new Session(rig, checkedDrives(rig, request), simulationRate(rig, request.sampleRateHz), seed);

/** The rig with plain resistors of these measured ohms for loads. */
export const onLoads = (rig: SimulatedRig, ohms: readonly number[]): SimulatedRig => ({
  ...rig,
  loads: ohms.map((each) => resistor(each)),
});

const checkedDrives = (
  rig: SimulatedRig,
  { drives }: Pick<RecordingRequest, "drives">,
): readonly boolean[] => {
  requireRange(
    "drives.length",
    drives.length,
    1,
    rig.connection === "bridged" ? 1 : rig.input.channelCount,
  );
  return drives;
};

/** The converter's clock may be off: then it, not the stimulus, is at fault. */
export const simulationRate = (rig: SimulatedRig, sampleRateHz: number): number =>
  requireRange("sampleRateHz", sampleRateHz, SAMPLE_RATES_HZ.least, SAMPLE_RATES_HZ.most) *
  ratesAbove(rig, sampleRateHz) *
  (1 + rig.converter.rateErrorRatio);

const ratesAbove = ({ stage }: SimulatedRig, sampleRateHz: number): number =>
  2 **
  Math.max(
    0,
    Math.ceil(
      Math.log2(
        (stage.kind === "class-d" ? LEAST_RATE_OF_FILTERS_HZ : LEAST_RATE_HZ) / sampleRateHz,
      ),
    ),
  );

const toConverterRate = (
  volts: Float64Array,
  rateHz: number,
  sampleRateHz: number,
): Float64Array => {
  let slow = volts;
  for (let ratio = Math.round(rateHz / sampleRateHz); ratio > 1; ratio /= 2) slow = halveRate(slow);
  return slow;
};
