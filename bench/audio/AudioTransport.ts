import type { AudioFault, FromTransport, ToTransport } from "./messages";

/** Frames in a block that the input hands over: 21 ms at 48 kHz. */
const BLOCK_FRAMES = 1024;
/** Every stop. */
const FADE_SECONDS = 0.01;
/** A tone glides down about so fast; up it goes no faster than asked. */
const GLIDE_SECONDS = 0.004;
/** Whoever plays must be heard of this often. */
const LEASE_SECONDS = 1;
/** Where a tone begins, under the most that may be played: −60 dB. */
const FIRST_RATIO = 1e-3;
const ROUNDING_RATIO = 1e-6;
/** A converter's own noise never leaves so many samples of every channel at exactly zero: a block got lost. */
const LOST_FRAMES = 64;

type Playing =
  | { kind: "silence" }
  | { kind: "samples"; samples: readonly Float32Array[]; at: number }
  | { kind: "tone"; turn: number; phase: number; ratios: Float64Array; targets: readonly number[] };

/**
 * What plays and hears between two converters, one render quantum after another. It is silent unless asked to play, and falls
 * silent by itself when frames are missing, when what comes in stops, or when nobody says any more that he is there.
 * It knows nothing of volts: that is the instrument's.
 */
export class AudioTransport {
  private playing: Playing = { kind: "silence" };
  private mostRatios: readonly number[] = [];
  private riseRatio = 1;
  /** Frames of the fade that are left; null while there is none. */
  private fading: number | null = null;
  private readonly fadeFrames: number;
  private readonly leaseFrames: number;
  private unheardOf = 0;
  private frame = 0;
  private nextFrame: number | null = null;
  private fault: AudioFault | null = null;
  /** Begins as soon as what plays has faded. */
  private next: (() => void) | null = null;
  private heard: Float32Array[];
  private heardCount = 0;
  private nothingFrames = 0;
  private hasHeard = false;

  /**
   * @param tell hears of what came in, and of faults; arrays that it is given are its own
   * @throws {RangeError} on a count or a rate that is not above zero
   */
  constructor(
    private readonly channelCount: number,
    private readonly sampleRateHz: number,
    private readonly tell: (message: FromTransport) => void,
  ) {
    if (!(channelCount > 0 && sampleRateHz > 0))
      throw new RangeError("an audio transport needs channels and a rate");
    this.fadeFrames = Math.round(FADE_SECONDS * sampleRateHz);
    this.leaseFrames = Math.round(LEASE_SECONDS * sampleRateHz);
    this.heard = this.emptyBlock();
  }

  hear(message: ToTransport): void {
    this.unheardOf = 0;
    switch (message.type) {
      case "arm":
        this.fadeOut();
        this.fault = null;
        this.mostRatios = message.mostRatios;
        this.riseRatio = 10 ** (message.riseDbPerSecond / 20 / this.sampleRateHz);
        return;
      case "play":
        return this.play(message.id, message.samples);
      case "tone":
        return this.turnTone(message.frequencyHz, message.ratios);
      case "fade":
        return this.fadeOut();
      case "mute":
        return this.playing.kind === "tone" ? this.fadeOut() : this.fail("muted");
      case "alive":
        return;
      case "fail":
        return this.fail(message.fault);
    }
  }

  /**
   * One render quantum.
   * @param input what came in, a channel each; none where the device is gone
   * @param output is filled, a channel each
   * @param frame number of its first frame, as the device counts them
   */
  process(input: readonly Float32Array[], output: readonly Float32Array[], frame: number): void {
    const length = output[0]?.length ?? input[0]?.length ?? 0;
    if (!this.isOn) this.beginNext();
    if (this.nextFrame !== null && frame !== this.nextFrame) this.fail("gap");
    this.nextFrame = frame + length;
    this.unheardOf += length;
    const fault = this.faultOf(input, length);
    if (fault && this.isOn) this.fail(fault);
    this.fill(output, length);
    this.keep(input, length);
    this.frame += length;
  }

  private beginNext(): void {
    this.next?.();
    this.next = null;
  }

  /** What is wrong with what came in, or with whoever plays; at rest it is no matter. */
  private faultOf(input: readonly Float32Array[], length: number): AudioFault | null {
    if (this.unheardOf > this.leaseFrames) return "lease";
    if (input.length < this.channelCount) return "input-lost";
    return this.isLost(input, length) ? "dropout" : null;
  }

  private get isOn(): boolean {
    return this.playing.kind !== "silence";
  }

  private play(id: number, samples: readonly Float32Array[]): void {
    if (this.fault) return this.tell({ type: "fault", fault: this.fault });
    const isTooLoud = samples.some((each, output) => {
      // Samples are single precision: the most itself may come out a hair above.
      const most = (this.mostRatios[output] ?? 0) * (1 + ROUNDING_RATIO);
      return each.some((value) => Math.abs(value) > most);
    });
    if (isTooLoud) return this.fail("too-loud");
    this.begin(() => {
      this.playing = { kind: "samples", samples, at: 0 };
      this.tell({ type: "playing", id, firstFrame: this.frame });
    });
  }

