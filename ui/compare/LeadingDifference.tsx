import { Box, HStack, Text } from "@chakra-ui/react";
import { LOUDNESS_SCHOOLS, loudnessRatio } from "@/core/loudness";
import type { Quantity } from "@/core/run";
import { formatFixed, formatSignificant, formatWithUncertainty } from "@/core/units";
import type { ComparisonSet } from "@/records";
import {
  outputDifference,
  togetherDifference,
  type OutputDifference,
  type ShownComparison,
  type TogetherDifference,
} from "@/records/facts";
import { Reading } from "../parts/Reading";
import { Explain } from "../words/Explain";
import { chosenPair } from "./memberText";

const COVERAGE = 2;

/** The number that matters: how far the two are apart, whether that is more than chance, and whether it is heard. */
export function LeadingDifference({
  set,
  shown,
  ownId,
}: {
  set: ComparisonSet;
  shown: ShownComparison | null;
  ownId: string;
}) {
  const pair = chosenPair(set, shown, ownId);
  if (!pair)
    return (
      <Text as="h1" fontSize="18px" fontWeight={600}>
        {set.members.length < 2
          ? "Add two runs to see their difference."
          : "Fewer than two of these have a valid run."}
      </Text>
    );
  const [first, second] = pair.names;
  const output = outputDifference(...pair.runs);
  if (output)
    return (
      <BigDifference
        heading={`${first} over ${second}, at 1 % THD+N`}
        value={output.db}
        stdUncertainty={output.stdDb}
        unit="dB"
        isReal={output.isReal}
      >
        <OutputText output={output} />
      </BigDifference>
    );
  const difference = togetherDifference(...pair.runs, set);
  if (!difference)
    return (
      <Text as="h1" fontSize="18px" fontWeight={600}>
        The two curves have no range in common.
      </Text>
    );
  const { scale, unit } = unitOf(difference);
  return (
    <BigDifference
      heading={`${first} over ${second}, where the difference is most significant`}
      value={scale * difference.surest.value}
      stdUncertainty={scale * difference.surest.stdUncertainty}
      unit={unit}
      isReal={difference.isReal}
    >
      <Text mt={1} color="muted">
        Mean over the common range {signed(scale * difference.mean)} {unit}.
      </Text>
    </BigDifference>
  );
}

/** Units of differences that are not ratios. */
const PLAIN: Partial<Record<Quantity, { scale: number; unit: string }>> = {
  celsius: { scale: 1, unit: "°C" },
  radians: { scale: 180 / Math.PI, unit: "°" },
  seconds: { scale: 1, unit: "s" },
};

const unitOf = ({ isPlain, y }: TogetherDifference): { scale: number; unit: string } =>
  isPlain ? (PLAIN[y] ?? { scale: 1, unit: "" }) : { scale: 1, unit: "dB" };

const signed = (value: number): string =>
  `${value < 0 ? "−" : "+"}${formatFixed(Math.abs(value), 2)}`;

function BigDifference({
  heading,
  value,
  stdUncertainty,
  unit,
  isReal,
  children,
}: {
  heading: string;
  value: number;
  stdUncertainty: number;
  unit: string;
  isReal: boolean;
  children: React.ReactNode;
}) {
  const formatted = formatWithUncertainty(Math.abs(value), COVERAGE * stdUncertainty);
  return (
    <Box data-testid="difference">
      <Text as="h1" color="muted">
        {heading}
      </Text>
      <HStack gap={4} align="baseline" wrap="wrap">
        <Reading
          value={`${value < 0 ? "−" : "+"}${formatted.value}`}
          unit={unit}
          plusMinus={formatted.uncertainty}
        />
        <HStack gap={1.5} fontSize="19px" fontWeight={700} color={isReal ? "spruce" : "muted"}>
          <span>{isReal ? "a significant difference" : "no significant difference"}</span>
          <Explain term="real-difference" of="a significant difference" />
        </HStack>
      </HStack>
      {children}
    </Box>
  );
}

const BOUND_WORDS = {
  "at-least": " The first was not driven to its limit: the difference is at least this.",
  "at-most": " The second was not driven to its limit: the difference is at most this.",
  unknown: " Neither was driven to its limit, so this does not compare their maximum output.",
} as const;

/** Watts against watts, and what a listener makes of it under both schools. */
function OutputText({ output }: { output: OutputDifference }) {
  const { firstWatts, secondWatts, bound, db, audibility } = output;
  return (
    <>
      <Text mt={1} fontSize="16px">
        <b>
          {formatSignificant(firstWatts, 3)} W against {formatSignificant(secondWatts, 3)} W
        </b>
        , {audibility.words}.{bound && BOUND_WORDS[bound]}
      </Text>
      <Text color="muted" fontSize="14px">
        {LOUDNESS_SCHOOLS.map(
          (school) =>
            `${formatFixed(loudnessRatio(db, school), 2)} times as loud where ${school.label} sounds twice as loud (${school.source})`,
        ).join("; ")}
        .
      </Text>
    </>
  );
}
