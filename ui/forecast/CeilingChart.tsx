"use client";
import { Box } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import { useId, type Ref } from "react";
import { ceilingName } from "@/phrasing";
import { type Ceiling } from "@/core/forecast";
import { formatShort } from "@/core/units";
import { cssColor } from "../charts/cssColor";
import { useSize } from "../charts/useSize";

export type CeilingChartProps = {
  ceilings: readonly Ceiling[];
  claimWatts: number | null;
  caption: string;
  svgRef?: Ref<SVGSVGElement>;
};

const ROW_PX = 58;
const TOP_PX = 34;
const RIGHT_PX = 86;

/** Ceilings as bars, lowest first: solid for continuous power, hatched for what bursts add, against the claim as a line. */
export function CeilingChart({ ceilings, claimWatts, caption, svgRef }: CeilingChartProps) {
  const [frameRef, { widthPx }] = useSize<HTMLDivElement>({ widthPx: 600, heightPx: 300 });
  const hatch = useId();
  const heightPx = TOP_PX + ceilings.length * ROW_PX;
  const mostWatts = 1.35 * Math.max(claimWatts ?? 0, ceilings[0]?.watts ?? 0, Number.MIN_VALUE);
  const x = scaleLinear([0, mostWatts], [0, widthPx - RIGHT_PX]).clamp(true);
  const claimX = claimWatts === null ? null : x(claimWatts);
  return (
    <Box ref={frameRef} minW={0} overflow="hidden">
      <svg
        ref={svgRef}
        role="img"
        aria-label={caption}
        width={widthPx}
        height={heightPx}
        style={{ display: "block", fontFamily: "inherit" }}
      >
        <defs>
          <pattern
            id={hatch}
            width="8"
            height="8"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line y2="8" stroke={cssColor("spruce")} strokeWidth="2.4" />
          </pattern>
        </defs>
        {ceilings.map((ceiling, row) => (
          <Bar
            key={ceiling.kind}
            ceiling={ceiling}
            y={TOP_PX + row * ROW_PX}
            x={x}
            mostWatts={mostWatts}
            isLowest={row === 0}
            hatch={hatch}
          />
        ))}
        {claimX !== null && claimWatts !== null && (
          <g>
            <line
              x1={claimX}
              x2={claimX}
              y1={TOP_PX - 8}
              y2={heightPx - 4}
              stroke={cssColor("ember")}
              strokeWidth="2.5"
            />
            <text
              x={claimX}
              y={18}
              textAnchor={claimX > widthPx / 2 ? "end" : "start"}
              dx={claimX > widthPx / 2 ? 6 : -6}
              style={{ fontSize: "15px", fontWeight: 700, fill: cssColor("ember") }}
            >
              claimed {formatShort(claimWatts)} W
            </text>
          </g>
        )}
        {ceilings.map((ceiling, row) => (
          <Words
            key={ceiling.kind}
            ceiling={ceiling}
            y={TOP_PX + row * ROW_PX}
            x={x}
            mostWatts={mostWatts}
            isLowest={row === 0}
            isBelowClaim={claimWatts !== null && ceiling.watts < claimWatts}
          />
        ))}
      </svg>
    </Box>
  );
}

type RowProps = {
  ceiling: Ceiling;
  y: number;
  x: (watts: number) => number;
  mostWatts: number;
  isLowest: boolean;
};

function Bar({
  ceiling: { watts, burstWatts },
  y,
  x,
  mostWatts,
  isLowest,
  hatch,
}: RowProps & { hatch: string }) {
  const end = x(watts),
    burstEnd = x(Math.min(burstWatts, mostWatts));
  return (
    <g>
      <rect
        x={0}
        y={y + 22}
        width={Math.max(2, end)}
        height={22}
        rx={3}
        fill={cssColor(isLowest ? "spruce" : "rime")}
      />
      {burstEnd > end + 1 && Number.isFinite(burstWatts) && (
        <rect
          x={end}
          y={y + 22}
          width={burstEnd - end}
          height={22}
          fill={isLowest ? `url(#${hatch})` : "none"}
          stroke={cssColor(isLowest ? "spruce" : "rime")}
        />
      )}
    </g>
  );
}

/** Drawn after the claim's line, so that it never runs through a number. */
function Words({
  ceiling: { kind, watts, burstWatts },
  y,
  x,
  mostWatts,
  isLowest,
  isBelowClaim,
}: RowProps & { isBelowClaim: boolean }) {
  const end = Math.max(
    x(watts),
    Number.isFinite(burstWatts) ? x(Math.min(burstWatts, mostWatts)) : 0,
  );
  return (
    <g style={{ paintOrder: "stroke", stroke: cssColor("surface"), strokeWidth: "5px" }}>
      <text
        x={0}
        y={y + 15}
        style={{
          fontSize: "14.5px",
          fontWeight: isLowest ? 700 : 500,
          fill: cssColor(isLowest ? "ink" : "muted"),
        }}
      >
        {isLowest ? `${ceilingName(kind)}: limits first` : ceilingName(kind)}
      </text>
      <text
        x={end + 8}
        y={y + 39}
        style={{
          fontSize: isLowest ? "19px" : "15px",
          fontWeight: 700,
          fill: cssColor(isLowest && isBelowClaim ? "ember" : "ink"),
        }}
      >
        {formatShort(watts)} W{watts > mostWatts ? " →" : ""}
      </text>
    </g>
  );
}
