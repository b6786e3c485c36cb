import { channelLook, type ChannelLook } from "./channelLook";
import { endLabels, LABEL_GAP_PX, SAMPLE_PX, type Place } from "./endLabels";
import { labelled, type DrawnCurve, type Frame } from "./geometry";

/** How a curve is drawn. */
export const curveLook = ({ look, channelIndex }: DrawnCurve): ChannelLook =>
  channelLook(look ?? channelIndex);

/** A curve's label: its text begins at `x` and is centred on `y`; before it a leader to the curve, or in a legend a sample of the line. */
export type CurveLabel = Place & {
  text: string;
  look: ChannelLook;
  leader: readonly [Place, Place] | null;
  sample: readonly [Place, Place] | null;
};

/** Spectra end among noise: their labels go by the mean of so many last points. */
const END_POINTS = 12;
const MANY_POINTS = 500;

const endOf = ({ points }: DrawnCurve, { xAxis, yAxis, xScale, yScale }: Frame): Place | null => {
  const places = points
    .filter(
      ([x, y]) =>
        Number.isFinite(x) &&
        Number.isFinite(y) &&
        (!xAxis.isLog || x > 0) &&
        (!yAxis.isLog || y > 0),
    )
    .map(([x, y]) => ({ x: xScale.place(xAxis.shown(x)), y: yScale.place(yAxis.shown(y)) }));
  const last = places.at(-1);
  if (!last || points.length < MANY_POINTS) return last ?? null;
  const some = places.slice(-END_POINTS);
  return { x: last.x, y: some.reduce((sum, { y }) => sum + y, 0) / some.length };
};

/** The labels of a chart: each at the end of its own curve, or in the legend where they do not fit there. */
export const curveLabels = (
  curves: readonly DrawnCurve[],
  frame: Frame,
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
): CurveLabel[] => {
  const own = labelled(curves);
  const { margin, legend } = frame;
  if (legend)
    return own.map((curve, k) => ({
      text: curve.label,
      look: curveLook(curve),
      x: legend[k].x + SAMPLE_PX + LABEL_GAP_PX,
      y: legend[k].y,
      leader: null,
      sample: [legend[k], { x: legend[k].x + SAMPLE_PX, y: legend[k].y }],
    }));
  const ended = own.flatMap((curve) => {
    const end = endOf(curve, frame);
    return end ? [{ curve, end }] : [];
  });
  const column = {
    x: widthPx - margin.right + LABEL_GAP_PX,
    top: margin.top - 8,
    bottom: heightPx - margin.bottom + 8,
  };
  return endLabels(
    ended.map(({ end }) => end),
    column,
  ).map((label, k) => ({
    ...label,
    text: ended[k].curve.label,
    look: curveLook(ended[k].curve),
    sample: null,
  }));
};
