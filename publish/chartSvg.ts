import { curveLabels, curveLook } from "@/drawing/curveLabels";
import { frameFor, pathOf, type DrawnCurve, type Frame } from "@/drawing/geometry";
import type { ClaimBand } from "@/records/facts";
import { escaped } from "./escaped";
import { LIGHT, type Ink } from "./ink";
import type { SheetChart } from "./types";

export const CHART_PX = { width: 720, height: 320 };
/** More points than this are not seen on paper, and would only make the page long. */
const MOST_POINTS = 600;

type Point = readonly [number, number];

/** A curve with fewer points, its first, its last and the highest and lowest of each stretch kept. */
const thinned = (points: readonly Point[]): readonly Point[] => {
  if (points.length <= MOST_POINTS) return points;
  const stretch = Math.ceil((2 * points.length) / MOST_POINTS);
  const kept: Point[] = [points[0]];
  for (let from = 1; from < points.length - 1; from += stretch) {
    const some = points.slice(from, Math.min(points.length - 1, from + stretch));
    const low = some.reduce((a, b) => (b[1] < a[1] ? b : a));
    const high = some.reduce((a, b) => (b[1] > a[1] ? b : a));
    kept.push(...(low[0] <= high[0] ? [low, high] : [high, low]));
  }
  return [...kept, points[points.length - 1]];
};

const frameOf = (chart: SheetChart): Frame =>
  frameFor(chart, { widthPx: CHART_PX.width, heightPx: CHART_PX.height });

const colorOf = ({ color }: { color: string }, ink: Ink): string =>
  ink[color as keyof Ink] ?? ink.ink;

const text = (x: number, y: number, words: string, style: string): string =>
  `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" ${style}>${escaped(words)}</text>`;

const gridSvg = ({ xAxis, yAxis, xScale, yScale, margin }: Frame, ink: Ink): string => {
  const { width, height } = CHART_PX;
  const bottom = height - margin.bottom;
  const small = `font-size="12.5" fill="${ink.muted}"`;
  const down = xScale.ticks.map((tick) => {
    const x = xScale.place(tick);
    return `<path d="M${x.toFixed(1)} ${margin.top}V${bottom}" stroke="${ink.rime}" fill="none"/>${text(x, bottom + 17, xAxis.tick(tick), `${small} text-anchor="middle"`)}`;
  });
  const across = yScale.ticks.map((tick) => {
    const y = yScale.place(tick);
    return `<path d="M${margin.left} ${y.toFixed(1)}H${width - margin.right}" stroke="${ink.rime}" fill="none"/>${text(margin.left - 8, y + 4, yAxis.tick(tick), `${small} text-anchor="end"`)}`;
  });
  return [
    ...down,
    ...across,
    text(width - margin.right, height - 4, xAxis.title, `${small} text-anchor="end"`),
    text(4, 14, yAxis.title, small),
  ].join("");
};

/** The sides where the claim is missed, tinted; a claim that ends at some x ends in a corner. */
const bandSvg = (
  { lowX, highX, lowY, highY, label, isCorner }: ClaimBand,
  { xAxis, yAxis, xScale, yScale, margin }: Frame,
  ink: Ink,
): string => {
  const [left, right] = [lowX, highX].map((x) =>
    Math.min(CHART_PX.width - margin.right, Math.max(margin.left, xScale.place(xAxis.shown(x)))),
  );
  const bottom = CHART_PX.height - margin.bottom;
  const side = (from: number, to: number): string =>
    `<rect x="${left.toFixed(1)}" y="${from.toFixed(1)}" width="${Math.max(0, right - left).toFixed(1)}" height="${Math.max(0, to - from).toFixed(1)}" fill="${ink.ember}" opacity="0.1"/>`;
  const edge = (path: string): string =>
    `<path d="${path}" stroke="${ink.ember}" stroke-width="2" fill="none"/>`;
  const sides = [
    ...(highY === null ? [] : [{ y: yScale.place(yAxis.shown(highY)), isUpper: true }]),
    ...(lowY === null ? [] : [{ y: yScale.place(yAxis.shown(lowY)), isUpper: false }]),
  ];
  return [
    ...sides.map(({ y, isUpper }) =>
      [
        isUpper ? side(margin.top, y) : side(y, bottom),
        edge(`M${left.toFixed(1)} ${y.toFixed(1)}H${right.toFixed(1)}`),
        isCorner && isUpper ? edge(`M${right.toFixed(1)} ${margin.top}V${y.toFixed(1)}`) : "",
      ].join(""),
    ),
    text(
      left + 8,
      margin.top + 14,
      label,
      `font-size="12.5" font-weight="700" fill="${ink.ember}" stroke="${ink.paper}" stroke-width="4" paint-order="stroke"`,
    ),
  ].join("");
};

