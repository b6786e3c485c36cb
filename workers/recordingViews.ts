import { failure, success, type Outcome } from "@/core/outcome";
import { residualOf, spectrumCurve, type Curve } from "@/core/run";
import { envelopeColumns, envelopePyramid, type EnvelopeColumns, type EnvelopePyramid } from "@/core/signal";
import { powerSpectrum } from "@/core/spectrum";
import { decodeCapture, type Decoded } from "./decodeCapture";

/** A stretch of the recording, in seconds, as so many columns. */
export type OverviewRequest = { fromSeconds: number; seconds: number; columns: number };
export type Overview = { channels: readonly EnvelopeColumns[] };

/** Sound for both ears of what is listened to: samples within -1 and 1. */
export type AudioClips = { sampleRateHz: number; output: Float32Array; residual: Float32Array; /** How much louder the residual is played than it was. */ residualGainRatio: number; residualOverOutputRatio: number };

/** Level that is listened to: 20 dB under full scale, so that peaks fit. */
const LISTENING_RMS = 0.1;
const MOST_GAIN = 1e5;

/** One recording, opened for looking at and listening to. */
export class OpenRecording {
  private readonly pyramids: readonly EnvelopePyramid[];

  private constructor(private readonly decoded: Decoded) {
    this.pyramids = decoded.channels.map(envelopePyramid);
  }

  static open(wav: Uint8Array, fullScaleVolts: number): Outcome<OpenRecording> {
    const decoded = decodeCapture(wav, fullScaleVolts);
    return decoded.ok ? success(new OpenRecording(decoded.value)) : decoded;
  }

  get facts(): { seconds: number; channelCount: number; sampleRateHz: number } {
    const { channels, sampleRateHz } = this.decoded;
    return { seconds: channels[0].length / sampleRateHz, channelCount: channels.length, sampleRateHz };
  }

  overview({ fromSeconds, seconds, columns }: OverviewRequest): Overview {
    const { sampleRateHz } = this.decoded;
    return { channels: this.pyramids.map((pyramid) => envelopeColumns(pyramid, Math.round(fromSeconds * sampleRateHz), Math.max(columns, Math.round(seconds * sampleRateHz)), columns)) };
  }

  /** Spectrum of a stretch, a channel each. */
  spectrum({ fromSeconds, seconds }: OverviewRequest): Curve[] {
    const { channels, sampleRateHz } = this.decoded;
    const first = Math.round(fromSeconds * sampleRateHz);
    return channels.map((volts) => spectrumCurve(powerSpectrum(volts.subarray(first, first + Math.round(seconds * sampleRateHz)), sampleRateHz, "blackmanHarris7"), "spectrum", { lowHz: 5, highHz: sampleRateHz / 2 }));
  }

  /** What the amplifier added on a channel, as loud as the output, so that both can be compared by ear. */
  residualSound(channel: number, inputChannel: number | null): Outcome<AudioClips> {
    const { channels, sampleRateHz } = this.decoded;
    const found = channels[channel] ? residualOf({ volts: channels, input: inputChannel === null ? null : channels[inputChannel], sampleRateHz, stimulus: null }, channel) : null;
    if (!found) return failure("no-signal", "Recording", "no tone was found in it to be taken away.");
    const { output, residualVolts, voltsRms, residualVoltsRms } = found;
    const residualGainRatio = Math.min(MOST_GAIN, voltsRms / residualVoltsRms);
    const scale = LISTENING_RMS / voltsRms;
    return success({ sampleRateHz, output: Float32Array.from(output, (value) => scale * value), residual: Float32Array.from(residualVolts, (value) => Math.max(-1, Math.min(1, scale * residualGainRatio * value))), residualGainRatio, residualOverOutputRatio: residualVoltsRms / voltsRms });
  }
}