  /** Nothing is cut off: what plays fades first. */
  private begin(next: () => void): void {
    this.fadeOut();
    this.next = next;
  }

  private turnTone(frequencyHz: number, ratios: readonly number[]): void {
    if (this.fault) return this.tell({ type: "fault", fault: this.fault });
    const targets = ratios.map((ratio, output) => Math.min(ratio, this.mostRatios[output] ?? 0));
    const turn = (2 * Math.PI * frequencyHz) / this.sampleRateHz;
    if (this.playing.kind === "tone" && this.fading === null) {
      this.playing.turn = turn;
      this.playing.targets = targets;
      return;
    }
    this.begin(() => {
      const from = new Float64Array(ratios.length);
      this.playing = { kind: "tone", turn, phase: 0, ratios: from, targets };
    });
  }

  private fadeOut(): void {
    this.next = null;
    if (this.isOn) this.fading ??= this.fadeFrames;
  }

  private fail(fault: AudioFault): void {
    if (this.fault) return;
    this.fault = fault;
    this.fadeOut();
    this.tell({ type: "fault", fault });
  }

  private fill(output: readonly Float32Array[], length: number): void {
    const { playing } = this;
    if (playing.kind === "silence") return output.forEach((each) => each.fill(0));
    if (playing.kind === "samples") {
      const { samples, at } = playing;
      output.forEach((each, k) => {
        const part = samples[k]?.subarray(at, at + length) ?? EMPTY;
        each.set(part);
        each.fill(0, part.length);
      });
      playing.at += length;
    } else this.fillTone(playing, output, length);
    if (this.fading !== null) this.applyFade(output, length);
    if (playing.kind === "samples" && playing.at >= (playing.samples[0]?.length ?? 0)) this.rest();
  }

  private rest(): void {
    this.playing = { kind: "silence" };
    this.fading = null;
  }

  private fillTone(
    tone: Extract<Playing, { kind: "tone" }>,
    output: readonly Float32Array[],
    length: number,
  ): void {
    const { ratios, targets, turn } = tone;
    const approach = 1 - Math.exp(-1 / (GLIDE_SECONDS * this.sampleRateHz));
    const count = Math.min(output.length, ratios.length);
    for (const unused of output.slice(count)) unused.fill(0);
    for (let n = 0; n < length; n++) {
      const sine = Math.sin(tone.phase);
      tone.phase += turn;
      for (let k = 0; k < count; k++) {
        const target = targets[k] ?? 0;
        const glided = ratios[k] + (target - ratios[k]) * approach;
        const first = FIRST_RATIO * (this.mostRatios[k] ?? 0);
        ratios[k] = Math.min(glided, Math.max(first, ratios[k] * this.riseRatio));
        output[k][n] = ratios[k] * sine;
      }
    }
    tone.phase %= 2 * Math.PI;
  }

  private applyFade(output: readonly Float32Array[], length: number): void {
    const left = this.fading ?? 0;
    output.forEach((each) => {
      for (let n = 0; n < length; n++) each[n] *= Math.max(0, left - n - 1) / this.fadeFrames;
    });
    this.fading = left - length;
    if (this.fading <= 0) this.rest();
  }

  /** Whether what comes in has become exactly nothing, after there was something. */
  private isLost(input: readonly Float32Array[], length: number): boolean {
    for (let n = 0; n < length; n++) {
      const isNothing = input.every((channel) => channel[n] === 0);
      if (!isNothing) this.hasHeard = true;
      this.nothingFrames = isNothing ? this.nothingFrames + 1 : 0;
      if (this.hasHeard && this.nothingFrames >= LOST_FRAMES) return true;
    }
    return false;
  }

  private keep(input: readonly Float32Array[], length: number): void {
    let from = 0;
    while (from < length) {
      const count = Math.min(length - from, BLOCK_FRAMES - this.heardCount);
      this.heard.forEach((kept, k) => {
        if (input[k]) kept.set(input[k].subarray(from, from + count), this.heardCount);
      });
      this.heardCount += count;
      from += count;
      if (this.heardCount < BLOCK_FRAMES) continue;
      this.tell({
        type: "heard",
        firstFrame: this.frame + from - BLOCK_FRAMES,
        channels: this.heard,
      });
      this.heard = this.emptyBlock();
      this.heardCount = 0;
    }
  }

  private emptyBlock(): Float32Array[] {
    return Array.from({ length: this.channelCount }, () => new Float32Array(BLOCK_FRAMES));
  }
}

/** Nothing was heard. */
const EMPTY = new Float32Array(0);
