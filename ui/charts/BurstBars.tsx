"use client";
import { Box } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import type { BurstCycles } from "@/core/run";
import { formatSignificant } from "@/core/units";
import { channelLook } from "@/drawing/channelLook";
import { cssColor } from "./cssColor";
import { useSize } from "./useSize";

/** So far above the highest bar a claim is off the scale. Chosen here. */
const BEYOND_RATIO = 1.6;
const MARGIN = { top: 26, right: 12, bottom: 34, left: 52 };

/** A burst as a bar a cycle: hatched where the tops are flat, the last clean one marked. */
export function BurstBars({
  burst,
  channelIndex,
  letter,
  claimedWatts,
}: {
  burst: BurstCycles;
  channelIndex: number;
  letter: string;
  claimedWatts: number | null;
}) {
  const [frameRef, { widthPx, heightPx }] = useSize<HTMLDivElement>({
    widthPx: 500,
    heightPx: 220,
  });
  const highest = Math.max(...burst.powerWatts);
  // A claim far above would leave the bars no height: it is a mark at the edge then.
  const isBeyond = claimedWatts !== null && claimedWatts > BEYOND_RATIO * highest;
  const most = Math.max(highest, isBeyond ? 0 : (claimedWatts ?? 0)) * (isBeyond ? 1.2 : 1.08);
  const tickCount = Math.max(2, Math.floor((heightPx - MARGIN.top - MARGIN.bottom) / 34));
  const y = scaleLinear()
    .domain([0, most])
    .range([heightPx - MARGIN.bottom, MARGIN.top])
    .nice(tickCount);
  const width = (widthPx - MARGIN.left - MARGIN.right) / burst.powerWatts.length;
  const color = cssColor(channelLook(channelIndex).color);
  const pattern = `flat-${channelIndex}-${burst.label.replace(/\W+/g, "-")}`;
  const last = burst.lastCleanCycle;
  const caption = `Channel ${letter}, ${burst.label}: ${burst.powerWatts.length} cycles, ${burst.flattened.filter(Boolean).length} with flat tops. ${last === null ? "None is clean." : `The last clean cycle is number ${last + 1}, ${formatSignificant(burst.powerWatts[last], 3)} watts.`}`;
  return (
    <Box ref={frameRef} flex={1} minH="150px" minW={0} position="relative">
      <svg
        role="img"
        aria-label={caption}
        width={widthPx}
        height={heightPx}
        style={{ position: "absolute", inset: 0, fontFamily: "inherit" }}
      >
        <defs>
          <pattern
            id={pattern}
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="6" height="6" fill={cssColor("surface")} />
            <line y2="6" stroke={cssColor("ember")} strokeWidth="3" />
          </pattern>
        </defs>
        {y.ticks(tickCount).map((tick) => (
          <g key={tick}>
            <line
              x1={MARGIN.left}
              x2={widthPx - MARGIN.right}
              y1={y(tick)}
              y2={y(tick)}
              stroke={cssColor("rime")}
              strokeWidth="0.7"
            />
            <text
              x={MARGIN.left - 8}
              y={y(tick) + 4}
              textAnchor="end"
              style={{ fontSize: "13px", fill: cssColor("muted") }}
            >
              {tick}
            </text>
          </g>
        ))}
        {burst.powerWatts.map((watts, cycle) => (
          <rect
            key={cycle}
            x={MARGIN.left + cycle * width + 1}
            width={Math.max(1, width - 2)}
            y={y(watts)}
            height={Math.max(0, heightPx - MARGIN.bottom - y(watts))}
            fill={burst.flattened[cycle] ? `url(#${pattern})` : color}
            stroke={burst.flattened[cycle] ? cssColor("ember") : color}
            strokeWidth="1"
          />
        ))}
        {claimedWatts !== null && isBeyond && (
          <ClaimTag text={`▴ claim ${claimedWatts} W, above this scale`} top={MARGIN.top - 22} />
        )}
        {claimedWatts !== null && !isBeyond && (
          <g>
            <line
              x1={MARGIN.left}
              x2={widthPx - MARGIN.right}
              y1={y(claimedWatts)}
              y2={y(claimedWatts)}
              stroke={cssColor("ember")}
              strokeWidth="2"
            />
            <ClaimTag text={`claim ${claimedWatts} W`} top={y(claimedWatts) + 4} />
          </g>
        )}
        {last !== null && (
          <text
            x={MARGIN.left + (last + 0.5) * width}
            y={y(burst.powerWatts[last]) - 6}
            textAnchor={last > burst.powerWatts.length * 0.7 ? "end" : "middle"}
            style={{
              fontSize: "13.5px",
              fontWeight: 700,
              fill: cssColor("ink"),
              paintOrder: "stroke",
              stroke: cssColor("surface"),
              strokeWidth: "4px",
            }}
          >
            {`▾ last clean, ${formatSignificant(burst.powerWatts[last], 3)} W`}
          </text>
        )}
        <text
          x={MARGIN.left}
          y={heightPx - 10}
          style={{ fontSize: "13px", fill: cssColor("muted") }}
        >
          {`${letter}: ${burst.label}, W per cycle; hatched: flat tops`}
        </text>
      </svg>
    </Box>
  );
}

const CHARACTER_PX = 7.6;

/** On a ground of its own, since the bars that it lies on are dark. */
function ClaimTag({ text, top }: { text: string; top: number }) {
  return (
    <g>
      <rect
        x={MARGIN.left + 6}
        y={top}
        width={text.length * CHARACTER_PX + 10}
        height={18}
        rx={3}
        fill={cssColor("surface")}
      />
      <text
        x={MARGIN.left + 11}
        y={top + 13.5}
        style={{ fontSize: "13px", fontWeight: 700, fill: cssColor("ember") }}
      >
        {text}
      </text>
    </g>
  );
}
