import type { Band } from "../distortion";
import type { BurstName } from "../signal";
import type { DistortionMeasure } from "../sweep";
import type { PrintedSetup } from "./printedSetup";

/** A published claim of continuous power with the conditions that make it testable. */
export type PowerClaim = {
  kind: "power";
  /** Per channel. */
  powerWatts: number;
  loadOhms: number;
  channelsDriven: number;
  distortionLimitRatio: number;
  distortionMeasure: DistortionMeasure;
  /** Supply and switches that it is made for, where that is not the amplifier as supplied. */
  setting?: string;
};

/** A limit of distortion, at which output is read. */
export type PowerLimit = Pick<PowerClaim, "distortionLimitRatio" | "distortionMeasure">;

/** The rating of a printed power that is not continuous: each is judged by another run. */
export type PowerRating = "burst" | "music" | "peak" | "maximum" | "total";

/** What a line of a specification says, as far as it says it: null where it is silent. */
export type StatedClaim =
  | {
      kind: "power";
      powerWatts: number;
      loadOhms: number | null;
      channelsDriven: number | null;
      distortionLimitRatio: number | null;
      distortionMeasure: DistortionMeasure | null;
      band: Band | null;
      /** Continuous where it is absent. */
      rating?: PowerRating;
      /** Which burst, of a power in bursts; the customary one where it is absent. */
      burst?: BurstName;
    }
  | {
      kind: "bridged-power";
      powerWatts: number;
      loadOhms: number | null;
      distortionLimitRatio: number | null;
      distortionMeasure: DistortionMeasure | null;
    }
  | {
      kind: "distortion";
      limitRatio: number;
      measure: DistortionMeasure;
      powerWatts: number | null;
      loadOhms: number | null;
      band: Band | null;
    }
  | {
      kind: "response";
      band: Band;
      upDb: number | null;
      downDb: number | null;
      powerWatts: number | null;
    }
  | { kind: "damping-factor"; least: number; loadOhms: number | null; frequencyHz: number | null }
  | { kind: "noise"; leastDb: number; weighting: "a" | "none"; referenceWatts: number | null }
  | { kind: "gain"; gainDb: number }
  | { kind: "crosstalk"; leastDb: number; frequencyHz: number | null }
  | { kind: "headroom"; leastDb: number }
  | { kind: "output-impedance"; mostOhms: number; frequencyHz: number | null }
  /** Volts at the input that drive it to an output; the rated one where it is silent. */
  | { kind: "sensitivity"; volts: number; powerWatts: number | null }
  | { kind: "balance"; mostDb: number }
  | {
      kind: "intermodulation";
      limitRatio: number;
      /** A low and a high tone, or two high ones. */
      method: "modulation" | "difference" | null;
      powerWatts: number | null;
    }
  | { kind: "slew-rate"; leastVoltsPerSecond: number }
  | { kind: "power-bandwidth"; band: Band; distortionLimitRatio: number | null }
  | { kind: "consumption"; mostWatts: number; state: "idle" | "standby" | "rated" | null }
  | { kind: "mass"; kilograms: number }
  /** Two or three edges, in metres. */
  | { kind: "size"; metres: readonly number[] }
  | { kind: "supply"; volts: number; amperes: number };

/** A line as it was read: the claim, what it leaves out, and how it can be tested all the same. */
export type ReadClaim = {
  printedText: string;
  stated: StatedClaim;
  /** Conditions that the line leaves out, in words. Empty when the claim is testable as printed. */
  missing: readonly string[];
  /** The nearest reading that can be tested, where something is missing. */
  nearest: string | null;
  /** The supply and switches that the line names; absent where it names none. */
  setup?: PrintedSetup;
};

/** A line that was not read as a claim, and why: never guessed. */
export type UnreadLine = { printedText: string; reason: string };
