import { dbToAmplitudeRatio, requireRange } from "@/core/units";
import type { LiveState, LiveTone, Wiring } from "../contract";
import { InstrumentSession, type Seen } from "./InstrumentSession";
import type { NetworkLink } from "./link";
import { loadsIn } from "./moments";
import { lookAt, STEP_DB, type AmplifierSeen } from "./rise";
import type { NetworkSetup } from "./setup";

/** The least drive, under the most: as good as silent, but the tone is still to be found. */
const LEAST_DRIVE_RATIO = 1e-3;

/** A steady tone of a generator, turned by hand while an oscilloscope looks at the loads again and again. */
export class NetworkTone implements LiveTone {
  readonly mostDriveVoltsRms: number;
  private desk: InstrumentSession | null = null;
  private target: number;
  private played: number;
  private seen: Seen | null = null;
  private begun = NaN;
  /** When the last step began. */
  private stepped = NaN;
  private frequencyHz: number;
  private readonly amplifier: AmplifierSeen;

  /** @throws {RangeError} on a frequency that cannot be read */
  constructor(
    private readonly link: NetworkLink,
    private readonly setup: NetworkSetup,
    private readonly asked: {
      drives: readonly boolean[];
      frequencyHz: number;
      gainRatio: number;
      wiring: Wiring;
    },
  ) {
    const { mostVoltsRms } = setup.generator.profile.numbers;
    this.mostDriveVoltsRms = Math.min(mostVoltsRms, setup.mostVoltsPeak / Math.SQRT2);
    this.frequencyHz = this.readable(asked.frequencyHz);
    this.target = this.played = this.leastDriveVoltsRms;
    const { wiring, gainRatio } = asked;
    this.amplifier = { setup, wiring, gainRatio, highestSeen: 0, lastSeen: null };
  }

  get sampleRateHz(): number {
    return this.seen?.sampleRateHz ?? this.setup.oscilloscope.profile.numbers.mostHertz;
  }

  get driveVoltsRms(): number {
    return this.target;
  }

  get leastDriveVoltsRms(): number {
    return LEAST_DRIVE_RATIO * this.mostDriveVoltsRms;
  }

  setDrive(voltsRms: number): void {
    this.target = Math.max(this.leastDriveVoltsRms, Math.min(this.mostDriveVoltsRms, voltsRms));
  }

  changeTone(frequencyHz: number): void {
    this.frequencyHz = this.readable(frequencyHz);
    this.setDrive(this.leastDriveVoltsRms);
    this.played = this.leastDriveVoltsRms;
  }

  /** Waits so long at least, and looks. @throws {InstrumentFault} */
  async advance(seconds: number): Promise<LiveState> {
    this.desk ??= await InstrumentSession.take(this.link, this.setup);
    const { desk } = this;
    const before = desk.now();
    if (Number.isNaN(this.begun)) this.begun = before;
    // Down at once, up no faster than the output may rise. A look may take far longer than it is asked to: the time that passed counts.
    const passed = Math.max(seconds, before - this.stepped || 0);
    this.stepped = before;
    const riseDb = Math.min(STEP_DB, this.setup.riseDbPerSecond * passed);
    const most = this.played * dbToAmplitudeRatio(riseDb);
    this.played = Math.min(this.target, Math.max(most, this.leastDriveVoltsRms));
    try {
      this.seen = await lookAt(desk, this.amplifier, {
        hertz: this.frequencyHz,
        voltsPeak: Math.SQRT2 * this.played,
        drives: this.asked.drives,
      });
      const { mains, temperatures } = await desk.meters.glance();
      const left = seconds - (desk.now() - before);
      if (left > 0) await desk.wait(left);
      return {
        seconds: desk.now() - this.begun,
        loadCelsius: loadsIn(temperatures),
        sinkCelsius: temperatures?.sinkCelsius ?? null,
        mainsAmperes: mains?.mainsAmperes ?? null,
        mainsWatts: mains?.mainsWatts ?? null,
        isCutOut: false,
      };
    } catch (error) {
      this.desk = null;
      throw await desk.failed(error);
    }
  }

  lastVolts(seconds: number): Float64Array[] {
    const { seen } = this;
    if (!seen) return this.asked.drives.map(() => new Float64Array(0));
    const count = Math.round(seconds * seen.sampleRateHz);
    return seen.volts.map((each) => each.slice(Math.max(0, each.length - count)));
  }

  private readable(frequencyHz: number): number {
    const { mostHertz } = this.setup.oscilloscope.profile.numbers;
    return requireRange("frequencyHz", frequencyHz, 5, 0.45 * mostHertz);
  }
}
