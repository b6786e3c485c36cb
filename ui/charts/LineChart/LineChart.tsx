"use client";
import { Box, HStack, Text } from "@chakra-ui/react";
import { useId, useMemo, useState, type KeyboardEvent, type PointerEvent, type Ref } from "react";
import type { Quantity } from "@/core/run";
import type { ClaimBand } from "@/records/facts";
import { channelLook, cssColor } from "../channelLook";
import { Hatch } from "../Hatch";
import { useSize } from "../useSize";
import { axisOf, type Axis } from "./axis";
import { MARGIN, nearestPoint, pathOf, scaleFor, type DrawnCurve, type Scale } from "./geometry";

export type LineChartProps = {
  x: Quantity;
  y: Quantity;
  curves: readonly DrawnCurve[];
  band: ClaimBand | null;
  caption: string;
  svgRef?: Ref<SVGSVGElement>;
  minHeight?: string;
};

const LABEL = { fontSize: "13px", fill: cssColor("muted") } as const;
const HALO = { paintOrder: "stroke", stroke: cssColor("surface"), strokeWidth: "4px" } as const;
/** Spectra are drawn finer. */
const MANY_POINTS = 500;
/** Variants of one channel's curve are told apart by their dash. */
const VARIANT_DASHES = [undefined, "2 5", "12 4 2 4", "1 3"];

type Cursors = { first: number | null; second: number | null; active: "first" | "second" };

/** Curves over any two quantities, with the claim's band and two cursors: by pointer, or by keys once it has the focus. */
export function LineChart({
  x,
  y,
  curves,
  band,
  caption,
  svgRef,
  minHeight = "230px",
}: LineChartProps) {
  const [frameRef, size] = useSize<HTMLDivElement>({ widthPx: 700, heightPx: 360 });
  const [cursors, setCursors] = useState<Cursors>({ first: null, second: null, active: "first" });
  const { xAxis, yAxis, xScale, yScale } = useMemo(() => {
    const xs = curves.flatMap(({ points }) => points.map(([at]) => at));
    const ys = [
      ...curves.flatMap(({ points }) => points.map(([, value]) => value)),
      ...(band ? [band.lowY, band.highY].filter((each) => each !== null) : []),
    ];
    const [horizontal, vertical] = [axisOf(x, y, xs), axisOf(y, x, ys)];
    return {
      xAxis: horizontal,
      yAxis: vertical,
      xScale: scaleFor(horizontal, xs, [MARGIN.left, size.widthPx - MARGIN.right], true),
      yScale: scaleFor(vertical, ys, [size.heightPx - MARGIN.bottom, MARGIN.top], false),
    };
  }, [curves, band, x, y, size]);
  const [lead] = curves;
  const put = (at: number) => setCursors((known) => ({ ...known, [known.active]: at }));
  const step = (by: number) => {
    const points = lead?.points ?? [];
    const now = cursors[cursors.active];
    const index =
      now === null
        ? by > 0
          ? -1
          : points.length
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
          style={{ position: "absolute", inset: 0, fontFamily: "inherit", cursor: "crosshair" }}
          onKeyDown={onKeyDown}
          onPointerDown={onPointerDown}
        >
          <Grid {...{ xAxis, yAxis, xScale, yScale }} {...size} />
          {band && <Band band={band} {...{ xAxis, yAxis, xScale, yScale }} />}
          {curves.map((curve) => (
            <Line
              key={`${curve.channelIndex}-${curve.label}-${curve.isGhost}`}
              curve={curve}
              path={pathOf(curve.points, xAxis, yAxis, xScale, yScale)}
            />
          ))}
          <Labels curves={curves} {...{ xAxis, yAxis, xScale, yScale }} />
          {(["first", "second"] as const).map(
            (name) =>
              cursors[name] !== null && (
                <CursorLine
                  key={name}
                  at={xScale.place(xAxis.shown(cursors[name]))}
                  name={name === "first" ? "1" : "2"}
                  isActive={cursors.active === name}
                  heightPx={size.heightPx}
                />
              ),
          )}
        </svg>
      </Box>
      <CursorReadout
        cursors={cursors}
        curves={curves}
        xAxis={xAxis}
        yAxis={yAxis}
        isRead={isRead}
      />
    </>
  );
}

