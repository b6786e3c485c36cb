import { line, scaleLinear, scaleLog } from "d3";
import type { Curve, Quantity } from "@/core/run";
import type { ClaimBand } from "@/records/facts";
import { decadeDomain, decadeTicks } from "./decadeTicks";
import { axisOf, type Axis } from "./axis";
import { columnWidthPx, fitsBeside, LABEL_LINE_PX, legendPlaces, type Place } from "./endLabels";

/** A curve with how it is drawn. A ghost is an earlier reading, for comparison. */
export type DrawnCurve = Pick<Curve, "label" | "points" | "named"> & {
  channelIndex: number;
  variant: number;
  isGhost: boolean;
  /** Drawn thin beside the one that counts, and not labelled. */ isFine?: boolean;
  /** A mark at each point, filled where true. */ marks?: readonly boolean[];
  /** Which look it has, where that is not its channel's. */ look?: number;
};

/** Where a chart is drawn within its picture. Pixels from each edge. */
export type Margin = { top: number; right: number; bottom: number; left: number };

/** What curves are drawn by: two axes with the scale of each, the margins, and where its legend stands; null where labels stand beside the curves. */
export type Frame = {
  xAxis: Axis;
  yAxis: Axis;
  xScale: Scale;
  yScale: Scale;
  margin: Margin;
  legend: readonly Place[] | null;
};

const MARGIN: Margin = { top: 26, right: 22, bottom: 38, left: 62 };
/** Curves of level are never drawn over a narrower span than this, or noise would look like a response. */
const LEAST_SPAN_DB = 0.2;

export type Scale = {
  place(shown: number): number;
  value(px: number): number;
  ticks: readonly number[];
};

/** From a little below the least to a little above the most. */
const linear = (
  [low, high]: readonly [number, number],
  range: [number, number],
  count: number,
  leastSpan: number,
): Scale => {
  const span = Math.max(high - low, leastSpan) || Math.abs(high) || 1;
  const scale = scaleLinear()
    .domain([low - 0.06 * span, low + 1.06 * span])
    .range(range)
    .nice(count);
  return {
    place: (shown) => scale(shown),
    value: (px) => scale.invert(px),
    ticks: scale.ticks(count),
  };
};

const logarithmic = (low: number, high: number, range: [number, number]): Scale => {
  const domain = decadeDomain(low, high);
  const scale = scaleLog().domain(domain).range(range).clamp(true);
  const all = decadeTicks(domain);
  const lengthPx = Math.abs(range[1] - range[0]);
  const ticks =
    all.length > lengthPx / 34
      ? all.filter((tick) => Number.isInteger(Number(Math.log10(tick).toFixed(9))))
      : all;
  return {
    place: (shown) => scale(Math.max(shown, domain[0])),
    value: (px) => scale.invert(px),
    ticks,
  };
};

/** A scale for what is shown of the values; frequencies fill the width exactly. */
export const scaleFor = (
  axis: Axis,
  values: readonly number[],
  range: [number, number],
  isX: boolean,
): Scale => {
  const shown = values.map((value) => axis.shown(value)).filter(Number.isFinite);
  const low = shown.reduce((least, value) => Math.min(least, value), Infinity),
    high = shown.reduce((most, value) => Math.max(most, value), -Infinity);
  if (!(high >= low)) return linear([0, 1], range, 5, 0);
  if (axis.isLog)
    return logarithmic(Math.max(low, high * 1e-9, 1e-12), Math.max(high, 1e-12), range);
  if (isX) {
    const scale = scaleLinear()
      .domain([low, high > low ? high : low + 1])
      .range(range);
    return { place: (each) => scale(each), value: (px) => scale.invert(px), ticks: scale.ticks(8) };
  }
  return linear([low, high], range, 7, axis.title === "dB" ? LEAST_SPAN_DB : 0);
};

/** What a chart shows: its axes, its curves, and the claim that is drawn into it. */
export type Charted = {
  x: Quantity;
  y: Quantity;
  curves: readonly DrawnCurve[];
  band: ClaimBand | null;
};

/** Curves that have a label: not those that are drawn faintly beside them. */
export const labelled = (curves: readonly DrawnCurve[]): DrawnCurve[] =>
  curves.filter(
    ({ label, isGhost, isFine, points }) =>
      label !== "" && !isGhost && !isFine && points.length > 0,
  );

/** Room for labels beside the curves, or above them for a legend. */
const roomForLabels = (
  curves: readonly DrawnCurve[],
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
): Pick<Frame, "margin" | "legend"> => {
  const labels = labelled(curves).map(({ label }) => label);
  if (labels.length === 0) return { margin: MARGIN, legend: null };
  if (fitsBeside(labels, { widthPx, heightPx: heightPx - MARGIN.top - MARGIN.bottom }))
    return { margin: { ...MARGIN, right: columnWidthPx(labels) + 6 }, legend: null };
  const legend = legendPlaces(labels, {
    left: MARGIN.left,
    right: widthPx - MARGIN.right,
    top: MARGIN.top - 6,
  });
  const rows = 1 + Math.round((legend[legend.length - 1].y - legend[0].y) / LABEL_LINE_PX);
  return { margin: { ...MARGIN, top: MARGIN.top + rows * LABEL_LINE_PX + 4 }, legend };
};

/** Axes and scales that hold all of a chart, the claim included, in so many pixels. */
export const frameFor = (
  { x, y, curves, band }: Charted,
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
): Frame => {
  const points = curves.flatMap((curve) => curve.points);
  const xs = [...points.map(([at]) => at), ...(band?.isCorner ? [band.highX] : [])];
  const ys = [
    ...points.map(([, value]) => value),
    ...(band ? [band.lowY, band.highY].filter((each) => each !== null) : []),
  ];
  const [xAxis, yAxis] = [axisOf(x, y, xs), axisOf(y, x, ys)];
  const { margin, legend } = roomForLabels(curves, { widthPx, heightPx });
  return {
    xAxis,
    yAxis,
    xScale: scaleFor(xAxis, xs, [margin.left, widthPx - margin.right], true),
    yScale: scaleFor(yAxis, ys, [heightPx - margin.bottom, margin.top], false),
    margin,
    legend,
  };
};

/** The point of a curve nearest to a place on the x axis. */
export const nearestPoint = (
  points: Curve["points"],
  x: number,
  isLog: boolean,
): readonly [number, number] | null => {
  if (points.length === 0) return null;
  const distance = (at: number) =>
    isLog ? Math.abs(Math.log(Math.max(at, 1e-12) / Math.max(x, 1e-12))) : Math.abs(at - x);
  return points.reduce((best, point) => (distance(point[0]) < distance(best[0]) ? point : best));
};

/** The path through the points in their order, with a gap where there is no reading, or none that the axes can show. */
export const pathOf = (
  points: Curve["points"],
  { xAxis, yAxis, xScale, yScale }: Pick<Frame, "xAxis" | "yAxis" | "xScale" | "yScale">,
): string => {
  const isShown = (value: number, { isLog }: Axis) =>
    Number.isFinite(value) && (!isLog || value > 0);
  return (
    line<readonly [number, number]>()
      .defined(([at, value]) => isShown(at, xAxis) && isShown(value, yAxis))
      .x(([at]) => xScale.place(xAxis.shown(at)))
      .y(([, value]) => yScale.place(yAxis.shown(value)))
      .digits(1)([...points]) ?? ""
  );
};
