import { stimulusVolts } from "@/core/signal";
import { requireRange } from "@/core/units";
import type { Capture, RecordingProgress, RecordingRequest, WaveGlimpse } from "../contract";
import { convert } from "./instruments/converter";
import { halveRate } from "./instruments/halfBand";
import { readClamp, readContact, readInfrared, readMainsMeter, readVoltmeter } from "./instruments/meters";
import { resistor } from "./load/types";
import { withFaults } from "./rig/faults";
import type { Rig } from "./rig/rig";
import { Session, type SessionEvent, type SessionState } from "./session";
import { heldToSource, playSource } from "./source/source";

/** Corners of clipping fold back below -110 dBc at this rate and above; slower converters get every second or fourth sample. */
const LEAST_RATE_HZ = 176_400;
/** An output filter's response to 40 kHz needs as much again to be true within 0.1 dB. */
const LEAST_RATE_OF_FILTERS_HZ = 352_800;
/** Longer ones would not fit in a browser. */
const MOST_SECONDS = 180;
/** Progress is told every so many blocks. */
const PROGRESS_BLOCKS = 25;
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

export type MeterReadings = { voltmeterVoltsRms: readonly number[]; mainsClampAmperes: number; mainsMeterWatts: number; contactSinkCelsius: number; infraredSinkCelsius: number };

/**
 * Plays a stimulus into a rig just switched on and records the volts across its loads. The same rig, request and seed
 * give the same bytes.
 * @throws {RangeError} on rates, levels or times out of range
 */
export const record = (rig: Rig, request: RecordingRequest, seed: number, onProgress: (progress: RecordingProgress) => void = () => {}): { capture: Capture; log: BenchLog } => {
  const session = new Session(rig, checkedDrives(rig, request), simulationRate(rig, request.sampleRateHz), seed);
  return recordIn(session, rig, request, seed, onProgress);
};

/** The same in a session that goes on from one stimulus to the next. */
export const recordIn = (session: Session, rig: Rig, request: RecordingRequest, seed: number, onProgress: (progress: RecordingProgress) => void = () => {}): { capture: Capture; log: BenchLog } => {
  const rateHz = simulationRate(rig, request.sampleRateHz);
  const { source: played } = withFaults(rig);
  const source = playSource(stimulusVolts(heldToSource(request.stimulus, played), rateHz), played, rateHz, seed);
  if (source.length > MOST_SECONDS * rateHz) throw new RangeError(`the stimulus lasts ${Math.round(source.length / rateHz)} s; the simulated bench records at most ${MOST_SECONDS} s at once`);
  let blocks = 0;
  const trace: SessionState[] = [];
  const fast = session.play(source, (doneRatio, state, outputs) => {
    if (blocks++ % PROGRESS_BLOCKS === 0) onProgress({ doneRatio, driveVoltsRms: driveAt(source, doneRatio, rateHz), loadWatts: state.loadWatts, glimpse: glimpseOf(outputs, Math.floor(doneRatio * source.length), rateHz) });
    if (doneRatio * TRACE_POINTS >= trace.length + 1 && trace.length < TRACE_POINTS) trace.push(state);
  });
  const meters = readMeters(rig, fast, trace, rateHz, seed);
  const slow = (request.recordsInput ? [source, ...fast] : fast).map((volts) => toConverterRate(volts, rateHz, request.sampleRateHz));
  const noise = slow.map((_, channel) => (request.recordsInput && channel === 0 ? 0 : rig.input.noiseVoltsRms * (rig.connection === "bridged" ? Math.SQRT2 : 1)));
  const capture = convert(slow, noise, request.sampleRateHz, rig.converter, seed, `simulated-${request.stimulus.kind}.wav`);
  return { capture, log: { events: [...session.events], trace, end: session.now, meters } };
};