type Frame = { xAxis: Axis; yAxis: Axis; xScale: Scale; yScale: Scale };

function Grid({
  xAxis,
  yAxis,
  xScale,
  yScale,
  widthPx,
  heightPx,
}: Frame & { widthPx: number; heightPx: number }) {
  return (
    <g>
      {yScale.ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={MARGIN.left}
            x2={widthPx - MARGIN.right}
            y1={yScale.place(tick)}
            y2={yScale.place(tick)}
            stroke={cssColor("rime")}
            strokeWidth={tick === 0 ? 1.4 : 0.7}
          />
          <text x={MARGIN.left - 8} y={yScale.place(tick) + 4.5} textAnchor="end" style={LABEL}>
            {yAxis.tick(tick)}
          </text>
        </g>
      ))}
      {xScale.ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={xScale.place(tick)}
            x2={xScale.place(tick)}
            y1={MARGIN.top}
            y2={heightPx - MARGIN.bottom}
            stroke={cssColor("rime")}
            strokeWidth="0.7"
          />
          <text
            x={xScale.place(tick)}
            y={heightPx - MARGIN.bottom + 17}
            textAnchor="middle"
            style={LABEL}
          >
            {xAxis.tick(tick)}
          </text>
        </g>
      ))}
      <text x={widthPx - MARGIN.right} y={heightPx - 4} textAnchor="end" style={LABEL}>
        {xAxis.title}
      </text>
      <text x={4} y={MARGIN.top - 11} style={LABEL}>
        {yAxis.title}
      </text>
    </g>
  );
}

/** The sides where the claim is missed, hatched. */
function Band({
  band: { lowX, highX, lowY, highY, label },
  xAxis,
  yAxis,
  xScale,
  yScale,
}: { band: ClaimBand } & Frame) {
  const hatch = useId();
  const left = xScale.place(xAxis.shown(lowX)),
    right = xScale.place(xAxis.shown(highX));
  const [top, bottom] = [MARGIN.top, yScale.place(yScale.ticks[0] ?? 0) + 4];
  const upper = highY === null ? null : yScale.place(yAxis.shown(highY)),
    lower = lowY === null ? null : yScale.place(yAxis.shown(lowY));
  return (
    <g>
      <Hatch id={hatch} />
      {upper !== null && (
        <rect
          x={left}
          y={top}
          width={Math.max(0, right - left)}
          height={Math.max(0, upper - top)}
          fill={`url(#${hatch})`}
        />
      )}
      {lower !== null && (
        <rect
          x={left}
          y={lower}
          width={Math.max(0, right - left)}
          height={Math.max(0, bottom - lower)}
          fill={`url(#${hatch})`}
        />
      )}
      {[upper, lower].map(
        (y) =>
          y !== null && (
            <line
              key={y}
              x1={left}
              x2={right}
              y1={y}
              y2={y}
              stroke={cssColor("ember")}
              strokeWidth="2"
            />
          ),
      )}
      <text
        x={(left + right) / 2}
        y={(lower ?? upper ?? top) + 18}
        textAnchor="middle"
        style={{ ...HALO, fontSize: "14px", fontWeight: 700, fill: cssColor("ember") }}
      >
        {label}
      </text>
    </g>
  );
}

function Line({
  curve: { channelIndex, variant, isGhost, points },
  path,
}: {
  curve: DrawnCurve;
  path: string;
}) {
  const look = channelLook(channelIndex);
  return (
    <path
      d={path}
      fill="none"
      stroke={cssColor(look.color)}
      strokeWidth={isGhost || points.length > MANY_POINTS ? 1.2 : 2.2}
      strokeDasharray={variant > 0 ? VARIANT_DASHES[variant % VARIANT_DASHES.length] : look.dash}
      opacity={isGhost ? 0.35 : 1}
      strokeLinejoin="round"
    />
  );
}

