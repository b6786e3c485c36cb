"use client";
import { Box } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import { TOUCH_CELSIUS } from "@/core/load";
import { formatSignificant } from "@/core/units";
import { LineNames } from "../../charts/LineNames";
import { CelsiusGrid, SCALE_TEXT } from "../../charts/CelsiusGrid";
import { channelLook } from "@/drawing/channelLook";
import { cssColor } from "../../charts/cssColor";
import { useSize } from "../../charts/useSize";
import { durationText } from "../../parts/durationText";
import type { WarmthCurve } from "./warmth";

const MARGIN = { top: 14, right: 74, bottom: 26, left: 46 };
const HEIGHT_PX = 170;

/** Temperature of each resistor over a run and the cooling after it, with the line below which it may be touched. */
export function WarmthChart({
  curves,
  runSeconds,
}: {
  curves: readonly WarmthCurve[];
  runSeconds: number;
}) {
  const [frameRef, { widthPx }] = useSize<HTMLDivElement>({ widthPx: 520, heightPx: HEIGHT_PX });
  const lastSeconds = curves[0].points[curves[0].points.length - 1].seconds;
  const hottest = Math.max(...curves.flatMap(({ points }) => points.map(({ celsius }) => celsius)));
  const x = scaleLinear([0, lastSeconds], [MARGIN.left, widthPx - MARGIN.right]);
  const y = scaleLinear(
    [20, Math.max(60, hottest) * 1.05],
    [HEIGHT_PX - MARGIN.bottom, MARGIN.top],
  );
  return (
    <Box ref={frameRef} minW={0} overflow="hidden">
      <svg
        role="img"
        aria-label={`Temperature: ${curves.map(({ name, points }) => `${name} reaches ${formatSignificant(Math.max(...points.map(({ celsius }) => celsius)), 2)} °C`).join(", ")} after ${durationText(runSeconds)}.`}
        width={widthPx}
        height={HEIGHT_PX}
        style={{ display: "block", fontFamily: "inherit" }}
      >
        <CelsiusGrid y={y} left={MARGIN.left} right={widthPx - MARGIN.right} />
        <line
          x1={MARGIN.left}
          x2={widthPx - MARGIN.right}
          y1={y(TOUCH_CELSIUS)}
          y2={y(TOUCH_CELSIUS)}
          stroke={cssColor("ochre")}
          strokeDasharray="5 4"
        />
        <text
          x={MARGIN.left + 4}
          y={y(TOUCH_CELSIUS) - 5}
          style={{ ...SCALE_TEXT, fill: cssColor("ochre"), fontWeight: 600 }}
        >
          safe to touch below
        </text>
        <line
          x1={x(runSeconds)}
          x2={x(runSeconds)}
          y1={MARGIN.top}
          y2={HEIGHT_PX - MARGIN.bottom}
          stroke={cssColor("rime")}
        />
        <text x={x(runSeconds)} y={HEIGHT_PX - 8} textAnchor="middle" style={SCALE_TEXT}>
          {durationText(runSeconds)}
        </text>
        <text x={x(lastSeconds)} y={HEIGHT_PX - 8} textAnchor="middle" style={SCALE_TEXT}>
          {durationText(lastSeconds)}
        </text>
        {curves.map(({ name, points }, k) => (
          <path
            key={name}
            d={points
              .map(
                ({ seconds, celsius }, n) =>
                  `${n === 0 ? "M" : "L"}${x(seconds).toFixed(1)},${y(celsius).toFixed(1)}`,
              )
              .join("")}
            fill="none"
            stroke={cssColor(channelLook(k).color)}
            strokeWidth={2}
            strokeDasharray={channelLook(k).dash}
          />
        ))}
        <LineNames
          column={{
            x: widthPx - MARGIN.right + 8,
            top: MARGIN.top,
            bottom: HEIGHT_PX - MARGIN.bottom,
          }}
          lines={curves.map(({ name, points }, k) => ({
            name,
            end: { x: x(lastSeconds), y: y(points[points.length - 1].celsius) },
            color: channelLook(k).color,
          }))}
        />
      </svg>
    </Box>
  );
}