/** The voltmeter reads the last quarter before the fade; the contact probe has followed the sink from the room's temperature on. */
const readMeters = (rig: Rig, volts: readonly Float64Array[], trace: readonly SessionState[], rateHz: number, seed: number): MeterReadings => {
  const { room, thermometers } = rig;
  const moment = trace[Math.floor(METERS_READ_AT * trace.length)];
  let contactCelsius = room.ambientCelsius, before = 0;
  for (const { seconds, temperatures } of trace) {
    contactCelsius = readContact(contactCelsius, temperatures.sinkCelsius, seconds - before, thermometers, seed);
    before = seconds;
  }
  return {
    voltmeterVoltsRms: volts.map((each) => readVoltmeter(each.subarray(Math.floor((METERS_READ_AT - 0.25) * each.length), Math.floor(METERS_READ_AT * each.length)), rateHz, rig.voltmeter, seed)),
    mainsClampAmperes: readClamp(moment?.mains.amperesRms ?? 0, rig.clamp, seed + 1),
    mainsMeterWatts: readMainsMeter(moment?.mains.watts ?? 0, rig.mainsMeter, seed + 2),
    contactSinkCelsius: contactCelsius,
    infraredSinkCelsius: readInfrared(moment?.temperatures.sinkCelsius ?? room.ambientCelsius, room.ambientCelsius, thermometers),
  };
};

const METERS_READ_AT = 0.9;

/** A session for several recordings of the same channels, switched on now. */
export const switchOn = (rig: Rig, request: Pick<RecordingRequest, "drives" | "sampleRateHz">, seed: number): Session => new Session(rig, checkedDrives(rig, request), simulationRate(rig, request.sampleRateHz), seed);

/** The rig with plain resistors of these measured ohms for loads. */
export const onLoads = (rig: Rig, ohms: readonly number[]): Rig => ({ ...rig, loads: ohms.map((each) => resistor(each)) });

const checkedDrives = (rig: Rig, { drives }: Pick<RecordingRequest, "drives">): readonly boolean[] => {
  requireRange("drives.length", drives.length, 1, rig.connection === "bridged" ? 1 : rig.input.channelCount);
  return drives;
};

/** The converter's clock may be off: then it, not the stimulus, is at fault. */
export const simulationRate = (rig: Rig, sampleRateHz: number): number => requireRange("sampleRateHz", sampleRateHz, 8000, 384_000) * ratesAbove(rig, sampleRateHz) * (1 + rig.converter.rateErrorRatio);

const ratesAbove = ({ stage }: Rig, sampleRateHz: number): number => 2 ** Math.max(0, Math.ceil(Math.log2((stage.kind === "class-d" ? LEAST_RATE_OF_FILTERS_HZ : LEAST_RATE_HZ) / sampleRateHz)));

const toConverterRate = (volts: Float64Array, rateHz: number, sampleRateHz: number): Float64Array => {
  let slow = volts;
  for (let ratio = Math.round(rateHz / sampleRateHz); ratio > 1; ratio /= 2) slow = halveRate(slow);
  return slow;
};

const GLIMPSE_SECONDS = 0.004;
const GLIMPSE_POINTS = 200;

/** The last milliseconds before a sample. */
export const glimpseOf = (volts: readonly Float64Array[], end: number, rateHz: number): WaveGlimpse => {
  const count = Math.round(GLIMPSE_SECONDS * rateHz);
  const first = Math.max(0, end - count);
  return { seconds: count / rateHz, volts: volts.map((each) => Float32Array.from({ length: GLIMPSE_POINTS }, (_, k) => each[first + Math.floor((k * count) / GLIMPSE_POINTS)] ?? 0)) };
};

/** RMS of the drive over the 20 ms before a moment. */
const driveAt = (source: Float64Array, doneRatio: number, rateHz: number): number => {
  const end = Math.max(1, Math.floor(doneRatio * source.length));
  const first = Math.max(0, end - Math.round(0.02 * rateHz));
  let squares = 0;
  for (let n = first; n < end; n++) squares += source[n] * source[n];
  return Math.sqrt(squares / (end - first));
};
