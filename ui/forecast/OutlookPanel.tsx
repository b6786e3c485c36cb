import { Box, Heading, HStack, Text } from "@chakra-ui/react";
import { outlookText } from "@/phrasing";
import { claimText, drivenText } from "@/core/claim";
import {
  forecast,
  outlookFor,
  type Assumptions,
  type ForecastCase,
  type ForecastFacts,
  type Outlook,
} from "@/core/forecast";
import { formatSignificant } from "@/core/units";
import type { StatedPower } from "@/records";
import { Panel } from "../parts/Panel";
import { Reading } from "../parts/Reading";

const COLORS: Record<Outlook, string> = {
  possible: "lichen",
  "bursts-only": "ochre",
  "one-channel-only": "ochre",
  "sum-of-channels-only": "ochre",
  impossible: "ember",
  "not-known": "ink",
};

export type OutlookPanelProps = {
  claim: StatedPower;
  claims: readonly StatedPower[];
  facts: ForecastFacts;
  assumptions: Assumptions;
  where: ForecastCase;
  onChoose(claimId: string): void;
};

/** The verdict beforehand in one sentence, and the watts it rests on. */
export function OutlookPanel({
  claim,
  claims,
  facts,
  assumptions,
  where,
  onChoose,
}: OutlookPanelProps) {
  const outlook = outlookFor(claim.powerWatts, facts, assumptions, where);
  const { limiter, burstLimiter } = forecast(facts, assumptions, where);
  return (
    <Panel>
      {claims.length > 1 && (
        <ClaimChoice
          claims={claims}
          chosen={claim.id}
          facts={facts}
          assumptions={assumptions}
          onChoose={onChoose}
        />
      )}
      <Text color="muted" fontSize="14.5px">
        {claimText(claim)}
      </Text>
      <Heading
        as="h1"
        fontSize="25px"
        lineHeight={1.25}
        letterSpacing="-0.01em"
        mt={1}
        color={COLORS[outlook]}
        data-testid="outlook"
      >
        {outlookText(outlook, claim.powerWatts, { facts, assumptions }, where)}
      </Heading>
      {limiter && burstLimiter && (
        <HStack gap={8} mt={3} align="baseline" wrap="wrap">
          <Figure label={`most, ${drivenText(where.channelsDriven)}`} watts={limiter.watts} />
          <Figure label="in 20 ms bursts" watts={burstLimiter.burstWatts} />
          {where.channelsDriven > 1 && (
            <Figure
              label="one channel driven"
              watts={
                forecast(facts, assumptions, { ...where, channelsDriven: 1 }).limiter?.watts ?? 0
              }
            />
          )}
        </HStack>
      )}
    </Panel>
  );
}

const WORDS: Record<Outlook, string> = {
  possible: "possible",
  "bursts-only": "in bursts only",
  "one-channel-only": "one channel only",
  "sum-of-channels-only": "as a total only",
  impossible: "impossible",
  "not-known": "not known",
};

/** Every claim with what it can be, one to be looked at. */
function ClaimChoice({
  claims,
  chosen,
  facts,
  assumptions,
  onChoose,
}: Pick<OutlookPanelProps, "claims" | "facts" | "assumptions" | "onChoose"> & { chosen: string }) {
  return (
    <HStack role="group" aria-label="Claims" gap={2} mb={2.5} wrap="wrap">
      {claims.map((claim) => {
        const outlook = outlookFor(claim.powerWatts, facts, assumptions, claim);
        return (
          <Box
            asChild
            key={claim.id}
            borderWidth={claim.id === chosen ? "2px" : "1px"}
            borderColor={claim.id === chosen ? "spruce" : "rime"}
            borderRadius="control"
            px={3}
            py={1.5}
            textAlign="start"
            cursor="pointer"
          >
            <button
              type="button"
              aria-pressed={claim.id === chosen}
              onClick={() => onChoose(claim.id)}
            >
              <Text fontWeight={700} fontSize="15px" lineHeight={1.2}>
                {claim.powerWatts} W into {claim.loadOhms} Ω
              </Text>
              <Text fontSize="13px" fontWeight={600} color={COLORS[outlook]}>
                {WORDS[outlook]}
              </Text>
            </button>
          </Box>
        );
      })}
    </HStack>
  );
}

function Figure({ label, watts }: { label: string; watts: number }) {
  return (
    <Box>
      <Reading value={formatSignificant(watts, 3)} unit="W" />
      <Text color="muted" fontSize="14px" mt={1}>
        {label}
      </Text>
    </Box>
  );
}
