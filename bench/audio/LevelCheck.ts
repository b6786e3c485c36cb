import { analyseTone } from "@/core/distortion/reading";
import { peakOf, rootMeanSquare } from "@/core/numeric";
import { ownResponse, steppedResponse, type ResponsePoint } from "@/core/response";
import { logFrequencies, stepsOfFrequencies, stimulusVolts } from "@/core/signal";
import { lineAmplitude, powerSpectrum } from "@/core/spectrum";
import { AudioLine } from "./AudioLine";
import { findFloorEdge } from "./floorEdge";
import { findLoop, probeVolts } from "./loopProbe";
import type { AudioLink } from "./messages";

/** An interface that is open, before anything of its levels is known: all is in shares of full scale. */
export type RawInterface = {
  deviceName: string;
  sampleRateHz: number;
  inputCount: number;
  outputCount: number;
};

/** A tone that an input hears; its level is a peak, over full scale. */
export type HeardTone = {
  frequencyHz: number;
  ratio: number;
  thdRatio: number;
  thdPlusNoiseRatio: number;
};
/** What an input hears; no tone where none stands out. */
export type HeardLevel = {
  tone: HeardTone | null;
  isOverloaded: boolean;
  /** The level holds over the stretch that was read; one that still rises is no reading. */
  isSettled: boolean;
};

/** Which input an output is heard by. */
export type HeardOutput = {
  output: number;
  /** null where nothing like it came back. */
  by: { input: number; isInverted: boolean; delaySeconds: number; ratio: number } | null;
};

/** The tone, by which levels are found. */
export const LEVEL_HZ = 1000;
/** No more than half of full scale is ever played here: nobody knows its volts yet. */
export const MOST_LEVEL_RATIO = 0.5;
const RISE_DB_PER_SECOND = 60;
const READ_SECONDS = 0.5;
/** The glide, under full scale: −40 dB. */
const PROBE_RATIO = 0.01;
/** Steps of the rig’s own response: 30 dB under full scale, in case the amplifier is still connected, as close as its filters bend, to where its rate still has room. */
const STEPS = { ratio: 0.03, lowHz: 10, ofRate: 0.45, pointsPerDecade: 16 };
const LONGEST_DELAY_SECONDS = 0.6;
const LEAST_CORRELATION = 0.5;
const OVERLOAD_RATIO = 0.98;
const MAINS_LINES = 3;
/** What has less than this of one tone in it, over the total, is noise or music. */
const MOST_THD_PLUS_NOISE_RATIO = 0.7;

/** What is heard of the tone that is played here, once its level holds; null where it is another, or none. */
export const ownTone = ({ tone, isSettled }: HeardLevel): HeardTone | null =>
  tone && isSettled && Math.abs(tone.frequencyHz / LEVEL_HZ - 1) < 0.01 ? tone : null;

/** Halves of a stretch whose levels differ by less than this hold. */
const SETTLED_RATIO = 0.002;

const isSteady = (samples: Float64Array): boolean => {
  const half = Math.floor(samples.length / 2);
  const [early, late] = [samples.subarray(0, half), samples.subarray(half)].map(rootMeanSquare);
  return late > 0 && Math.abs(early / late - 1) < SETTLED_RATIO;
};

/** Plays quietly and listens, to find the levels and the wiring of an audio interface. */
export class LevelCheck {
  private readonly line: AudioLine;

  constructor(
    link: AudioLink,
    private readonly device: RawInterface,
  ) {
    const { deviceName, sampleRateHz, inputCount, outputCount } = device;
    const channels = (count: number) =>
      Array.from({ length: count }, (_, channel) => ({ channel, fullScaleVolts: 1 }));
    this.line = new AudioLine(link, {
      deviceName,
      sampleRateHz,
      channelCount: inputCount,
      outputs: channels(outputCount),
      inputs: channels(inputCount),
      isBetweenInputs: false,
      mostVoltsPeak: MOST_LEVEL_RATIO,
      riseDbPerSecond: RISE_DB_PER_SECOND,
      mainsHz: 50,
    });
  }

  /** The tone on some outputs, the others silent. @param ratio peak over full scale, at most a half */
  play(outputs: readonly number[], ratio: number): void {
    this.line.tone(
      LEVEL_HZ,
      Array.from({ length: this.device.outputCount }, (_, k) => (outputs.includes(k) ? ratio : 0)),
    );
  }

  /** Mutes permanently: what is under way ends, and nothing more is played. */
  end(): void {
    this.line.end();
  }

  /** What each input hears, of the last half second. @throws {InstrumentFault} */
  async read(): Promise<HeardLevel[]> {
    await this.line.elapse(Math.round(READ_SECONDS * this.device.sampleRateHz));
    return this.heard().map((samples) => {
      const isOverloaded = peakOf(samples) >= OVERLOAD_RATIO;
      const isSettled = isSteady(samples);
      const read = analyseTone(samples, this.device.sampleRateHz);
      if (!read.ok) return { tone: null, isOverloaded, isSettled };
      const { fundamentalHz, fundamentalVoltsRms, thdRatio, thdPlusNoiseRatio } = read.value;
      if (thdPlusNoiseRatio > MOST_THD_PLUS_NOISE_RATIO)
        return { tone: null, isOverloaded, isSettled };
      const ratio = Math.SQRT2 * fundamentalVoltsRms;
      return {
        tone: { frequencyHz: fundamentalHz, ratio, thdRatio, thdPlusNoiseRatio },
        isOverloaded,
        isSettled,
      };
    });
  }

