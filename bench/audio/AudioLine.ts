import { InstrumentFault } from "../contract";
import type { AudioFault, AudioLink, FromTransport } from "./messages";
import type { AudioSetup } from "./setup";

/** What is kept of what came in, for readings and for a capture by hand. */
const KEPT_SECONDS = 1;

/** Longer than any buffer, and than a busy machine takes to come back. */
const SILENCE_MILLISECONDS = 8000;

/** What came in since something began to play, shares of full scale; `count` frames of each are there. */
export type Heard = { channels: readonly Float32Array[]; count: number };

type Recording = {
  id: number;
  heard: { channels: Float32Array[]; count: number };
  firstFrame: number | null;
  /** Frames after which it is whole; fewer once the end is known. */
  end: number;
  look(heard: Heard): number | null;
  done(heard: Heard): void;
};

/** The instrument's end of the port: plays, hears, and turns what goes wrong into words. */
export class AudioLine {
  private recording: Recording | null = null;
  private waiting: { frame: number; done(): void }[] = [];
  private broken: ((fault: InstrumentFault) => void)[] = [];
  private fault: InstrumentFault | null = null;
  private nextFrame: number | null = null;
  private nextId = 1;
  private readonly kept: Float32Array[];
  private silence: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly link: AudioLink,
    private readonly setup: AudioSetup,
  ) {
    this.kept = Array.from(
      { length: setup.channelCount },
      () => new Float32Array(Math.round(KEPT_SECONDS * setup.sampleRateHz)),
    );
    link.onmessage = ({ data }) => this.hear(data);
    link.postMessage(
      {
        type: "arm",
        mostRatios: setup.outputs.reduce<number[]>(
          (ratios, { channel, fullScaleVolts }) => {
            ratios[channel] = Math.min(1, setup.mostVoltsPeak / fullScaleVolts);
            return ratios;
          },
          Array<number>(outputCount(setup)).fill(0),
        ),
        riseDbPerSecond: setup.riseDbPerSecond,
      },
      [],
    );
  }

  /** Frames that came in so far. */
  get frames(): number {
    return this.nextFrame ?? 0;
  }

  /**
   * Plays samples, a channel of the device each, which go over to it, and hears as many frames as asked for.
   * @param look is asked as more comes in; the number of frames that it answers ends it there, after a fade
   * @throws {InstrumentFault}
   */
  async play(
    samples: readonly Float32Array[],
    frames: number,
    look: (heard: Heard) => number | null,
  ): Promise<Heard> {
    const id = this.nextId++;
    const heard = {
      channels: this.kept.map(() => new Float32Array(frames)),
      count: 0,
    };
    const whole = new Promise<Heard>((done) => {
      this.recording = { id, heard, firstFrame: null, end: frames, look, done };
    });
    return await this.unbroken(whole, () =>
      this.link.postMessage(
        { type: "play", id, samples },
        samples.map(({ buffer }) => buffer as ArrayBuffer),
      ),
    ).finally(() => (this.recording = null));
  }

  /** @throws {InstrumentFault} once something has failed, or it was ended */
  tone(frequencyHz: number, ratios: readonly number[]): void {
    if (this.fault) throw this.fault;
    this.link.postMessage({ type: "tone", frequencyHz, ratios }, []);
  }

  fade(): void {
    this.link.postMessage({ type: "fade" }, []);
  }

  /** Mutes permanently: every pending or later request fails with "muted". */
  end(): void {
    this.fade();
    this.fail("muted");
  }

  /** Waits for so many more frames. @throws {InstrumentFault} */
  async elapse(frames: number): Promise<void> {
    const whole = new Promise<void>((done) => {
      this.waiting.push({ frame: this.frames + frames, done });
    });
    await this.unbroken(whole, () => this.link.postMessage({ type: "alive" }, []));
  }

  /** The last seconds of what came in, a channel each. */
  last(seconds: number): Float32Array[] {
    const length = this.kept[0]?.length ?? 0;
    const count = Math.min(this.frames, length, Math.round(seconds * this.setup.sampleRateHz));
    return this.kept.map((each) => each.slice(length - count));
  }

  private async unbroken<T>(whole: Promise<T>, begin: () => void): Promise<T> {
    if (this.fault) throw this.fault;
    const broken = new Promise<never>((_, reject) => {
      this.broken.push(reject);
    });
    this.expect();
    begin();
    try {
      return await Promise.race([whole, broken]);
    } finally {
      clearTimeout(this.silence);
      this.broken = [];
    }
  }

  /** A device whose clock stands still says nothing by itself. */
  private expect(): void {
    clearTimeout(this.silence);
    this.silence = setTimeout(() => this.fail("stalled"), SILENCE_MILLISECONDS);
  }

  private hear(message: FromTransport): void {
    switch (message.type) {
      case "fault":
        return this.fail(message.fault);
      case "playing":
        if (this.recording?.id === message.id) this.recording.firstFrame = message.firstFrame;
        return;
      case "heard":
        return this.take(message.firstFrame, message.channels);
    }
  }

  private take(firstFrame: number, channels: readonly Float32Array[]): void {
    if (this.nextFrame !== null && firstFrame !== this.nextFrame) return this.fail("gap");
    if (this.broken.length > 0) this.expect();
    const { length } = channels[0];
    this.nextFrame = firstFrame + length;
    this.kept.forEach((each, k) => {
      each.copyWithin(0, length);
      each.set(channels[k], each.length - length);
    });
    // What plays goes on for as long as somebody listens.
    if (this.recording || this.waiting.length > 0) this.link.postMessage({ type: "alive" }, []);
    this.record(firstFrame, channels);
    const ready = this.waiting.filter(({ frame }) => frame <= this.frames);
    this.waiting = this.waiting.filter(({ frame }) => frame > this.frames);
    ready.forEach(({ done }) => done());
  }

  private record(firstFrame: number, channels: readonly Float32Array[]): void {
    const { recording } = this;
    if (!recording || recording.firstFrame === null) return;
    const { heard } = recording;
    const from = Math.max(0, recording.firstFrame - firstFrame);
    const count = Math.min(channels[0].length - from, heard.channels[0].length - heard.count);
    if (count > 0) {
      heard.channels.forEach((each, k) =>
        each.set(channels[k].subarray(from, from + count), heard.count),
      );
      heard.count += count;
    }
    if (heard.count >= recording.end) return recording.done(heard);
    const end = recording.look(heard);
    if (end === null || end >= recording.end) return;
    recording.end = end;
    this.fade();
  }

  private fail(fault: AudioFault): void {
    this.fault ??= faultOf(fault, this.setup.deviceName);
    for (const reject of this.broken) reject(this.fault);
  }
}

