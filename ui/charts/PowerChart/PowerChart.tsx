"use client";
import { Box } from "@chakra-ui/react";
import { useId, useState, type KeyboardEvent, type PointerEvent, type Ref } from "react";
import { formatPercent, formatSignificant } from "@/core/units";
import { channelLook, cssColor } from "../channelLook";
import { decadeTicks } from "../decadeTicks";
import { Hatch } from "../Hatch";
import { useSize } from "../useSize";
import { distortionPath } from "./distortionPath";
import { Mark } from "./Mark";
import { MARGIN, powerScales, type PowerScales } from "./powerScales";
import type { ClaimCorner, Crossing, PowerCurve, PowerPoint } from "./types";

export type PowerChartProps = {
  curves: readonly PowerCurve[];
  claim: ClaimCorner | null;
  crossings: readonly Crossing[];
  /** An earlier sweep, drawn faintly for comparison. */ ghosts?: readonly PowerCurve[];
  caption: string;
  svgRef?: Ref<SVGSVGElement>;
};

/** THD+N (bold, marked) and THD (fine) against output power, each channel; the claim is a corner to stay out of. */
export function PowerChart({
  curves,
  claim,
  crossings,
  ghosts = [],
  caption,
  svgRef,
}: PowerChartProps) {
  const [frameRef, size] = useSize<HTMLDivElement>({ widthPx: 700, heightPx: 420 });
  const [level, setLevel] = useState<number | null>(null);
  const scales = powerScales([...curves, ...ghosts], claim, size);
  const levelCount = Math.max(...curves.map(({ points }) => points.length));

  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step) {
      setLevel((known) =>
        Math.max(0, Math.min(levelCount - 1, (known ?? (step > 0 ? -1 : levelCount)) + step)),
      );
      event.preventDefault();
    }
  };
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    const watts = scales.x.invert(event.clientX - event.currentTarget.getBoundingClientRect().left);
    setLevel(
      nearestLevel(
        curves[0].points.map(({ powerWatts }) => powerWatts),
        watts,
      ),
    );
  };

  return (
    <Box ref={frameRef} flex={1} minH="260px" minW={0} position="relative">
      <svg
        ref={svgRef}
        role="img"
        aria-label={caption}
        tabIndex={0}
        width={size.widthPx}
        height={size.heightPx}
        style={{ position: "absolute", inset: 0, fontFamily: "inherit" }}
        onKeyDown={onKeyDown}
        onPointerMove={onPointerMove}
        onPointerLeave={() => setLevel(null)}
        onBlur={() => setLevel(null)}
      >
        <Grid scales={scales} {...size} />
        {claim && <Corner claim={claim} scales={scales} />}
        {ghosts.map((ghost) => (
          <path
            key={ghost.channelIndex}
            d={distortionPath(ghost.points, ({ thdPlusNoiseRatio }) => thdPlusNoiseRatio, scales)}
            fill="none"
            stroke={cssColor(channelLook(ghost.channelIndex).color)}
            strokeWidth="1.4"
            strokeDasharray={channelLook(ghost.channelIndex).dash}
            opacity="0.35"
          />
        ))}
        {curves.map((curve) => (
          <Curve
            key={curve.channelIndex}
            curve={curve}
            others={curves.filter((other) => other !== curve)}
            scales={scales}
          />
        ))}
        {claim &&
          crossings.map((crossing) => (
            <CrossingMark
              key={crossing.channelIndex}
              crossing={crossing}
              y={scales.y(claim.limitRatio)}
              x={scales.x}
            />
          ))}
        {level !== null && <Cursor curves={curves} level={level} scales={scales} {...size} />}
      </svg>
    </Box>
  );
}

const nearestLevel = (watts: readonly number[], target: number): number =>
  watts.reduce(
    (best, value, index) =>
      Math.abs(Math.log(value / target)) < Math.abs(Math.log(watts[best] / target)) ? index : best,
    0,
  );

const LABEL = { fontSize: "13px", fill: cssColor("muted") } as const;
const HALO = { paintOrder: "stroke", stroke: cssColor("surface"), strokeWidth: "4px" } as const;

function Grid({
  scales: { x, y, xDomain, yDomain },
  widthPx,
  heightPx,
}: {
  scales: PowerScales;
  widthPx: number;
  heightPx: number;
}) {
  return (
    <g>
      {decadeTicks(yDomain).map((tick) => (
        <g key={tick}>
          <line
            x1={MARGIN.left}
            x2={widthPx - MARGIN.right}
            y1={y(tick)}
            y2={y(tick)}
            stroke={cssColor("rime")}
            strokeWidth={isDecade(tick) ? 1 : 0.5}
          />
          <text x={MARGIN.left - 8} y={y(tick) + 4.5} textAnchor="end" style={LABEL}>
            {percentTick(tick)}
          </text>
        </g>
      ))}
      {decadeTicks(xDomain).map((tick) => (
        <g key={tick}>
          <line
            x1={x(tick)}
            x2={x(tick)}
            y1={MARGIN.top}
            y2={heightPx - MARGIN.bottom}
            stroke={cssColor("rime")}
            strokeWidth={isDecade(tick) ? 1 : 0.5}
          />
          <text x={x(tick)} y={heightPx - MARGIN.bottom + 18} textAnchor="middle" style={LABEL}>
            {tick}
          </text>
        </g>
      ))}
      <text x={widthPx - MARGIN.right} y={heightPx - 4} textAnchor="end" style={LABEL}>
        output per channel, W
      </text>
    </g>
  );
}

const isDecade = (tick: number): boolean => Number.isInteger(Number(Math.log10(tick).toFixed(9)));
const percentTick = (ratio: number): string => `${Number((100 * ratio).toPrecision(3))} %`;