/** Names at the curves' right ends, pushed apart where they would cover each other. */
function Labels({
  curves,
  xAxis,
  yAxis,
  xScale,
  yScale,
}: { curves: readonly DrawnCurve[] } & Frame) {
  const placed: { text: string; x: number; y: number; color: string }[] = [];
  for (const { label, points, channelIndex, isGhost } of curves) {
    const at = points[Math.floor(0.82 * (points.length - 1))];
    if (!at || isGhost) continue;
    const spot = {
      text: label,
      x: xScale.place(xAxis.shown(at[0])),
      y: yScale.place(yAxis.shown(at[1])) - 9,
      color: cssColor(channelLook(channelIndex).color),
    };
    while (
      placed.some((other) => Math.abs(other.y - spot.y) < 16 && Math.abs(other.x - spot.x) < 140)
    )
      spot.y += 16;
    placed.push(spot);
  }
  return placed.map(({ text, x, y, color }) => (
    <text
      key={text}
      x={x}
      y={Math.max(MARGIN.top + 12, y)}
      textAnchor="middle"
      style={{ ...HALO, fontSize: "14px", fontWeight: 700, fill: color }}
    >
      {text}
    </text>
  ));
}

function CursorLine({
  at,
  name,
  isActive,
  heightPx,
}: {
  at: number;
  name: string;
  isActive: boolean;
  heightPx: number;
}) {
  return (
    <g data-transient pointerEvents="none">
      <line
        x1={at}
        x2={at}
        y1={MARGIN.top}
        y2={heightPx - MARGIN.bottom}
        stroke={cssColor("ink")}
        strokeWidth={isActive ? 1.6 : 1}
        strokeDasharray={name === "1" ? "4 3" : "1 3"}
      />
      <circle cx={at} cy={MARGIN.top} r="8" fill={cssColor("ink")} />
      <text
        x={at}
        y={MARGIN.top + 4}
        textAnchor="middle"
        style={{ fontSize: "11px", fontWeight: 700, fill: cssColor("surface") }}
      >
        {name}
      </text>
    </g>
  );
}

/** What stands under the cursors, and how far they are apart. */
function CursorReadout({
  cursors,
  curves,
  xAxis,
  yAxis,
  isRead,
}: {
  cursors: Cursors;
  curves: readonly DrawnCurve[];
  xAxis: Axis;
  yAxis: Axis;
  isRead: boolean;
}) {
  const at = (x: number | null) =>
    x === null
      ? null
      : curves
          .filter(({ isGhost }) => !isGhost)
          .map(({ label, points }) => ({ label, point: nearestPoint(points, x, xAxis.isLog) }));
  const [first, second] = [at(cursors.first), at(cursors.second)];
  const line = (read: ReturnType<typeof at>) =>
    read
      ?.map(({ label, point }) => point && `${label} ${yAxis.text(point[1])}`)
      .filter(Boolean)
      .join(", ");
  return (
    <Box minH="42px" fontSize="13.5px" aria-live="polite" data-testid="cursors">
      {!isRead && (
        <Text color="muted">
          Click, or arrow keys, for a cursor; again, or space, for a second one.
        </Text>
      )}
      <HStack gap={6} wrap="wrap">
        {cursors.first !== null && (
          <Text>
            <b>1</b> at {xAxis.text(cursors.first)}: {line(first)}
          </Text>
        )}
        {cursors.second !== null && (
          <Text>
            <b>2</b> at {xAxis.text(cursors.second)}: {line(second)}
          </Text>
        )}
      </HStack>
      {first && second && cursors.first !== null && cursors.second !== null && (
        <Text fontWeight={600}>
          2 less 1:{" "}
          {first
            .map(
              ({ label, point }, k) =>
                point &&
                second[k]?.point &&
                `${label} ${differenceText(yAxis, point[1], second[k].point[1])}`,
            )
            .filter(Boolean)
            .join(", ")}
        </Text>
      )}
    </Box>
  );
}

/** Decibels and linear quantities are subtracted, others divided. */
const differenceText = (axis: Axis, first: number, second: number): string => {
  const text = (value: number) => `${value >= 0 ? "+" : "−"}${Math.abs(value).toPrecision(3)}`;
  if (!axis.isLog)
    return `${text(axis.shown(second) - axis.shown(first))} ${axis.title.replace(/^[a-z]+, /, "")}`;
  return `× ${(axis.shown(second) / axis.shown(first)).toPrecision(3)}`;
};
