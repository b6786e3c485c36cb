import { peakOf, rootMeanSquare } from "@/core/numeric";
import { InstrumentFault, type Connected, type LiveTone } from "@/bench/contract";
import { instrumentOf, type InstrumentDescription } from "@/bench/instruments";
import type { Flattening } from "@/core/distortion";
import { analyseTone } from "@/core/distortion/reading";
import {
  GuardWatch,
  nextStep,
  startRamp,
  type GuardLimits,
  type LiveMoment,
  type Ramp,
  type Trip,
} from "@/core/drive";
import { failure, success, type Outcome } from "@/core/outcome";
import { halveRate } from "@/core/signal";
import { dbToAmplitudeRatio } from "@/core/units";
import { encodeWav } from "@/core/wav";
import { glimpseOf, type WaveGlimpse } from "./glance";

export type LiveRequest = {
  instrument: InstrumentDescription;
  loadOhms: readonly number[];
  /** Two outputs with one load between them. */
  isBridged?: boolean;
  frequencyHz: number;
  limits: Omit<GuardLimits, "fullScaleVolts" | "overload">;
};

/** What the screen shows many times a second; one entry a channel. */
export type LiveReading = {
  seconds: number;
  driveVoltsRms: number;
  mostDriveVoltsRms: number;
  channels: readonly {
    voltsRms: number;
    voltsPeak: number;
    powerWatts: number;
    thdPlusNoiseRatio: number | null;
    flattening: Flattening | null;
    /** null where nothing tells it. */
    loadCelsius: number | null;
  }[];
  sinkCelsius: number | null;
  /** The same as its heat predicts it, where no thermometer is on it; null where nothing does. */
  predictedSinkCelsius: number | null;
  mainsAmperes: number | null;
  mainsWatts: number | null;
  glimpse: WaveGlimpse;
  ramp: Ramp | null;
  trip: Trip | null;
};

/** The label of the limit of an automatic ramp. */
export type RampLimit = { kind: "flat-tops" } | { kind: "distortion"; ratio: number };

/** Length of a step of time: twenty readings a second. */
const STEP_SECONDS = 0.05;
/** Six periods of the ripple of 50 Hz mains, or some cycles of a low tone. */
const WINDOW = { seconds: 0.06, cycles: 5 };
/** Below this tone every second sample is enough, for flat tops and for THD+N to 20 kHz: readings come twice as often. */
const HALVED_BELOW_HZ = 4000;
/** Samples at both ends where the filter that halves the rate reaches beyond what was heard. */
const FILTER_EDGE = 24;
/** Readings that a ramp waits for after each change of drive, so that the window holds the new level only. */
const SETTLING_STEPS = 3;
const GLIMPSE_SECONDS = 0.2;
const FIRST_DRIVE_RATIO = 0.02;
const TAKE_SECONDS = 0.5;
const FULL_SCALES = [20, 40, 80, 160, 320, 640];

/** The live bench as it is run in a worker: keys turn the drive, a guard or Mute turns it down, a ramp climbs by itself. */
export class LiveRun {
  private readonly bench: LiveTone;
  private readonly loadOhms: readonly number[];
  private readonly guards: GuardWatch;
  private trip: Trip | null = null;
  private ramp: Ramp | null = null;
  private rampLimit: RampLimit = { kind: "flat-tops" };
  private settling = 0;
  private lookedAt = 0;

  private frequencyHz: number;

  private constructor(connected: Connected, { loadOhms, frequencyHz, limits }: LiveRequest) {
    this.frequencyHz = frequencyHz;
    this.bench = connected.live(
      loadOhms.map(() => true),
      frequencyHz,
    );
    this.loadOhms = loadOhms;
    // A tone by hand may be held for as long as one likes: there no overload is allowed, however short.
    this.guards = new GuardWatch({
      ...limits,
      overload: null,
      fullScaleVolts: connected.mostVoltsPeak,
    });
  }

  static async start(request: LiveRequest): Promise<Outcome<LiveRun>> {
    const instrument = instrumentOf(request.instrument);
    if (!instrument.ok) return instrument;
    const { name, channelCount } = instrument.value.facts;
    if (request.loadOhms.length > channelCount)
      return failure("channel-mismatch", "Channels", `${name} has ${channelCount}; choose fewer.`);
    try {
      const connected = await instrument.value.connect({
        loadOhms: request.loadOhms,
        isSpeakerLike: false,
        isBridged: request.isBridged ?? false,
        rangeVolts: 0,
      });
      return success(new LiveRun(connected, request));
    } catch (error) {
      if (error instanceof InstrumentFault) return { ok: false, finding: error.finding };
      throw error;
    }
  }

  /** Turns the drive up or down by so many dB; a trip must be acknowledged first, by `mute`. */
  turn(db: number): void {
    if (this.trip) return;
    this.ramp = null;
    const asked = this.driveVoltsRms * dbToAmplitudeRatio(db);
    // The first step up begins where something can be read; a step down never raises what plays.
    const first = FIRST_DRIVE_RATIO * this.bench.mostDriveVoltsRms;
    this.bench.setDrive(db < 0 ? asked : Math.max(first, asked));
  }

  /** Down to the least drive at once; it also acknowledges a trip. */
  mute(): void {
    this.ramp = null;
    this.trip = null;
    this.guards.forget();
    this.bench.setDrive(this.bench.leastDriveVoltsRms);
  }

