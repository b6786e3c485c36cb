"use client";
import { Box } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import {
  useEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type WheelEvent,
} from "react";
import type { HandWord, Interval, Course } from "@/core/heat";
import { HAND_SPANS } from "@/core/heat";
import type { HeatEvent } from "@/records";
import { LineNames } from "../charts/LineNames";
import { CelsiusGrid, SCALE_TEXT } from "../charts/CelsiusGrid";
import { channelLook } from "@/drawing/channelLook";
import { cssColor } from "../charts/cssColor";
import { useSize } from "../charts/useSize";
import { durationText } from "../parts/durationText";
import { timeTicks } from "../plan/timeTicks";
import { linePixels } from "./columns";

/** A spot as it is drawn. */
export type DrawnSpot = {
  id: string;
  name: string;
  course: Course;
  hands: readonly { seconds: number; word: HandWord }[];
  /** What its fit says, from the beginning of the stretch to as far as is predicted; empty without one. */
  predicted: readonly (Interval & { seconds: number })[];
};

export type HeatChartProps = {
  spots: readonly DrawnSpot[];
  chosenId: string | null;
  events: readonly HeatEvent[];
  /** Temperatures that are drawn across, with their words. */
  limits: readonly { celsius: number; words: string }[];
  /** The last moment that is drawn while nothing is panned. */
  endSeconds: number;
  roomCelsius: number;
  caption: string;
};

const MARGIN = { top: 26, right: 118, bottom: 28, left: 50 };
const HEIGHT_PX = 330;
const ZOOM = 1.25;
const LEAST_SPAN_SECONDS = 20;
const PAN_SHARE = 0.1;

type View = readonly [from: number, to: number];

/** Temperatures along time, with what is predicted of the chosen spot as a band; dragged along, and drawn closer with the wheel or keys. */
export function HeatChart({
  spots,
  chosenId,
  events,
  limits,
  endSeconds,
  roomCelsius,
  caption,
}: HeatChartProps) {
  const [frameRef, { widthPx }] = useSize<HTMLDivElement>({ widthPx: 760, heightPx: HEIGHT_PX });
  const [view, setView] = useState<View | null>(null);
  const whole: View = [0, Math.max(LEAST_SPAN_SECONDS, endSeconds)];
  const [from, to] = view ?? whole;
  const y = useMemo(() => scaleOf(spots, limits, roomCelsius), [spots, limits, roomCelsius]);
  const x = useMemo(
    () => scaleLinear([from, to], [MARGIN.left, widthPx - MARGIN.right]),
    [from, to, widthPx],
  );
  const dragged = useRef<{ atPx: number; view: View } | null>(null);
  const moved = ([first, last]: View, by: number): View => {
    const held = Math.max(by, -first);
    return [first + held, last + held];
  };
  const zoomed = ([first, last]: View, ratio: number, at: number): View => {
    const span = Math.min(4 * whole[1], Math.max(LEAST_SPAN_SECONDS, (last - first) * ratio));
    const start = Math.max(0, at - ((at - first) / (last - first)) * span);
    return [start, start + span];
  };
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    dragged.current = { atPx: event.clientX, view: [from, to] };
  };
  const onPointerMove = (event: PointerEvent) => {
    if (!dragged.current) return;
    const { atPx, view: start } = dragged.current;
    const perPx = (start[1] - start[0]) / (widthPx - MARGIN.left - MARGIN.right);
    setView(moved(start, (atPx - event.clientX) * perPx));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const middle = (from + to) / 2;
    const next = {
      ArrowLeft: () => moved([from, to], -PAN_SHARE * (to - from)),
      ArrowRight: () => moved([from, to], PAN_SHARE * (to - from)),
      "+": () => zoomed([from, to], 1 / ZOOM, middle),
      "-": () => zoomed([from, to], ZOOM, middle),
      "0": () => null,
    }[event.key];
    if (!next) return;
    setView(next());
    event.preventDefault();
    event.stopPropagation();
  };
  const onWheel = (event: WheelEvent<SVGSVGElement>) => {
    const at = x.invert(event.clientX - event.currentTarget.getBoundingClientRect().left);
    setView(zoomed([from, to], event.deltaY > 0 ? ZOOM : 1 / ZOOM, at));
  };
  return (
    <Box
      ref={frameRef}
      data-testid="heat-chart"
      position="relative"
      h={`${HEIGHT_PX}px`}
      minW={0}
      overflow="hidden"
    >
      <Courses spots={spots} chosenId={chosenId} view={[from, to]} x={x} y={y} widthPx={widthPx} />
      <svg
        role="img"
        aria-label={caption}
        tabIndex={0}
        width={widthPx}
        height={HEIGHT_PX}
        style={{
          position: "absolute",
          inset: 0,
          fontFamily: "inherit",
          cursor: "grab",
          touchAction: "none",
          outlineOffset: "-3px",
        }}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={() => (dragged.current = null)}
        onDoubleClick={() => setView(null)}
        onKeyDown={onKeyDown}
        onWheel={onWheel}
      >
        <CelsiusGrid y={y} left={MARGIN.left} right={widthPx - MARGIN.right} />
        <TimeAxis x={x} view={[from, to]} />
        <Limits limits={limits} y={y} right={widthPx - MARGIN.right} />
        <Events events={events} x={x} view={[from, to]} />
        <Names
          spots={spots}
          chosenId={chosenId}
          x={x}
          y={y}
          view={[from, to]}
          left={widthPx - MARGIN.right + 8}
        />
      </svg>
    </Box>
  );
}

