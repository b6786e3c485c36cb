import { Box, Grid, Heading, Text } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import { Fragment } from "react";
import type { ClaimTrend, TrendBin } from "@/records/facts";

const WIDTH = 190;
const HEIGHT = 30;
const place = scaleLinear()
  .domain([0, 1])
  .range([6, WIDTH - 6]);
const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** How many claims of each sort were kept: the share, where it lies, and the claims behind it. */
export function TrendChart({ trend: { title, bins, unknown } }: { trend: ClaimTrend }) {
  return (
    <Box>
      <Heading as="h2" fontSize="18px" mb={2}>
        {title}
      </Heading>
      <Grid
        templateColumns={`minmax(86px, max-content) 62px ${WIDTH}px minmax(0, 1fr)`}
        columnGap={3}
        rowGap={1}
        alignItems="center"
      >
        {bins.map((bin) => (
          <Fragment key={bin.label}>
            <Text>{bin.label}</Text>
            <Text fontSize="20px" fontWeight={700} textAlign="right" whiteSpace="nowrap">
              {bin.share ? percent(bin.share.value) : "–"}
            </Text>
            <Share bin={bin} />
            <Text fontSize="14px" color="muted" lineHeight={1.3}>
              {countsText(bin)}
            </Text>
          </Fragment>
        ))}
        <Box gridColumn={3}>
          <Axis />
        </Box>
      </Grid>
      {unknown > 0 && (
        <Text fontSize="14px" color="muted" mt={1}>
          {unknown} more {unknown === 1 ? "claim is" : "claims are"} of amplifiers for which this is
          unknown.
        </Text>
      )}
    </Box>
  );
}

const countsText = ({ kept, missed, open }: TrendBin): string =>
  `${kept} of ${kept + missed}${open > 0 ? `, ${open} open` : ""}`;

function Share({ bin: { label, share } }: { bin: TrendBin }) {
  const middle = HEIGHT / 2;
  const caption = share
    ? `${label}: ${percent(share.value)} met, between ${percent(share.low)} and ${percent(share.high)}`
    : `${label}: nothing decided`;
  return (
    <svg role="img" aria-label={caption} width={WIDTH} height={HEIGHT}>
      <title>{caption}</title>
      {TICKS.map(({ at }) => (
        <line
          key={at}
          x1={place(at)}
          x2={place(at)}
          y1={0}
          y2={HEIGHT}
          stroke="var(--chakra-colors-rime)"
        />
      ))}
      {share && (
        <>
          <rect
            x={place(share.low)}
            width={place(share.high) - place(share.low)}
            y={middle - 5}
            height={10}
            rx={5}
            fill="var(--chakra-colors-spruce)"
            opacity={0.28}
          />
          <circle
            cx={place(share.value)}
            cy={middle}
            r={6}
            fill="var(--chakra-colors-spruce)"
            stroke="var(--chakra-colors-surface)"
            strokeWidth={1.5}
          />
        </>
      )}
    </svg>
  );
}

const TICKS = [
  { at: 0, anchor: "start", dx: -5 },
  { at: 0.5, anchor: "middle", dx: 0 },
  { at: 1, anchor: "end", dx: 5 },
] as const;

function Axis() {
  return (
    <svg aria-hidden width={WIDTH} height={16} fontSize={12} fill="var(--chakra-colors-muted)">
      {TICKS.map(({ at, anchor, dx }) => (
        <text key={at} x={place(at)} y={12} textAnchor={anchor} dx={dx}>
          {percent(at)}
        </text>
      ))}
    </svg>
  );
}