  /** Another tone: the drive returns to its least first. */
  changeTone(frequencyHz: number): void {
    this.mute();
    this.bench.changeTone(frequencyHz);
    this.frequencyHz = frequencyHz;
  }

  /** Climbs by itself to the limit and stays just below it. */
  climb(limit: RampLimit): void {
    if (this.trip) return;
    this.rampLimit = limit;
    this.ramp = startRamp(FIRST_DRIVE_RATIO * this.bench.mostDriveVoltsRms);
    this.bench.setDrive(this.ramp.driveVoltsRms);
    this.settling = SETTLING_STEPS;
  }

  /** One step of time, and what the meters show at its end. @throws {InstrumentFault} when the instrument fails; the output is silent then */
  async step(): Promise<LiveReading> {
    const state = await this.bench.advance(STEP_SECONDS);
    const { driveVoltsRms } = this.bench;
    const { volts: window, sampleRateHz } = this.window();
    const channels = window.map((volts, channel) => {
      const tone =
        driveVoltsRms > this.bench.leastDriveVoltsRms ? analyseTone(volts, sampleRateHz) : null;
      const voltsRms = rootMeanSquare(volts);
      return {
        voltsRms,
        voltsPeak: peakOf(volts),
        powerWatts: voltsRms ** 2 / this.loadOhms[channel],
        thdPlusNoiseRatio: tone?.ok ? tone.value.thdPlusNoiseRatio : null,
        flattening: tone?.ok ? tone.value.flattening : null,
        loadCelsius: state.loadCelsius[channel] ?? null,
      };
    });
    const moment: LiveMoment = {
      driveVoltsRms,
      voltsRms: channels.map(({ voltsRms }) => voltsRms),
      voltsPeak: channels.map(({ voltsPeak }) => voltsPeak),
      loadWatts: channels.map(({ powerWatts }) => powerWatts),
      loadCelsius: state.loadCelsius,
      sinkCelsius: state.sinkCelsius,
      mainsAmperes: state.mainsAmperes,
      isCutOut: state.isCutOut,
    };
    // What is real takes longer for a step than it is asked to, and heat goes on all the while.
    this.watch(moment, Math.max(STEP_SECONDS, state.seconds - this.lookedAt));
    this.lookedAt = state.seconds;
    if (!this.trip) this.goOn(channels);
    return {
      seconds: state.seconds,
      driveVoltsRms: this.driveVoltsRms,
      mostDriveVoltsRms: this.bench.mostDriveVoltsRms,
      channels,
      sinkCelsius: state.sinkCelsius,
      predictedSinkCelsius: state.sinkCelsius === null ? this.guards.predictedSinkCelsius : null,
      mainsAmperes: state.mainsAmperes,
      mainsWatts: state.mainsWatts,
      glimpse: glimpseOf(this.bench.lastVolts(GLIMPSE_SECONDS), this.bench.sampleRateHz),
      ramp: this.ramp,
      trip: this.trip,
    };
  }

  /** The last half second as a recording. */
  take(): { wav: Uint8Array<ArrayBuffer>; fullScaleVolts: number; fileName: string } {
    const volts = this.bench.lastVolts(TAKE_SECONDS);
    const peak = Math.max(...volts.map(peakOf));
    const fullScaleVolts = FULL_SCALES.find((range) => range > 1.1 * peak) ?? 2 * peak;
    return {
      wav: encodeWav(volts, this.bench.sampleRateHz, fullScaleVolts, "float32"),
      fullScaleVolts,
      fileName: "taken-live.wav",
    };
  }

  /** What was heard last, as much as a reading takes. */
  private window(): { volts: Float64Array[]; sampleRateHz: number } {
    const { sampleRateHz } = this.bench;
    const volts = this.bench.lastVolts(Math.max(WINDOW.seconds, WINDOW.cycles / this.frequencyHz));
    return this.frequencyHz < HALVED_BELOW_HZ && volts[0].length > 8 * FILTER_EDGE
      ? {
          volts: volts.map((each) => halveRate(each).slice(FILTER_EDGE, -FILTER_EDGE)),
          sampleRateHz: sampleRateHz / 2,
        }
      : { volts, sampleRateHz };
  }

  private get driveVoltsRms(): number {
    return this.bench.driveVoltsRms;
  }

  private watch(moment: LiveMoment, seconds: number): void {
    const found = this.guards.look(moment, seconds);
    if (!found || this.trip) return;
    this.trip = found;
    this.ramp = null;
    this.bench.setDrive(this.bench.leastDriveVoltsRms);
  }

  private goOn(channels: LiveReading["channels"]): void {
    if (!this.ramp || this.ramp.phase === "ended" || this.settling-- > 0) return;
    const limit = this.rampLimit;
    const isPast = channels.some(({ flattening, thdPlusNoiseRatio }) =>
      limit.kind === "flat-tops"
        ? flattening?.present === true
        : (thdPlusNoiseRatio ?? 0) > limit.ratio,
    );
    this.ramp = nextStep(this.ramp, isPast, this.bench.mostDriveVoltsRms);
    this.bench.setDrive(this.ramp.driveVoltsRms);
    this.settling = SETTLING_STEPS;
  }
}
