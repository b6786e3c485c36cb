import { HStack, Text } from "@chakra-ui/react";
import { HEAT_LIMITS } from "@/core/heat";
import { formatFixed } from "@/core/units";
import { isKnown } from "@/records/facts";
import type { PlayProgress } from "@/workers/protocol";
import { intervalText, momentText } from "../../heat/heatText";
import { durationText } from "../../parts/durationText";
import { Reading } from "../../parts/Reading";
import { Explain } from "../../words/Explain";

/** A soak while it runs: how warm the sink is, and where that ends. */
export function SoakPanel({
  seconds,
  sinkCelsius,
  outlook,
}: Pick<PlayProgress, "seconds" | "sinkCelsius" | "outlook">) {
  if (sinkCelsius === null) return null;
  const settled = outlook && isKnown(outlook.settled) ? intervalText(outlook.settled) : null;
  return (
    <HStack mt={6} mb={4} gap={12} align="start" wrap="wrap">
      <div>
        <Text color="muted">Heat sink</Text>
        <Reading value={formatFixed(sinkCelsius, 1)} unit="°C" />
        <Text fontSize="15px" color="muted">
          after {durationText(seconds)}
        </Text>
      </div>
      <div data-testid="soak-outlook">
        <HStack gap={1.5} color="muted">
          <span>Steady state</span>
          <Explain term="settled" of="settled" />
        </HStack>
        {settled ? (
          <Reading value={settled.value} unit="°C" plusMinus={settled.uncertainty} />
        ) : (
          <Text fontSize="19px">not known yet</Text>
        )}
        {settled && outlook?.tooHot && (
          <Text fontSize="15px" color="ember">
            {formatFixed(HEAT_LIMITS.tooHotAbove, 0)} °C exceeded after {momentText(outlook.tooHot)}
          </Text>
        )}
      </div>
    </HStack>
  );
}
