"use client";
import { Box } from "@chakra-ui/react";
import { useMemo, useState, type KeyboardEvent, type PointerEvent, type Ref } from "react";
import type { Quantity } from "@/core/run";
import type { ClaimBand, Crossing } from "@/records/facts";
import { useSize } from "../useSize";
import { ClaimArea } from "./ClaimArea";
import { CursorLine, CursorReadout, type Cursors } from "./cursors";
import { frameFor, nearestPoint, type DrawnCurve } from "@/drawing/geometry";
import { Grid } from "./Grid";
import { CrossingMark, CurveLabels, CurveLine } from "./Lines";
import { PlaceNames } from "./PlaceNames";

export type LineChartProps = {
  x: Quantity;
  y: Quantity;
  curves: readonly DrawnCurve[];
  band: ClaimBand | null;
  crossings?: readonly Crossing[];
  caption: string;
  svgRef?: Ref<SVGSVGElement>;
  minHeight?: string;
  /** A cursor was put at a point of the first curve. */ onPlaced?(x: number): void;
  /** No line below tells how to set cursors, or what stands under them. */ isReadAlone?: boolean;
};

/** Curves over any two quantities, with the claim's band and two cursors: by pointer, or by keys once it has the focus. */
export function LineChart({
  x,
  y,
  curves,
  band,
  crossings = [],
  caption,
  svgRef,
  minHeight = "230px",
  onPlaced,
  isReadAlone = false,
}: LineChartProps) {
  const [frameRef, size] = useSize<HTMLDivElement>({ widthPx: 700, heightPx: 360 });
  const [cursors, setCursors] = useState<Cursors>({ first: null, second: null, active: "first" });
  const frame = useMemo(() => frameFor({ x, y, curves, band }, size), [curves, band, x, y, size]);
  const { xAxis, yAxis, xScale } = frame;
  const [lead] = curves;
  const put = (at: number) => {
    setCursors((known) => ({ ...known, [known.active]: at }));
    onPlaced?.(at);
  };
  const step = (by: number) => {
    const points = lead?.points ?? [];
    const now = cursors[cursors.active];
    const outside = by > 0 ? -1 : points.length;
    const index =
      now === null
        ? outside
        : points.findIndex(([at]) => at === nearestPoint(points, now, xAxis.isLog)?.[0]);
    const next = points[Math.max(0, Math.min(points.length - 1, index + by))];
    if (next) put(next[0]);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -10, PageUp: 10 }[event.key];
    if (by) step(by);
    else if (event.key === " ")
      setCursors((known) => ({ ...known, active: known.active === "first" ? "second" : "first" }));
    else if (event.key === "Delete") setCursors({ first: null, second: null, active: "first" });
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    const px = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const at = lead
      ? nearestPoint(
          lead.points.map(([each, value]): [number, number] => [xAxis.shown(each), value]),
          xScale.value(px),
          xAxis.isLog,
        )
      : null;
    const original = at && lead.points.find(([each]) => xAxis.shown(each) === at[0]);
    if (!original) return;
    onPlaced?.(original[0]);
    setCursors((known) => ({
      ...known,
      [known.active]: original[0],
      active: known.active === "first" ? "second" : "first",
    }));
  };
  const isRead = cursors.first !== null || cursors.second !== null;
  return (
    <>
      <Box ref={frameRef} flex={1} minH={minHeight} minW={0} position="relative">
        <svg
          ref={svgRef}
          role="img"
          aria-label={caption}
          tabIndex={0}
          width={size.widthPx}
          height={size.heightPx}
          style={{
            position: "absolute",
            inset: 0,
            fontFamily: "inherit",
            cursor: "crosshair",
            // Inside, or it would lie over what stands beside the chart.
            outlineOffset: "-3px",
          }}
          onKeyDown={onKeyDown}
          onPointerDown={onPointerDown}
        >
          <Grid {...frame} {...size} />
          {band && <ClaimArea band={band} {...frame} />}
          {curves.map((curve) => (
            <CurveLine
              key={`${curve.channelIndex}-${curve.label}-${curve.isGhost}`}
              curve={curve}
              frame={frame}
            />
          ))}
          <CurveLabels curves={curves} frame={frame} {...size} />
          <PlaceNames curves={curves} frame={frame} />
          {crossings.map((crossing) => (
            <CrossingMark key={crossing.channelIndex} crossing={crossing} frame={frame} />
          ))}
          {(["first", "second"] as const).map(
            (name) =>
              cursors[name] !== null && (
                <CursorLine
                  key={name}
                  at={xScale.place(xAxis.shown(cursors[name]))}
                  name={name === "first" ? "1" : "2"}
                  isActive={cursors.active === name}
                  heightPx={size.heightPx}
                  margin={frame.margin}
                />
              ),
          )}
        </svg>
      </Box>
      {!isReadAlone && (
        <CursorReadout
          cursors={cursors}
          curves={curves}
          xAxis={xAxis}
          yAxis={yAxis}
          isRead={isRead}
        />
      )}
    </>
  );
}
