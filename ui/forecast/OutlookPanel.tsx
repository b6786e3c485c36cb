import { Box, Heading, HStack, NativeSelect, Text } from "@chakra-ui/react";
import { claimText, drivenText } from "@/core/claim";
import { forecast, outlookFor, outlookText, type Assumptions, type ForecastCase, type ForecastFacts, type Outlook } from "@/core/forecast";
import { formatSignificant } from "@/core/units";
import { powerClaim, type Claim } from "@/records";
import { Panel } from "../parts/Panel";
import { Reading } from "../parts/Reading";

const COLORS: Record<Outlook, string> = { possible: "lichen", "bursts-only": "ochre", "one-channel-only": "ochre", "sum-of-channels-only": "ochre", impossible: "ember", "not-known": "ink" };


export type OutlookPanelProps = { claim: Claim; claims: readonly Claim[]; facts: ForecastFacts; assumptions: Assumptions; where: ForecastCase; onChoose(claimId: string): void };

/** The verdict beforehand in one sentence, and the watts it rests on. */
export function OutlookPanel({ claim, claims, facts, assumptions, where, onChoose }: OutlookPanelProps) {
  const outlook = outlookFor(claim.powerWatts, facts, assumptions, where);
  const { limiter, burstLimiter } = forecast(facts, assumptions, where);
  return (
    <Panel>
      {claims.length > 1 && <ClaimChoice claims={claims} chosen={claim.id} onChoose={onChoose} />}
      <Text color="muted" fontSize="14.5px">
        {claimText(powerClaim(claim))}
      </Text>
      <Heading as="h1" fontSize="25px" lineHeight={1.25} letterSpacing="-0.01em" mt={1} color={COLORS[outlook]} data-testid="outlook">
        {outlookText(outlook, claim.powerWatts, facts, assumptions, where)}
      </Heading>
      {limiter && burstLimiter && (
        <HStack gap={8} mt={3} align="baseline" wrap="wrap">
          <Figure label={`most, ${drivenText(where.channelsDriven)}`} watts={limiter.watts} />
          <Figure label="in 20 ms bursts" watts={burstLimiter.burstWatts} />
          {where.channelsDriven > 1 && <Figure label="one channel driven" watts={forecast(facts, assumptions, { ...where, channelsDriven: 1 }).limiter?.watts ?? 0} />}
        </HStack>
      )}
    </Panel>
  );
}

function ClaimChoice({ claims, chosen, onChoose }: { claims: readonly Claim[]; chosen: string; onChoose(id: string): void }) {
  return (
    <NativeSelect.Root mb={2.5}>
      <NativeSelect.Field aria-label="Claim" value={chosen} onChange={(event) => onChoose(event.target.value)} bg="surface" borderColor="rime">
        {claims.map((claim) => (
          <option key={claim.id} value={claim.id}>
            {claimText(powerClaim(claim))}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
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