/** A label for each curve: at its end, with a leader where labels crowd, or in a legend. */
const labelsSvg = (curves: readonly DrawnCurve[], frame: Frame, ink: Ink): string =>
  curveLabels(curves, frame, { widthPx: CHART_PX.width, heightPx: CHART_PX.height })
    .map(({ text: words, look, x, y, leader, sample }) => {
      const color = colorOf(look, ink);
      const [from, to] = leader ?? sample ?? [];
      const line =
        from && to
          ? `<path d="M${from.x.toFixed(1)} ${from.y.toFixed(1)}L${to.x.toFixed(1)} ${to.y.toFixed(1)}" stroke="${color}" stroke-width="${sample ? 2.2 : 1}"${sample && look.dash ? ` stroke-dasharray="${look.dash}"` : ""} fill="none"/>`
          : "";
      return `${line}${text(x, y, words, `dy="0.35em" font-size="13.5" font-weight="700" fill="${color}" stroke="${ink.paper}" stroke-width="4" paint-order="stroke"`)}`;
    })
    .join("");

/** A chart as a picture of its own: every colour is in it, and its words are text. */
export const chartSvg = (chart: SheetChart, ink: Ink = LIGHT, attributes = ""): string => {
  const frame = frameOf(chart);
  const { width, height } = CHART_PX;
  const lines = chart.curves.map((curve) => {
    const look = curveLook(curve);
    const points = thinned(curve.points);
    return `<path d="${pathOf(points, frame)}" fill="none" stroke="${colorOf(look, ink)}" stroke-width="${curve.isFine || points.length > 300 ? 1.2 : 2.2}"${look.dash ? ` stroke-dasharray="${look.dash}"` : ""}${curve.isGhost || curve.isFine ? ' opacity="0.6"' : ""}/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" role="img" aria-label="${escaped(chart.caption)}" font-family="'Atkinson Hyperlegible Next', 'Atkinson Hyperlegible Next Variable', sans-serif"${attributes}><rect width="${width}" height="${height}" fill="${ink.paper}"/>${gridSvg(frame, ink)}${chart.band ? bandSvg(chart.band, frame, ink) : ""}${lines.join("")}${labelsSvg(chart.curves, frame, ink)}</svg>`;
};

/** What a page needs to answer where the pointer is: places and texts of the points, a curve each. */
export const chartPoints = (
  chart: SheetChart,
): { label: string; points: readonly (readonly [number, number, string, string])[] }[] => {
  const frame = frameOf(chart);
  const { xAxis, yAxis, xScale, yScale } = frame;
  return chart.curves
    .filter(({ isGhost }) => !isGhost)
    .map(({ label, points }) => ({
      label,
      points: thinned(points).map(
        ([x, y]) =>
          [
            Number(xScale.place(xAxis.shown(x)).toFixed(1)),
            Number(yScale.place(yAxis.shown(y)).toFixed(1)),
            xAxis.text(x),
            yAxis.text(y),
          ] as const,
      ),
    }));
};
