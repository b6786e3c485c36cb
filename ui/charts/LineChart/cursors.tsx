import { Box, HStack, Text } from "@chakra-ui/react";
import { cssColor } from "../cssColor";
import type { Axis } from "@/drawing/axis";
import { nearestPoint, type DrawnCurve, type Margin } from "@/drawing/geometry";

/** Where both cursors stand on the x axis, and which moves next. */
export type Cursors = { first: number | null; second: number | null; active: "first" | "second" };

/** A cursor, with its number. */
export function CursorLine({
  at,
  name,
  isActive,
  heightPx,
  margin,
}: {
  at: number;
  name: string;
  isActive: boolean;
  heightPx: number;
  margin: Margin;
}) {
  return (
    <g data-transient pointerEvents="none">
      <line
        x1={at}
        x2={at}
        y1={margin.top}
        y2={heightPx - margin.bottom}
        stroke={cssColor("ink")}
        strokeWidth={isActive ? 1.6 : 1}
        strokeDasharray={name === "1" ? "4 3" : "1 3"}
      />
      <circle cx={at} cy={margin.top} r="8" fill={cssColor("ink")} />
      <text
        x={at}
        y={margin.top + 4}
        textAnchor="middle"
        style={{ fontSize: "11px", fontWeight: 700, fill: cssColor("surface") }}
      >
        {name}
      </text>
    </g>
  );
}

/** What stands under the cursors, and how far they are apart. */
export function CursorReadout({
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
    <Box minH="42px" pt={1} fontSize="13.5px" aria-live="polite" data-testid="cursors">
      {!isRead && (
        <Text color="muted">
          Click or press an arrow key for a cursor; click again or press space for a second one.
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
          Difference:{" "}
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
