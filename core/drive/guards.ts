import { formatSignificant, requirePositive } from "../units";
import type { SinkForecast } from "./sinkHeat";
import { nextWarmth, type OverloadRating, type Warmth } from "./warmth";

/** What must not be passed while output is live. */
export type GuardLimits = {
  /** Watts that each load may take for as long as it likes. */
  loadWatts: number;
  /** What it takes beyond that for a while; null where it is to stay within its watts always. */
  overload: OverloadRating | null;
  /** Surface of the load that is still safe. */
  loadCelsius: number;
  /** Heat sink of the amplifier that is still allowed. */
  sinkCelsius: number;
  /** What the sink is predicted by where no thermometer is on it; null or absent where nothing predicts it. */
  sink?: SinkForecast | null;
  /** What the mains breaker carries. */
  breakerAmperes: number;
  /** Volts at which the converter is at full scale. */
  fullScaleVolts: number;
};

/** How things stand at a moment; one entry a channel, none or null of what nothing tells. Volts are those of about the last tenth of a second. */
export type LiveMoment = {
  driveVoltsRms: number;
  voltsRms: readonly number[];
  voltsPeak: readonly number[];
  loadWatts: readonly number[];
  loadCelsius: readonly number[];
  sinkCelsius: number | null;
  mainsAmperes: number | null;
  isCutOut: boolean;
};

export type GuardName =
  "load-rating" | "load-heat" | "sink-heat" | "breaker" | "converter" | "collapse" | "protection";
export type Trip = { guard: GuardName; /** A sentence with the numbers. */ text: string };

/** A converter this close to full scale is as good as overdriven. */
const NEAR_FULL_SCALE = 0.98;
/** Output that falls below this share of what it was, while the drive did not, has collapsed. */
const COLLAPSED_RATIO = 0.5;
/** Drive that is the same within this is not turned down. */
const SAME_DRIVE_RATIO = 0.99;
/** Less output than this is nothing that could collapse. */
const LEAST_VOLTS = 0.1;
/** A drive this far under the most that there was asks nothing of the amplifier: what is still there rings on. */
const NO_DRIVE_RATIO = 1e-3;

const CUT_OUT: Trip = {
  guard: "protection",
  text: "The amplifier's protection cut off the output.",
};

/** Loads and breaker are at rest; the sink may be warm from a run before. */
const coldBut = (sink: GuardLimits["sink"]): Warmth => ({
  loadWatts: [],
  mainsAmperes: 0,
  sinkKelvin: sink?.startKelvin ?? 0,
});

const most = (values: readonly number[]): number =>
  values.reduce((high, value) => Math.max(high, value), 0);
const watts = (value: number): string => `${formatSignificant(value, 3)} W`;

/**
 * Watches a run from moment to moment; whoever drives the amplifier returns to the least drive at once when it trips.
 * What a load takes beyond its rating counts as its winding feels it, what is drawn from the mains as a breaker does.
 * Limits are those of the rig; the times are common practice of the bench.
 */
export class GuardWatch {
  private before: LiveMoment | null = null;
  private mostDriveVoltsRms = 0;

  /**
   * @param warmth what loads and breaker feel from before
   * @throws {RangeError} on limits that are not above zero
   */
  constructor(
    private readonly limits: GuardLimits,
    private warmth: Warmth = coldBut(limits.sink),
  ) {
    for (const name of [
      "loadWatts",
      "loadCelsius",
      "sinkCelsius",
      "breakerAmperes",
      "fullScaleVolts",
    ] as const)
      requirePositive(name, limits[name]);
  }

  /** The first limit that is passed, or null. @param seconds since the moment before */
  look(now: LiveMoment, seconds: number): Trip | null {
    const { limits, before } = this;
    this.before = now;
    this.mostDriveVoltsRms = Math.max(this.mostDriveVoltsRms, now.driveVoltsRms);
    const isDriven = now.driveVoltsRms > NO_DRIVE_RATIO * this.mostDriveVoltsRms;
    this.warmth = nextWarmth(this.warmth, now, seconds, limits);
    if (most(now.voltsPeak) >= NEAR_FULL_SCALE * limits.fullScaleVolts)
      return {
        guard: "converter",
        text: `Input overload: peaks of ${formatSignificant(most(now.voltsPeak), 3)} V reach the full scale of ${formatSignificant(limits.fullScaleVolts, 3)} V.`,
      };
    // What the amplifier does to itself comes last: a run may play on through it, but not past the others.
    return (
      this.load(now) ??
      this.heatAndMains(now) ??
      (now.isCutOut ? CUT_OUT : null) ??
      (isDriven ? collapse(now, before) : null)
    );
  }

