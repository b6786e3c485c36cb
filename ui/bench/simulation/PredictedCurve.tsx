import { Box, HStack, Text } from "@chakra-ui/react";
import { channelLetter } from "@/core/verdict";
import { runReadings } from "@/records/facts";
import type { StatedPower, Run } from "@/records";
import { channelLook } from "@/drawing/channelLook";
import { LineChart } from "../../charts/LineChart";
import { chartsOf } from "@/drawing/chartsOf";
import { shownFigure } from "@/phrasing";
import { STOP_TITLES } from "@/phrasing";
import { Reading } from "../../parts/Reading";
import { unbroken } from "../../parts/unbroken";

type Predicted = Pick<Run, "kind" | "conditions" | "result">;

/** The main reading of each channel as it is predicted, and at which limit. */
export function PredictedReadings({
  run,
  claim,
  size,
}: {
  run: Predicted;
  claim: StatedPower | null;
  size?: "medium";
}) {
  const { figures } = runReadings(run, claim, []);
  return (
    <HStack gap={5} align="baseline" flexShrink={0}>
      {figures.map(([main], k) => {
        const { channelIndex } = run.conditions.channels[k];
        const { value, unit, prefix } = shownFigure({ ...main, stdUncertainty: null });
        return (
          <HStack key={channelIndex} align="baseline" gap={2}>
            <Text fontSize="18px" fontWeight={700} color={channelLook(channelIndex).color}>
              {channelLetter(channelIndex)}
            </Text>
            <Reading size={size} value={prefix ? `${prefix} ${value}` : value} unit={unit} />
          </HStack>
        );
      })}
    </HStack>
  );
}

/** The limit of the readings: "output at the claim’s limit, 0.5 % THD+N". */
export const predictedLabel = (run: Predicted, claim: StatedPower | null): string =>
  runReadings(run, claim, []).figures[0][0].label;

/** The curve that is predicted, with the claim on it, and what would stop it. */
export function PredictedCurve({
  run,
  claim,
  name,
}: {
  run: Predicted;
  claim: StatedPower | null;
  name: string;
}) {
  const { mark } = runReadings(run, claim, []);
  const [chart] = chartsOf(run, null);
  const { stop } = run.result.channels[0];
  return (
    <>
      <LineChart
        x={chart.x}
        y={chart.y}
        curves={chart.curves}
        band={mark?.band ?? null}
        caption={`Predicted THD plus noise against output power of ${name}.`}
        minHeight="150px"
        isReadAlone
      />
      <Box fontSize="14px" mt={1} lineClamp={2} flexShrink={0}>
        <b>{STOP_TITLES[stop.reason]}.</b> {unbroken(stop.evidence)}
      </Box>
    </>
  );
}