type Scale = ReturnType<typeof scaleLinear<number, number>>;

const scaleOf = (
  spots: readonly DrawnSpot[],
  limits: readonly { celsius: number }[],
  roomCelsius: number,
): Scale => {
  let low = roomCelsius,
    high = Math.max(roomCelsius + 20, ...limits.slice(0, 1).map(({ celsius }) => celsius));
  for (const { course, predicted } of spots) {
    for (const celsius of course.celsius) {
      if (celsius < low) low = celsius;
      if (celsius > high) high = celsius;
    }
    for (const { value } of predicted) high = Math.max(high, value);
  }
  return scaleLinear([low - 2, high + 4], [HEIGHT_PX - MARGIN.bottom, MARGIN.top]);
};

/** The lines themselves, on a canvas: a day of seconds at eight spots is more than a document of lines would stand. */
function Courses({
  spots,
  chosenId,
  view,
  x,
  y,
  widthPx,
}: {
  spots: readonly DrawnSpot[];
  chosenId: string | null;
  view: View;
  x: Scale;
  y: Scale;
  widthPx: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!canvas.current || !context) return;
    const ratio = window.devicePixelRatio || 1;
    canvas.current.width = widthPx * ratio;
    canvas.current.height = HEIGHT_PX * ratio;
    context.scale(ratio, ratio);
    context.beginPath();
    context.rect(
      MARGIN.left,
      MARGIN.top - 6,
      widthPx - MARGIN.left - MARGIN.right,
      HEIGHT_PX - MARGIN.top - MARGIN.bottom + 6,
    );
    context.clip();
    const inks = getComputedStyle(canvas.current);
    spots.forEach((spot, k) => {
      const { color, dash } = channelLook(k);
      const ink = inks.getPropertyValue(`--chakra-colors-${color}`);
      const isChosen = spot.id === chosenId;
      if (isChosen) fillBand(context, spot, { x, y, ink });
      context.globalAlpha = isChosen || chosenId === null ? 1 : 0.75;
      context.strokeStyle = ink;
      context.lineWidth = isChosen ? 2.6 : 1.6;
      context.setLineDash(dash ? dash.split(" ").map(Number) : []);
      stroke(context, linePixels(spot.course, view, x, y));
      context.setLineDash([]);
      if (spot.course.seconds.length <= MOST_DOTS) dots(context, spot.course, { x, y, ink });
      for (const { seconds, word } of spot.hands) {
        const [low, high] = HAND_SPANS[word];
        context.globalAlpha = 0.5;
        stroke(context, [
          [x(seconds), y(low)],
          [x(seconds), y(high)],
        ]);
      }
    });
  }, [spots, chosenId, view, x, y, widthPx]);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      style={{ position: "absolute", inset: 0, width: widthPx, height: HEIGHT_PX }}
    />
  );
}

/** Where things lie in the drawing, and their colour. */
type Pen = { x: Scale; y: Scale; ink: string };

/** Up to so many readings each has its dot. */
const MOST_DOTS = 80;

const stroke = (
  context: CanvasRenderingContext2D,
  line: readonly (readonly [number, number])[],
): void => {
  context.beginPath();
  line.forEach(([px, py], k) => (k === 0 ? context.moveTo(px, py) : context.lineTo(px, py)));
  context.stroke();
};