  /** What loads and breaker feel by now: whoever watches next begins with it. */
  get felt(): Warmth {
    return this.warmth;
  }

  /** Where the heat sink is by now as far as its heat predicts it; null where nothing does. */
  get predictedSinkCelsius(): number | null {
    const { sink } = this.limits;
    return sink ? sink.roomCelsius + this.warmth.sinkKelvin : null;
  }

  /** Forgets the moment before, where the drive was changed on purpose. */
  forget(): void {
    this.before = null;
  }

  private load({ loadWatts, loadCelsius }: LiveMoment): Trip | null {
    const { limits, warmth } = this;
    const taken = most(loadWatts),
      felt = most(warmth.loadWatts);
    const mostWatts = limits.loadWatts * (limits.overload?.ratio ?? 1);
    if (taken > mostWatts)
      return {
        guard: "load-rating",
        text: `The load dissipates ${watts(taken)}; its limit is ${watts(mostWatts)}${limits.overload ? ", briefly" : ""}.`,
      };
    if (felt > limits.loadWatts)
      return {
        guard: "load-rating",
        text: `The load dissipates ${watts(taken)} and is as hot as at its continuous rating of ${watts(limits.loadWatts)}.`,
      };
    if (most(loadCelsius) > limits.loadCelsius)
      return {
        guard: "load-heat",
        text: `The load is at ${formatSignificant(most(loadCelsius), 3)} °C; the limit is ${formatSignificant(limits.loadCelsius, 3)} °C.`,
      };
    return null;
  }

  private heatAndMains({ sinkCelsius }: LiveMoment): Trip | null {
    const { limits, warmth } = this;
    if (sinkCelsius !== null && sinkCelsius > limits.sinkCelsius)
      return {
        guard: "sink-heat",
        text: `The heat sink is at ${formatSignificant(sinkCelsius, 3)} °C; the limit is ${formatSignificant(limits.sinkCelsius, 3)} °C.`,
      };
    const predicted = sinkCelsius === null ? this.predictedSinkCelsius : null;
    if (predicted !== null && predicted > limits.sinkCelsius)
      return {
        guard: "sink-heat",
        text: `The heat sink is predicted to be at ${formatSignificant(predicted, 3)} °C, from ${limits.sink?.isMeasured ? "its soak" : "typical values for its kind"}; the limit is ${formatSignificant(limits.sinkCelsius, 3)} °C. It has no thermometer.`,
      };
    if (warmth.mainsAmperes > limits.breakerAmperes)
      return {
        guard: "breaker",
        text: `The amplifier draws ${formatSignificant(warmth.mainsAmperes, 3)} A from the mains; the breaker is rated ${formatSignificant(limits.breakerAmperes, 3)} A.`,
      };
    return null;
  }
}

const collapse = (now: LiveMoment, before: LiveMoment | null): Trip | null => {
  if (!before || now.driveVoltsRms < SAME_DRIVE_RATIO * before.driveVoltsRms) return null;
  const channel = now.voltsRms.findIndex(
    (volts, k) => before.voltsRms[k] > LEAST_VOLTS && volts < COLLAPSED_RATIO * before.voltsRms[k],
  );
  return channel < 0
    ? null
    : {
        guard: "collapse",
        text: `The output fell from ${formatSignificant(before.voltsRms[channel], 3)} V to ${formatSignificant(now.voltsRms[channel], 3)} V at constant drive.`,
      };
};

/** Why a run ended that a guard ended. */
export type GuardReason =
  | "load-guard"
  | "heat-guard"
  | "breaker-guard"
  | "converter-guard"
  | "collapse-guard"
  | "output-protection";
export const GUARD_REASONS: Record<GuardName, GuardReason> = {
  "load-rating": "load-guard",
  "load-heat": "load-guard",
  "sink-heat": "heat-guard",
  breaker: "breaker-guard",
  converter: "converter-guard",
  collapse: "collapse-guard",
  protection: "output-protection",
};