function Corner({ claim, scales: { x, y } }: { claim: ClaimCorner; scales: PowerScales }) {
  const hatch = useId();
  const right = x(claim.powerWatts);
  const bottom = y(claim.limitRatio);
  return (
    <g>
      <Hatch id={hatch} />
      <rect
        x={MARGIN.left}
        y={MARGIN.top}
        width={Math.max(0, right - MARGIN.left)}
        height={Math.max(0, bottom - MARGIN.top)}
        fill={`url(#${hatch})`}
      />
      <path
        d={`M${MARGIN.left},${bottom}H${right}V${MARGIN.top}`}
        fill="none"
        stroke={cssColor("ember")}
        strokeWidth="2"
      />
      <text
        x={MARGIN.left + 12}
        y={MARGIN.top + 24}
        style={{ ...HALO, fontSize: "15px", fontWeight: 700, fill: cssColor("ember") }}
      >
        {claim.label}
      </text>
      <text x={MARGIN.left + 12} y={MARGIN.top + 44} style={{ ...LABEL, ...HALO }}>
        a bold curve inside this corner misses it
      </text>
    </g>
  );
}

function Curve({
  curve,
  others,
  scales,
}: {
  curve: PowerCurve;
  others: readonly PowerCurve[];
  scales: PowerScales;
}) {
  const look = channelLook(curve.channelIndex);
  const color = cssColor(look.color);
  const { point: labelled, isAbove } = labelPlace(curve, others);
  return (
    <g>
      <path
        d={distortionPath(curve.points, ({ thdRatio }) => thdRatio, scales)}
        fill="none"
        stroke={color}
        strokeWidth="1.2"
        strokeDasharray={look.dash ?? "1 0"}
        opacity="0.65"
      />
      <path
        d={distortionPath(curve.points, ({ thdPlusNoiseRatio }) => thdPlusNoiseRatio, scales)}
        fill="none"
        stroke={color}
        strokeWidth="2.6"
        strokeDasharray={look.dash}
      />
      {curve.points.map((point, index) => (
        <Mark
          key={index}
          kind={look.mark}
          x={scales.x(point.powerWatts)}
          y={scales.y(point.thdPlusNoiseRatio)}
          color={color}
          filled={point.flattened}
        />
      ))}
      <text
        x={scales.x(labelled.powerWatts) + (isAbove ? 4 : -2)}
        y={scales.y(labelled.thdPlusNoiseRatio) + (isAbove ? -10 : 22)}
        textAnchor={isAbove ? "start" : "end"}
        style={{ ...HALO, fontSize: "14px", fontWeight: 700, fill: color }}
      >
        {`${curve.letter} THD+N`}
      </text>
    </g>
  );
}

/** Labels sit on the side of their curve where no other curve runs; curves fall there, so above is right, below left. */
const labelPlace = (
  curve: PowerCurve,
  others: readonly PowerCurve[],
): { point: PowerPoint; isAbove: boolean } => {
  const at = Math.min(
    curve.points.length - 1,
    Math.round(curve.points.length * (0.2 + 0.06 * curve.channelIndex)),
  );
  const point = curve.points[at];
  return {
    point,
    isAbove: others.every(
      ({ points }) => (points[at]?.thdPlusNoiseRatio ?? 0) <= point.thdPlusNoiseRatio,
    ),
  };
};

function CrossingMark({ crossing, x, y }: { crossing: Crossing; x: PowerScales["x"]; y: number }) {
  const { powerWatts, expandedUncertainty } = crossing;
  const left = x(Math.max(powerWatts - expandedUncertainty, 1e-6));
  const right = x(powerWatts + expandedUncertainty);
  return (
    <g>
      <line x1={left} x2={right} y1={y} y2={y} stroke={cssColor("ink")} strokeWidth="4" />
      <circle
        cx={x(powerWatts)}
        cy={y}
        r="6"
        fill={cssColor("ink")}
        stroke={cssColor("surface")}
        strokeWidth="1.5"
      />
    </g>
  );
}

function Cursor({
  curves,
  level,
  scales,
  widthPx,
  heightPx,
}: {
  curves: readonly PowerCurve[];
  level: number;
  scales: PowerScales;
  widthPx: number;
  heightPx: number;
}) {
  const read = curves.flatMap((curve) =>
    curve.points[level] ? [{ curve, point: curve.points[level] }] : [],
  );
  if (read.length === 0) return null;
  const at = scales.x(read[0].point.powerWatts);
  const boxWidth = 238;
  const boxHeight = 12 + 20 * read.length;
  const left = at > widthPx / 2 ? at - boxWidth - 12 : at + 12;
  const top = heightPx - MARGIN.bottom - boxHeight - 10;
  return (
    <g data-transient pointerEvents="none">
      <line
        x1={at}
        x2={at}
        y1={MARGIN.top}
        y2={heightPx - MARGIN.bottom}
        stroke={cssColor("ink")}
        strokeWidth="1"
        strokeDasharray="3 3"
      />
      <rect
        x={left}
        y={top}
        width={boxWidth}
        height={boxHeight}
        rx="6"
        fill={cssColor("surface")}
        stroke={cssColor("rime")}
      />
      {read.map(({ curve, point }, row) => (
        <text
          key={curve.channelIndex}
          x={left + 10}
          y={top + 21 + 20 * row}
          style={{
            fontSize: "13.5px",
            fill: cssColor(channelLook(curve.channelIndex).color),
            fontWeight: 600,
          }}
        >
          {`${curve.letter} ${formatSignificant(point.powerWatts, 3)} W  THD+N ${formatPercent(point.thdPlusNoiseRatio, 2)}  THD ${formatPercent(point.thdRatio, 2)}`}
        </text>
      ))}
    </g>
  );
}
