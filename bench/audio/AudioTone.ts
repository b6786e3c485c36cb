import { requireRange } from "@/core/units";
import type { LiveState, LiveTone } from "../contract";
import type { AudioLine } from "./AudioLine";
import { outputCount } from "./AudioLine";
import { loadVolts, type AudioSetup } from "./setup";

/** The least drive, under the most: as good as silent, but the tone is still to be found. */
const LEAST_DRIVE_RATIO = 1e-3;
/** The glide down before the tone changes. */
const DOWN_SECONDS = 0.05;

export type AudioToneAsked = {
  drives: readonly boolean[];
  frequencyHz: number;
  mostVoltsRms: number;
};

/** A steady tone of an audio interface, turned by hand while the loads are watched. */
export class AudioTone implements LiveTone {
  readonly sampleRateHz: number;
  readonly mostDriveVoltsRms: number;
  private drive: number;
  private frequencyHz: number;
  private elapsed = 0;

  /** @throws {RangeError} on a frequency that the interface cannot play */
  constructor(
    private readonly line: AudioLine,
    private readonly setup: AudioSetup,
    private readonly asked: AudioToneAsked,
  ) {
    this.sampleRateHz = setup.sampleRateHz;
    this.mostDriveVoltsRms = asked.mostVoltsRms;
    this.frequencyHz = this.playable(asked.frequencyHz);
    this.drive = this.leastDriveVoltsRms;
    this.tell();
  }

  get driveVoltsRms(): number {
    return this.drive;
  }

  get leastDriveVoltsRms(): number {
    return LEAST_DRIVE_RATIO * this.mostDriveVoltsRms;
  }

  setDrive(voltsRms: number): void {
    this.drive = Math.max(this.leastDriveVoltsRms, Math.min(this.mostDriveVoltsRms, voltsRms));
    this.tell();
  }

  changeTone(frequencyHz: number): void {
    this.frequencyHz = this.playable(frequencyHz);
    this.setDrive(this.leastDriveVoltsRms);
  }

  async advance(seconds: number): Promise<LiveState> {
    await this.line.elapse(Math.round(Math.max(seconds, this.settling()) * this.sampleRateHz));
    this.elapsed += seconds;
    return {
      seconds: this.elapsed,
      loadCelsius: [],
      sinkCelsius: null,
      mainsAmperes: null,
      mainsWatts: null,
      isCutOut: false,
    };
  }

  lastVolts(seconds: number): Float64Array[] {
    return loadVolts(this.setup, this.line.last(seconds)).slice(0, this.asked.drives.length);
  }

  /** The first reading waits until there is a little to look at. */
  private settling(): number {
    return this.elapsed === 0 ? DOWN_SECONDS : 0;
  }

  private playable(frequencyHz: number): number {
    return requireRange("frequencyHz", frequencyHz, 5, 0.45 * this.sampleRateHz);
  }

  private tell(): void {
    const ratios = Array<number>(outputCount(this.setup)).fill(0);
    this.setup.outputs.forEach(({ channel, fullScaleVolts }, k) => {
      if (this.asked.drives[k]) ratios[channel] = (Math.SQRT2 * this.drive) / fullScaleVolts;
    });
    this.line.tone(this.frequencyHz, ratios);
  }
}
