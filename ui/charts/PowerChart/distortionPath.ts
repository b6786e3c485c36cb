import { line } from "d3";
import type { PowerScales } from "./powerScales";
import type { PowerPoint } from "./types";

/** Path of a curve through the points in order of level, with a gap where a reading is missing or zero. */
export const distortionPath = (
  points: readonly PowerPoint[],
  ratioOf: (point: PowerPoint) => number,
  { x, y }: Pick<PowerScales, "x" | "y">,
): string =>
  line<PowerPoint>()
    .defined(
      (point) => point.powerWatts > 0 && ratioOf(point) > 0 && Number.isFinite(ratioOf(point)),
    )
    .x((point) => x(point.powerWatts))
    .y((point) => y(ratioOf(point)))([...points]) ?? "";