  /** Lines of the mains in silence, each input's together, over full scale: a loop of earth hums. @throws {InstrumentFault} */
  async hum(mainsHz: number): Promise<number[]> {
    await this.line.elapse(Math.round(READ_SECONDS * this.device.sampleRateHz));
    return this.heard().map((samples) => {
      const spectrum = powerSpectrum(samples, this.device.sampleRateHz, "blackmanHarris7");
      return Math.hypot(
        ...Array.from(
          { length: MAINS_LINES },
          (_, k) => lineAmplitude(spectrum, mainsHz * (k + 1)).voltsPeak,
        ),
      );
    });
  }

  /** Where what comes in ends, if well below half the rate: somebody resamples on the way. @throws {InstrumentFault} */
  async edgeHz(): Promise<number | null> {
    await this.line.elapse(Math.round(READ_SECONDS * this.device.sampleRateHz));
    const edges = this.heard().map((samples) => findFloorEdge(samples, this.device.sampleRateHz));
    return edges.every((edge) => edge !== null) ? Math.max(...(edges as number[])) : null;
  }

  /** Plays a quiet glide on one output after the other, and looks which input hears it, and how. @throws {InstrumentFault} */
  async wiring(outputs: readonly number[]): Promise<HeardOutput[]> {
    const { sampleRateHz } = this.device;
    const glide = probeVolts(PROBE_RATIO, sampleRateHz);
    const found: HeardOutput[] = [];
    for (const output of outputs) {
      const loops = (await this.playOn(output, [glide]))
        .map((channel, input) => ({ input, ...findLoop(glide, channel) }))
        .filter(({ correlation }) => correlation >= LEAST_CORRELATION)
        .toSorted((a, b) => Math.abs(b.gainRatio) - Math.abs(a.gainRatio));
      const [loop] = loops;
      found.push({
        output,
        by: loop
          ? {
              input: loop.input,
              isInverted: loop.gainRatio < 0,
              delaySeconds: loop.delaySamples / sampleRateHz,
              ratio: Math.abs(loop.gainRatio),
            }
          : null,
      });
    }
    return found;
  }

  /**
   * What each loop does by itself to magnitude and phase, outputs wired to inputs, one after the other.
   * @returns null for a loop that does not answer
   * @throws {InstrumentFault}
   * @see ownResponse
   */
  async responses(
    loops: readonly { output: number; input: number }[],
  ): Promise<(ResponsePoint[] | null)[]> {
    const { sampleRateHz } = this.device;
    const frequencies = logFrequencies(
      STEPS.lowHz,
      STEPS.ofRate * sampleRateHz,
      STEPS.pointsPerDecade,
    );
    const glide = probeVolts(STEPS.ratio, sampleRateHz);
    const steps = stimulusVolts(
      { kind: "frequency-list", frequencies, voltsPeak: STEPS.ratio },
      sampleRateHz,
    );
    const found: (ResponsePoint[] | null)[] = [];
    for (const { output, input } of loops) {
      // The glide tells the delay; the steps follow it at once.
      const heard = (await this.playOn(output, [glide, steps]))[input];
      const { delaySamples, correlation } = findLoop(
        glide,
        heard.subarray(0, glide.length + Math.round(LONGEST_DELAY_SECONDS * sampleRateHz)),
      );
      const back = heard.subarray(delaySamples + glide.length);
      const outcome = steppedResponse(back, sampleRateHz, {
        kind: "generator",
        voltsPeak: STEPS.ratio,
        segments: stepsOfFrequencies(frequencies),
      });
      found.push(
        correlation >= LEAST_CORRELATION && outcome.ok ? ownResponse(outcome.value) : null,
      );
    }
    return found;
  }

  /** Plays pieces one after the other on one output, and hears all inputs until the last may have come back. */
  private async playOn(output: number, pieces: readonly Float64Array[]): Promise<Float64Array[]> {
    const { sampleRateHz, outputCount } = this.device;
    const whole = new Float32Array(pieces.reduce((sum, { length }) => sum + length, 0));
    let at = 0;
    for (const piece of pieces) {
      whole.set(piece, at);
      at += piece.length;
    }
    const samples = Array.from({ length: outputCount }, (_, k) =>
      k === output ? whole : new Float32Array(whole.length),
    );
    const frames = whole.length + Math.round(LONGEST_DELAY_SECONDS * sampleRateHz);
    const { channels } = await this.line.play(samples, frames, () => null);
    return channels.map((channel) => Float64Array.from(channel));
  }

  private heard(): Float64Array[] {
    return this.line.last(READ_SECONDS).map((each) => Float64Array.from(each));
  }
}
