import { scaleLog, type ScaleLogarithmic } from "d3";
import { decadeDomain } from "../decadeTicks";
import type { ClaimCorner, PowerCurve } from "./types";

export type Frame = { widthPx: number; heightPx: number };
export const MARGIN = { top: 12, right: 46, bottom: 40, left: 70 };

export type PowerScales = {
  x: ScaleLogarithmic<number, number>;
  y: ScaleLogarithmic<number, number>;
  xDomain: [number, number];
  yDomain: [number, number];
};

/** Logarithmic scales that hold every point and the claim; distortion is shown down to 0.0001 % and up to 100 %. */
export const powerScales = (
  curves: readonly PowerCurve[],
  claim: ClaimCorner | null,
  { widthPx, heightPx }: Frame,
): PowerScales => {
  const points = curves.flatMap(({ points: each }) => each);
  const watts = [
    ...points.map(({ powerWatts }) => powerWatts),
    ...(claim ? [claim.powerWatts] : []),
  ].filter((value) => value > 0);
  const ratios = [
    ...points.flatMap(({ thdRatio, thdPlusNoiseRatio }) => [thdRatio, thdPlusNoiseRatio]),
    ...(claim ? [claim.limitRatio] : []),
  ].map((ratio) => Math.min(1, Math.max(1e-6, ratio)));
  const xDomain = decadeDomain(Math.max(1e-4, Math.min(...watts)), Math.max(...watts));
  const yDomain = decadeDomain(Math.min(...ratios), Math.max(0.1, ...ratios));
  return {
    xDomain,
    yDomain,
    x: scaleLog(xDomain, [MARGIN.left, widthPx - MARGIN.right]),
    y: scaleLog(yDomain, [heightPx - MARGIN.bottom, MARGIN.top]).clamp(true),
  };
};
