import type { HeatLadder } from "../heat/HeatLadder";
import type { StageReading } from "../amplifier/StageReading";
import type { ProtectionPart } from "./fields";

export type ProtectionEvent =
  | "relay-opened"
  | "relay-closed"
  | "limiter-collapsed"
  | "limiter-released"
  | "thermal-cut-out"
  | "thermal-recovery"
  | "dc-trip";

/** The relay moves, and the limiter lets go, within so many seconds; a step would click in every band. */
const MOVE_SECONDS = 0.004;
const FORGETS_RATIO = 0.25;
/** DC is what stays after this long. */
const DC_SECONDS = 0.15;

/** Watches currents, temperature and offset, block by block, and decides what share of the drive and of the output gets through. */
export class Protection {
  private overSeconds = 0;
  private openSeconds = 0;
  private collapsedSeconds = 0;
  private isHot = false;
  private isLatched = false;
  private direct = 0;
  private readonly shares = { drive: 1, output: 1 };

  constructor(
    private readonly part: ProtectionPart,
    private readonly note: (event: ProtectionEvent) => void,
  ) {}

  get isCutOut(): boolean {
    return this.isHot || this.isLatched || this.openSeconds > 0;
  }

  /** @returns the shares for the next block: a limiter turns down the drive, a cut-out takes the output away with all its noise */
  watch(
    readings: readonly StageReading[],
    sinkCelsius: number,
    seconds: number,
  ): Readonly<{ drive: number; output: number }> {
    const { part, shares } = this;
    const peak = readings.reduce((most, { peakAmperes }) => Math.max(most, peakAmperes), 0);
    this.watchHeat(sinkCelsius);
    this.watchRelay(peak, readings, seconds);
    if (part.collapseAmperes > 0) this.watchLimiter(peak, seconds);
    const most = seconds / MOVE_SECONDS;
    shares.drive = moved(shares.drive, this.collapsedSeconds > 0 ? part.collapseRatio : 1, most);
    shares.output = moved(shares.output, this.isCutOut ? 0 : 1, most);
    return shares;
  }

  /** Lets time pass in which nothing else happens. @param seconds at most `secondsToChange` */
  rest(sinkCelsius: number, seconds: number): void {
    this.watchHeat(sinkCelsius);
    if (this.openSeconds > 0) this.countRelay(seconds);
    if (this.collapsedSeconds > 0) this.countLimiter(seconds);
  }

  /** Until a relay or limiter lets go, or heat cuts out or in, at steady watts; at most `most`. */
  secondsToChange(ladder: HeatLadder, watts: number, most: number): number {
    const { cutOutCelsius, cutInCelsius } = this.part;
    const relay = this.openSeconds > 0 && !this.isLatched ? this.openSeconds : most;
    const limiter = this.collapsedSeconds > 0 ? this.collapsedSeconds : most;
    const mark = this.isHot ? cutInCelsius : cutOutCelsius;
    const heat = cutOutCelsius > 0 ? ladder.secondsToSink(mark, watts, most) : most;
    return Math.min(most, relay, limiter, heat);
  }

  watchHeat(sinkCelsius: number): void {
    const { cutOutCelsius, cutInCelsius, thermalLatches } = this.part;
    if (cutOutCelsius > 0 && !this.isHot && sinkCelsius > cutOutCelsius) {
      this.isHot = true;
      this.isLatched ||= thermalLatches;
      this.note("thermal-cut-out");
    } else if (this.isHot && sinkCelsius < cutInCelsius) {
      this.isHot = false;
      if (!this.isLatched) this.note("thermal-recovery");
    }
  }

  private watchRelay(peak: number, readings: readonly StageReading[], seconds: number): void {
    const { tripAmperes, tripSeconds, recoverySeconds, latches, dcTripVolts } = this.part;
    if (this.openSeconds > 0) {
      this.countRelay(seconds);
      return;
    }
    // Between the tips of a low tone the current is small: what was gathered leaves only slowly.
    this.overSeconds =
      tripAmperes > 0 && peak > tripAmperes
        ? this.overSeconds + seconds
        : Math.max(0, this.overSeconds - FORGETS_RATIO * seconds);
    const mean = readings.reduce(
      (most, { meanVolts }) => (Math.abs(meanVolts) > Math.abs(most) ? meanVolts : most),
      0,
    );
    this.direct += (mean - this.direct) * (1 - Math.exp(-seconds / DC_SECONDS));
    const hasDirect = dcTripVolts > 0 && Math.abs(this.direct) > dcTripVolts;
    if (this.overSeconds <= tripSeconds && !hasDirect) return;
    this.openSeconds = recoverySeconds;
    this.overSeconds = 0;
    this.direct = 0;
    this.isLatched ||= latches;
    this.note(hasDirect ? "dc-trip" : "relay-opened");
  }

  private countRelay(seconds: number): void {
    if (this.isLatched) return;
    this.openSeconds -= seconds;
    if (this.openSeconds <= 0) this.note("relay-closed");
  }

  private countLimiter(seconds: number): void {
    this.collapsedSeconds -= seconds;
    if (this.collapsedSeconds <= 0) this.note("limiter-released");
  }

  private watchLimiter(peak: number, seconds: number): void {
    const { collapseAmperes, collapseReleaseSeconds } = this.part;
    const wasCollapsed = this.collapsedSeconds > 0;
    if (peak > collapseAmperes) this.collapsedSeconds = collapseReleaseSeconds;
    else if (wasCollapsed) this.countLimiter(seconds);
    if (!wasCollapsed && this.collapsedSeconds > 0) this.note("limiter-collapsed");
  }
}

const moved = (from: number, to: number, most: number): number =>
  to > from ? Math.min(to, from + most) : Math.max(to, from - most);
