import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { useMemo, useRef } from "react";
import type { Quantity } from "@/core/run";
import { dbToAmplitudeRatio, formatEngineering } from "@/core/units";
import type { ComparisonSet } from "@/records";
import {
  chartTitles,
  shortNames,
  togetherCurve,
  togetherDifference,
  usualMeeting,
  type TogetherDifference,
} from "@/records/facts";
import type { ShownComparison } from "@/records/facts";
import { LineChart, type DrawnCurve } from "../charts/LineChart";
import { SaveChart } from "../charts/SaveChart";
import { ChoiceField, held, QuantityField } from "../parts/fields";
import { typed } from "../parts/typed";
import { parseNumber } from "@/core/units";
import { chosenPair } from "./memberText";

const NORMAL_WORDS: readonly { value: ComparisonSet["normalising"]; label: string }[] = [
  { value: "as-measured", label: "as measured" },
  { value: "of-rated", label: "relative to rated power" },
  { value: "meet", label: "normalised at one point" },
];
const MEET_UNITS: Partial<Record<Quantity, string>> = { hertz: "Hz", watts: "W", seconds: "s" };

/** All curves over one another, and below the difference of two of them with its uncertainty. */
export function Together({
  set,
  shown,
  ownId,
  onChange,
}: {
  set: ComparisonSet;
  ownId: string;
  shown: ShownComparison | null;
  onChange(set: ComparisonSet): void;
}) {
  const chart = useRef<SVGSVGElement>(null);
  const members = useMemo(() => shown?.members ?? [], [shown]);
  const names = useMemo(() => shortNames(members), [members]);
  const drawn = useMemo(
    () =>
      members.map(({ member, run, ratedWatts }) =>
        run ? togetherCurve({ run, channel: member.channel, ratedWatts }, set) : null,
      ),
    [members, set],
  );
  const curves = drawn.flatMap((each, k): (DrawnCurve & { x: Quantity; y: Quantity })[] =>
    each?.curve
      ? [
          {
            label: names[k],
            points: each.curve.points,
            channelIndex: k,
            variant: 0,
            isGhost: false,
            x: each.curve.x,
            y: each.curve.y,
          },
        ]
      : [],
  );
  const [lead] = curves;
  if (!lead) return null;
  const alike = curves.filter(({ x, y }) => x === lead.x && y === lead.y);
  const titles = [...new Set(members.flatMap(({ run }) => (run ? chartTitles(run) : [])))];
  const left = drawn.flatMap((each, k) => (each?.why ? [`${names[k]}: ${each.why}`] : []));
  const pair = chosenPair(set, shown, ownId);
  const difference = pair && togetherDifference(...pair.runs, set);
  return (
    <Box mt={3}>
      <Grid templateColumns="1.2fr 1.2fr 0.8fr auto" gap={3} alignItems="end" mb={2}>
        <ChoiceField
          label="Chart"
          field={held(set.chart || titles[0], (title) => onChange({ ...set, chart: title }))}
          choices={titles}
        />
        <ChoiceField
          label="Normalise"
          field={held(set.normalising, (normalising) =>
            onChange({ ...set, normalising: normalising as ComparisonSet["normalising"] }),
          )}
          choices={NORMAL_WORDS}
        />
        {set.normalising === "meet" ? (
          <QuantityField
            label="At"
            unit={MEET_UNITS[lead.x] ?? ""}
            placeholder={formatEngineering(usualMeeting(lead.x), 3)}
            field={held(typed(set.meetAt), (text) =>
              onChange({ ...set, meetAt: parseNumber(text) }),
            )}
          />
        ) : (
          <span />
        )}
        <SaveChart svg={chart} name={set.name} />
      </Grid>
      <Flex direction="column" h="330px">
        <LineChart
          x={lead.x}
          y={lead.y}
          curves={alike}
          band={null}
          caption={`${set.name}: ${alike.map(({ label }) => label).join(", ")}`}
          svgRef={chart}
        />
      </Flex>
      {left.length > 0 && (
        <Text fontSize="14px" color="ochre">
          Not shown: {left.join("; ")}.
        </Text>
      )}
      {pair && difference && (
        <Difference
          heading={`${pair.names[0]} less ${pair.names[1]}`}
          difference={difference}
          x={lead.x}
        />
      )}
    </Box>
  );
}

const COVERAGE = 2;

/** The difference, between two thin lines that it lies between nineteen times in twenty. */
function Difference({
  heading,
  difference,
  x,
}: {
  heading: string;
  difference: TogetherDifference;
  x: Quantity;
}) {
  const { isPlain, y } = difference;
  const shown = (value: number) => (isPlain ? value : dbToAmplitudeRatio(value));
  const curve = (label: string, of: (point: TogetherDifference["points"][number]) => number) => ({
    label,
    points: difference.points.map((point) => [point.x, shown(of(point))] as const),
    channelIndex: 0,
    variant: 0,
    isGhost: false,
  });
  return (
    <Box mt={3}>
      <Heading as="h2" fontSize="16px">
        {heading}
      </Heading>
      <Flex direction="column" h="200px">
        <LineChart
          x={x}
          y={isPlain ? y : "level-ratio"}
          curves={[
            curve("difference", ({ value }) => value),
            {
              ...curve("at most", ({ value, stdUncertainty }) => value + COVERAGE * stdUncertainty),
              isFine: true,
            },
            {
              ...curve(
                "at least",
                ({ value, stdUncertainty }) => value - COVERAGE * stdUncertainty,
              ),
              isFine: true,
            },
          ]}
          band={null}
          minHeight="160px"
          isReadAlone
          caption={`${heading}, with its uncertainty`}
        />
      </Flex>
    </Box>
  );
}
