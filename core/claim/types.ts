import type { DistortionMeasure } from "../sweep";

/** A published claim of continuous power with the conditions that make it testable. */
export type PowerClaim = {
  kind: "power";
  /** Per channel. */
  powerWatts: number;
  loadOhms: number;
  channelsDriven: number;
  distortionLimitRatio: number;
  distortionMeasure: DistortionMeasure;
};
