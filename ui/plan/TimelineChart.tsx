"use client";
import { Box } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import { useId, useMemo } from "react";
import { heatAlong, type HeatModel, type Timeline } from "@/core/plan";
import { RUN_KINDS } from "@/core/run";
import { formatSignificant } from "@/core/units";
import { LineNames } from "../charts/LineNames";
import { CelsiusGrid, SCALE_TEXT } from "../charts/CelsiusGrid";
import { channelLook } from "@/drawing/channelLook";
import { cssColor } from "../charts/cssColor";
import { useSize } from "../charts/useSize";
import { durationText } from "../parts/durationText";
import { conditionsText } from "@/records/facts";
import { timeTicks } from "./timeTicks";

const MARGIN = { top: 30, right: 92, bottom: 26, left: 50 };
const HEIGHT_PX = 220;
const POINTS = 600;
/** More curves than this cannot be distinguished: the hottest are drawn. */
const MOST_CURVES = 4;

export type TimelineProps = {
  timeline: Timeline;
  model: HeatModel;
  chosenId: string | null;
  onChoose(id: string): void;
};

/** The plan along time: runs as blocks, pauses hatched, and the temperature of amplifier and resistors under them. */
export function TimelineChart({ timeline, model, chosenId, onChoose }: TimelineProps) {
  const [frameRef, { widthPx }] = useSize<HTMLDivElement>({ widthPx: 900, heightPx: HEIGHT_PX });
  const hatch = useId();
  const { entries, totalSeconds } = timeline;
  const drawn = useMemo(() => heatAlong(timeline, model, POINTS), [timeline, model]);
  const shown = useMemo(() => hottest(drawn, model), [drawn, model]);
  const most = Math.max(60, ...drawn.flatMap(({ celsius }) => shown.map((k) => celsius[k])));
  const x = scaleLinear([0, Math.max(1, totalSeconds)], [MARGIN.left, widthPx - MARGIN.right]);
  const y = scaleLinear(
    [model.ambientCelsius - 4, most * 1.05],
    [HEIGHT_PX - MARGIN.bottom, MARGIN.top],
  );
  const caption = `${entries.length} runs in ${durationText(totalSeconds)}. ${shown.map((k) => `${model.bodies[k].name} reaches ${formatSignificant(Math.max(...drawn.map(({ celsius }) => celsius[k])), 2)} °C`).join(", ")}.`;
  return (
    <Box ref={frameRef} minW={0} overflow="hidden">
      <svg
        role="img"
        aria-label={caption}
        width={widthPx}
        height={HEIGHT_PX}
        style={{ display: "block", fontFamily: "inherit" }}
      >
        <defs>
          <pattern
            id={hatch}
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line y2="7" stroke={cssColor("ochre")} strokeWidth="1.6" />
          </pattern>
        </defs>
        <CelsiusGrid y={y} left={MARGIN.left} right={widthPx - MARGIN.right} />
        {entries.map(({ run, startSeconds, endSeconds, coolSeconds }, index) => (
          <g key={run.id} onClick={() => onChoose(run.id)} style={{ cursor: "pointer" }}>
            {coolSeconds > 0 && (
              <rect
                x={x(startSeconds - coolSeconds)}
                y={6}
                width={Math.max(1, x(coolSeconds) - x(0))}
                height={14}
                fill={`url(#${hatch})`}
              />
            )}
            <rect
              x={x(startSeconds)}
              y={4}
              width={Math.max(3, x(endSeconds) - x(startSeconds))}
              height={18}
              rx={2}
              fill={cssColor(run.id === chosenId ? "ember" : "spruce")}
            >
              <title>{`${RUN_KINDS[run.kind].title}: ${conditionsText(run)}`}</title>
            </rect>
            {x(endSeconds) - x(startSeconds) > 16 && (
              <text
                x={(x(startSeconds) + x(endSeconds)) / 2}
                y={17}
                textAnchor="middle"
                style={{
                  fontSize: "12px",
                  fontWeight: 700,
                  fill: cssColor("surface"),
                  pointerEvents: "none",
                }}
              >
                {index + 1}
              </text>
            )}
            {run.id === chosenId && (
              <rect
                x={x(startSeconds)}
                y={24}
                width={Math.max(2, x(endSeconds) - x(startSeconds))}
                height={HEIGHT_PX - MARGIN.bottom - 24}
                fill={cssColor("ember")}
                opacity={0.12}
              />
            )}
          </g>
        ))}
        {timeTicks(totalSeconds).map((tick) => (
          <text key={tick} x={x(tick)} y={HEIGHT_PX - 8} textAnchor="middle" style={SCALE_TEXT}>
            {tick === 0 ? "start" : durationText(tick)}
          </text>
        ))}
        {shown.map((k, n) => (
          <Track
            key={k}
            d={drawn
              .map(
                ({ seconds, celsius }, i) =>
                  `${i === 0 ? "M" : "L"}${x(seconds).toFixed(1)},${y(celsius[k]).toFixed(1)}`,
              )
              .join("")}
            look={n}
          />
        ))}
        <LineNames
          column={{
            x: widthPx - MARGIN.right + 8,
            top: MARGIN.top,
            bottom: HEIGHT_PX - MARGIN.bottom,
          }}
          lines={shown.map((k, n) => ({
            name: model.bodies[k].name,
            end: { x: widthPx - MARGIN.right, y: y(drawn[drawn.length - 1].celsius[k]) },
            color: channelLook(n).color,
          }))}
        />
      </svg>
    </Box>
  );
}

function Track({ d, look }: { d: string; look: number }) {
  return (
    <path
      d={d}
      fill="none"
      stroke={cssColor(channelLook(look).color)}
      strokeWidth={look === 0 ? 2.4 : 1.7}
      strokeDasharray={channelLook(look).dash}
    />
  );
}

type Drawn = ReturnType<typeof heatAlong>;

/** The amplifier and the hottest resistors. */
const hottest = (drawn: Drawn, { bodies }: HeatModel): number[] => {
  const peaks = bodies.map((_, k) => Math.max(...drawn.map(({ celsius }) => celsius[k])));
  const resistors = bodies
    .map((_, k) => k)
    .slice(1)
    .sort((left, right) => peaks[right] - peaks[left]);
  return [0, ...resistors.slice(0, MOST_CURVES - 1)];
};
