import { failure, success, type Outcome } from "@/core/outcome";
import { toneResidual } from "@/core/distortion/reading";
import type { Curve } from "@/core/run";
import { residualOf, spectrumCurve, wavePicture } from "@/core/run/reading";
import { envelopePyramid, type EnvelopePyramid } from "@/core/signal";
import { powerSpectrum } from "@/core/spectrum";
import type { Recording } from "@/core/wav";
import { decodeCapture } from "./decode";

/** A stretch of the recording. */
export type Stretch = { fromSeconds: number; seconds: number };

export type RecordingFacts = { seconds: number; channelCount: number; sampleRateHz: number };
/** A recording that is open, with what its waveform is drawn from. */
export type OpenedRecording = { facts: RecordingFacts; pyramids: readonly EnvelopePyramid[] };

/** One level of a sweep: some cycles of it, what was added to the tone in them, and its spectrum. */
export type LevelView = { wave: Curve; residual: Curve; spectrum: Curve };

/** Cycles that are shown of a level: enough to see whether they are alike. Chosen here. */
const SHOWN_CYCLES = 3;

/** Sound for both ears of what is listened to: samples within -1 and 1. */
export type AudioClips = {
  sampleRateHz: number;
  output: Float32Array;
  residual: Float32Array;
  /** How much louder the residual is played than it was. */ residualGainRatio: number;
  residualOverOutputRatio: number;
};

/** Level that is listened to: 20 dB under full scale, so that peaks fit. */
const LISTENING_RMS = 0.1;
const MOST_GAIN = 1e5;

/** One recording, opened for looking at and listening to. */
export class OpenRecording {
  private constructor(private readonly decoded: Recording) {}

  static open(wav: Uint8Array, fullScaleVolts: number): Outcome<OpenRecording> {
    const decoded = decodeCapture(wav, fullScaleVolts);
    return decoded.ok ? success(new OpenRecording(decoded.value)) : decoded;
  }

  get facts(): RecordingFacts {
    const { channels, sampleRateHz } = this.decoded;
    return {
      seconds: channels[0].length / sampleRateHz,
      channelCount: channels.length,
      sampleRateHz,
    };
  }

  /** Each channel for drawing; its numbers may be handed on, the recording keeps its own. */
  pyramids(): EnvelopePyramid[] {
    return this.decoded.channels.map(envelopePyramid);
  }

  /** Spectrum of a stretch, a channel each. */
  spectrum({ fromSeconds, seconds }: Stretch): Curve[] {
    const { channels, sampleRateHz } = this.decoded;
    const first = Math.round(fromSeconds * sampleRateHz);
    return channels.map((volts) =>
      spectrumCurve(
        powerSpectrum(
          volts.subarray(first, first + Math.round(seconds * sampleRateHz)),
          sampleRateHz,
          "blackmanHarris7",
        ),
        "spectrum",
        { lowHz: 5, highHz: sampleRateHz / 2 },
      ),
    );
  }

  /**
   * A level of a sweep.
   * @param channel of the recording, from 0
   * @param stretch the part of the level that was read
   * @see toneResidual
   */
  level(channel: number, stretch: Stretch, frequencyHz: number): LevelView {
    const { channels, sampleRateHz } = this.decoded;
    const first = Math.round(stretch.fromSeconds * sampleRateHz);
    const volts = channels[channel].slice(
      first,
      first + Math.round(stretch.seconds * sampleRateHz),
    );
    const shown = { fromSeconds: 0, seconds: SHOWN_CYCLES / frequencyHz };
    const added = toneResidual(volts, sampleRateHz, frequencyHz);
    return {
      wave: wavePicture(volts, sampleRateHz, shown, "output"),
      residual: wavePicture(added, sampleRateHz, shown, "residual"),
      spectrum: this.spectrum(stretch)[channel],
    };
  }

  /** What the amplifier added on a channel, as loud as the output, so that both can be compared by ear. */
  residualSound(channel: number, inputChannel: number | null): Outcome<AudioClips> {
    const { channels, sampleRateHz } = this.decoded;
    const found = channels[channel]
      ? residualOf(
          {
            volts: channels,
            input: inputChannel === null ? null : channels[inputChannel],
            sampleRateHz,
            stimulus: null,
          },
          channel,
        )
      : null;
    if (!found)
      return failure("no-signal", "Recording", "no tone was found that could be removed.");
    const { output, residualVolts, voltsRms, residualVoltsRms } = found;
    const residualGainRatio = Math.min(MOST_GAIN, voltsRms / residualVoltsRms);
    const scale = LISTENING_RMS / voltsRms;
    return success({
      sampleRateHz,
      output: Float32Array.from(output, (value) => scale * value),
      residual: Float32Array.from(residualVolts, (value) =>
        Math.max(-1, Math.min(1, scale * residualGainRatio * value)),
      ),
      residualGainRatio,
      residualOverOutputRatio: residualVoltsRms / voltsRms,
    });
  }
}
