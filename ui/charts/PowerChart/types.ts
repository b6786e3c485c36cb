export type PowerPoint = {
  powerWatts: number;
  thdRatio: number;
  thdPlusNoiseRatio: number;
  flattened: boolean;
};

export type PowerCurve = { channelIndex: number; letter: string; points: readonly PowerPoint[] };

/** The claim as a corner that no curve may enter: up to its power, above its limit. */
export type ClaimCorner = { powerWatts: number; limitRatio: number; label: string };

/** Where a curve passes the limit, with the half width of about 95 %. */
export type Crossing = { channelIndex: number; powerWatts: number; expandedUncertainty: number };
