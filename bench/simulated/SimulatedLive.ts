import { requirePositive, requireRange } from "@/core/units";
import { simulationRate, switchOn } from "./record";
import { withFaults } from "./rig/faults";
import type { SimulatedRig } from "./rig/rig";
import type { Session } from "./session";
import type { LiveState, LiveTone } from "../contract";
import { playSource } from "./source/source";

/** Half of it lies far above every harmonic that is reported. */
const CAPTURE_RATE_HZ = 192_000;
/** The drive glides to a new level over about so long: a step would click, and look like distortion. */
const GLIDE_SECONDS = 0.004;
/** What is kept of the output for readings and for a capture. */
const KEPT_SECONDS = 1;
/** The least drive, under full: as good as silent, but the tone is still to be found. */
const LEAST_DRIVE_RATIO = 1e-4;

/**
 * A rig with a steady tone whose level is turned by hand while it plays: the drive glides, the phase goes on, and the amplifier keeps
 * its charge and heat. Time passes only when `advance` is called.
 */
export class SimulatedLive implements LiveTone {
  readonly sampleRateHz: number;
  readonly mostDriveVoltsRms: number;
  private readonly session: Session;
  private readonly source: SimulatedRig["source"];
  private readonly kept: Float64Array[];
  private keptCount = 0;
  private drive: number;
  private target: number;
  private phase = 0;
  private played = 0;

  /** @throws {RangeError} on more channels than the rig has, or a frequency out of range */
  constructor(
    rig: SimulatedRig,
    drives: readonly boolean[],
    private frequencyHz: number,
    private readonly seed: number,
  ) {
    requireRange("frequencyHz", frequencyHz, 5, 40_000);
    this.session = switchOn(rig, { drives, sampleRateHz: CAPTURE_RATE_HZ }, seed);
    this.sampleRateHz = simulationRate(rig, CAPTURE_RATE_HZ);
    this.source = withFaults(rig).source;
    this.mostDriveVoltsRms = this.source.mostVoltsRms;
    this.drive = this.target = this.leastDriveVoltsRms;
    this.kept = drives.map(() => new Float64Array(Math.round(KEPT_SECONDS * this.sampleRateHz)));
  }

  /** What it is set to; the drive itself glides there within milliseconds. */
  get driveVoltsRms(): number {
    return this.target;
  }

  get leastDriveVoltsRms(): number {
    return LEAST_DRIVE_RATIO * this.mostDriveVoltsRms;
  }

  /** Held between the least drive and what the source can give. */
  setDrive(voltsRms: number): void {
    this.target = Math.max(
      this.leastDriveVoltsRms,
      Math.min(this.mostDriveVoltsRms, requirePositive("voltsRms", voltsRms)),
    );
  }

  /** Turns the drive down to its least, and only then changes the tone. */
  changeTone(frequencyHz: number): void {
    this.setDrive(this.leastDriveVoltsRms);
    this.advance(10 * GLIDE_SECONDS);
    this.frequencyHz = requireRange("frequencyHz", frequencyHz, 5, 40_000);
  }

  /** Lets so many seconds pass, in whole blocks of the simulation. */
  advance(seconds: number): LiveState {
    const { blockLength } = this.session;
    const volts = this.session.stream(
      this.nextSource(
        blockLength * Math.max(1, Math.round((seconds * this.sampleRateHz) / blockLength)),
      ),
    );
    volts.forEach((part, channel) => append(this.kept[channel], part));
    this.keptCount = Math.min(this.kept[0].length, this.keptCount + volts[0].length);
    const { seconds: at, loadCelsius, temperatures, mains, isCutOut } = this.session.now;
    return {
      seconds: at,
      loadCelsius,
      sinkCelsius: temperatures.sinkCelsius,
      mainsAmperes: mains.amperesRms,
      mainsWatts: mains.watts,
      isCutOut,
    };
  }

  /** The last seconds of each channel, or as much as there is. */
  lastVolts(seconds: number): Float64Array[] {
    const count = Math.min(this.keptCount, Math.round(seconds * this.sampleRateHz));
    return this.kept.map((volts) => volts.slice(volts.length - count));
  }

  private nextSource(count: number): Float64Array {
    const source = new Float64Array(count);
    const turn = (2 * Math.PI * this.frequencyHz) / this.sampleRateHz;
    const approach = 1 - Math.exp(-1 / (GLIDE_SECONDS * 0.25 * this.sampleRateHz));
    for (let n = 0; n < count; n++) {
      this.drive += (this.target - this.drive) * approach;
      source[n] = Math.SQRT2 * this.drive * Math.sin(this.phase);
      this.phase += turn;
    }
    this.phase %= 2 * Math.PI;
    // Noise must not repeat from one stretch to the next.
    return playSource(source, this.source, this.sampleRateHz, this.seed + ++this.played);
  }
}

/** Moves what is kept to the left and puts the new part at its end. */
const append = (kept: Float64Array, part: Float64Array): void => {
  if (part.length >= kept.length) {
    kept.set(part.subarray(part.length - kept.length));
    return;
  }
  kept.copyWithin(0, part.length);
  kept.set(part, kept.length - part.length);
};