/** As many as the highest output that is used asks for. */
export const outputCount = ({ outputs }: Pick<AudioSetup, "outputs">): number =>
  1 + outputs.reduce((most, { channel }) => Math.max(most, channel), 0);

const WORDS: Record<AudioFault, string> = {
  gap: "input samples were lost, so the recording has a gap and was discarded. Close other programs or choose a lower rate, and record it again.",
  dropout:
    "an input block was lost (exact zeros on all channels), so the recording was discarded. Close other programs or choose a lower rate, and record it again.",
  lease:
    "the page did not respond for more than a second, so the output was faded out. Keep the page in front and the screen awake, and record it again.",
  "input-lost":
    "there is no input from it any more. Check its cable, then open it again; earlier recordings are saved.",
  "device-lost":
    "it was unplugged or is no longer the default device, so the output was faded out. Connect it, then open it again.",
  "page-left":
    "the page was left or suspended, so the output was faded out. Continue when it is back.",
  muted:
    "it was muted during playback and the recording was discarded. Continue when you are ready.",
  "taken-over": "something else started to play through it. Start again when that has finished.",
  stalled:
    "it has not responded for some seconds and its clock has stopped. Open it again; earlier recordings are saved.",
  "too-loud":
    "this run needs more than the maximum input voltage, so nothing was played. Lower its level, or correct the limit on the Rig.",
};

const faultOf = (fault: AudioFault, deviceName: string): InstrumentFault =>
  new InstrumentFault({ code: "instrument-fault", where: deviceName, advice: WORDS[fault] });