const dots = (
  context: CanvasRenderingContext2D,
  { seconds, celsius }: Course,
  { x, y, ink }: Pen,
): void => {
  context.fillStyle = ink;
  for (let k = 0; k < seconds.length; k++) {
    context.beginPath();
    context.arc(x(seconds[k]), y(celsius[k]), 2.4, 0, 2 * Math.PI);
    context.fill();
  }
};

const fillBand = (
  context: CanvasRenderingContext2D,
  { predicted }: DrawnSpot,
  { x, y, ink }: Pen,
): void => {
  if (predicted.length === 0) return;
  context.fillStyle = ink;
  context.globalAlpha = 0.16;
  context.beginPath();
  for (const { seconds, high } of predicted) context.lineTo(x(seconds), y(high));
  for (const { seconds, low } of predicted.toReversed()) context.lineTo(x(seconds), y(low));
  context.fill();
  context.globalAlpha = 0.9;
  context.strokeStyle = ink;
  context.lineWidth = 1.4;
  context.setLineDash([5, 4]);
  stroke(
    context,
    predicted.map(({ seconds, value }) => [x(seconds), y(value)] as const),
  );
  context.setLineDash([]);
  context.globalAlpha = 1;
};

function TimeAxis({ x, view: [from, to] }: { x: Scale; view: View }) {
  return timeTicks(to, from).map((seconds) => (
    <text key={seconds} x={x(seconds)} y={HEIGHT_PX - 8} textAnchor="middle" style={SCALE_TEXT}>
      {seconds === 0 ? "0" : durationText(seconds)}
    </text>
  ));
}

/** Words that may lie over a line are set off from it. */
const OVER_LINES = {
  stroke: cssColor("surface"),
  strokeWidth: 4,
  paintOrder: "stroke",
} as const;

function Limits({
  limits,
  y,
  right,
}: {
  limits: HeatChartProps["limits"];
  y: Scale;
  right: number;
}) {
  const [least, most] = y.domain();
  return limits
    .filter(({ celsius }) => celsius > least && celsius < most)
    .map(({ celsius, words }) => (
      <g key={words}>
        <line
          x1={MARGIN.left}
          x2={right}
          y1={y(celsius)}
          y2={y(celsius)}
          stroke={cssColor("ember")}
          strokeDasharray="2 4"
        />
        <text
          x={MARGIN.left + 6}
          y={y(celsius) - 4}
          style={{ ...SCALE_TEXT, ...OVER_LINES, fill: cssColor("ember") }}
        >
          {words}
        </text>
      </g>
    ));
}

const EVENT_GAP_PX = 6;
const LETTER_PX = 7;

function Events({
  events,
  x,
  view: [from, to],
}: {
  events: readonly HeatEvent[];
  x: Scale;
  view: View;
}) {
  const seen = events
    .filter(({ seconds }) => seconds >= from && seconds <= to)
    .toSorted((a, b) => a.seconds - b.seconds);
  let taken = -Infinity;
  return seen.map(({ id, seconds, kind }) => {
    const px = x(seconds);
    const hasRoom = px >= taken;
    if (hasRoom) taken = px + kind.length * LETTER_PX + EVENT_GAP_PX;
    return (
      <g key={id}>
        <line
          x1={px}
          x2={px}
          y1={MARGIN.top - 6}
          y2={HEIGHT_PX - MARGIN.bottom}
          stroke={cssColor("muted")}
          strokeDasharray="3 3"
        />
        {hasRoom && (
          <text x={px + 3} y={14} style={{ ...SCALE_TEXT, fill: cssColor("ink") }}>
            {kind}
          </text>
        )}
      </g>
    );
  });
}

/** Each spot's name beside the end of its line. */
function Names({
  spots,
  chosenId,
  x,
  y,
  view: [from, to],
  left,
}: {
  spots: readonly DrawnSpot[];
  chosenId: string | null;
  x: Scale;
  y: Scale;
  view: View;
  left: number;
}) {
  const named = spots.flatMap((spot, k) => {
    const { seconds, celsius } = spot.course;
    const at = seconds.findLastIndex((each) => each >= from && each <= to);
    return at < 0
      ? []
      : [{ spot, color: channelLook(k).color, atX: x(seconds[at]), at: y(celsius[at]) }];
  });
  return (
    <LineNames
      column={{ x: left, top: MARGIN.top, bottom: HEIGHT_PX - MARGIN.bottom }}
      lines={named.map(({ spot, color, atX, at }) => ({
        name: spot.name.length > 17 ? `${spot.name.slice(0, 16)}…` : spot.name,
        end: { x: atX, y: at },
        color,
        isBold: spot.id === chosenId,
      }))}
    />
  );
}
