"use client";
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { PageLink } from "../parts/PageLink";
import { claimText, drivenText } from "@/core/claim";
import { formatFixed, formatSignificant, formatWithUncertainty } from "@/core/units";
import { channelLetter, ratingSchools, type Verdict } from "@/core/verdict";
import { powerClaim, type Claim, type Run } from "@/records";
import { fittingClaims } from "@/records/facts";
import { powerText } from "./powerText";
import { ClaimStrip } from "../charts/ClaimStrip";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { Panel } from "../parts/Panel";
import { unbroken } from "../parts/unbroken";
import { VERDICT_COLORS, VerdictWord } from "./VerdictWord";

export type VerdictScreenProps = {
  amplifierId: string;
  judged: readonly { claim: Claim; verdict: Verdict }[];
  /** The newest sweep that counts, for the schools of stating power. */
  newest: Run | null;
};

/** Each claim against its evidence. */
export function VerdictScreen({ amplifierId, judged, newest }: VerdictScreenProps) {
  if (judged.length === 0)
    return (
      <EmptyState
        title="Nothing to judge yet"
        text="A verdict sets a published claim against what was measured. Write the claim down first."
      >
        <ActionButton tone="primary" asChild>
          <PageLink href={`/amplifiers/${amplifierId}/brief`}>Write down a claim</PageLink>
        </ActionButton>
      </EmptyState>
    );
  const claims = judged.map(({ claim }) => claim);
  const leading = judged.find(({ verdict }) => verdict.measured) ?? judged[0];
  return (
    <Box>
      <Heading
        as="h1"
        fontSize="27px"
        lineHeight={1.28}
        letterSpacing="-0.012em"
        maxW="1000px"
        mb={4}
        data-testid="verdict"
      >
        <SpokenVerdict verdict={leading.verdict} />
      </Heading>
      <Grid
        templateColumns={{ base: "minmax(0, 1fr) 300px", xl: "minmax(0, 1fr) 350px" }}
        gap={4}
        alignItems="start"
      >
        <Panel py={0}>
          {judged.map(({ claim, verdict }, index) => (
            <ClaimRow
              key={claim.id}
              claim={claim}
              verdict={verdict}
              amplifierId={amplifierId}
              isFirst={index === 0}
            />
          ))}
        </Panel>
        {newest && <Schools run={newest} claim={fittingClaims(newest, claims)[0]} />}
      </Grid>
    </Box>
  );
}

/** The sentence, its first words in the colour of the verdict. */
function SpokenVerdict({ verdict }: { verdict: Verdict }) {
  const sentence = unbroken(verdict.sentence);
  const end = sentence.indexOf(":");
  return (
    <>
      <Text as="span" color={VERDICT_COLORS[verdict.status]}>
        {sentence.slice(0, end)}
      </Text>
      {sentence.slice(end)}
    </>
  );
}

function ClaimRow({
  claim,
  verdict,
  amplifierId,
  isFirst,
}: {
  claim: Claim;
  verdict: Verdict;
  amplifierId: string;
  isFirst: boolean;
}) {
  const { measured } = verdict;
  return (
    <Grid
      templateColumns={{ base: "minmax(0, 1fr) 160px", xl: "minmax(0, 1fr) 200px 160px" }}
      columnGap={4}
      rowGap={2}
      py={4}
      alignItems="center"
      borderTopWidth={isFirst ? 0 : "1px"}
      borderColor="rime"
    >
      <Box>
        <Text fontSize="17px" fontWeight={700} lineHeight={1.3}>
          {unbroken(claimText(powerClaim(claim)))}
        </Text>
        {claim.source && (
          <Text fontSize="14px" color="muted">
            {claim.source}
          </Text>
        )}
        {measured && <MeasuredLine measured={measured} />}
      </Box>
      <Box order={{ base: 3, xl: 2 }}>
        {measured ? (
          <ClaimStrip
            claimedWatts={claim.powerWatts}
            reading={{
              value: measured.powerWatts,
              plusMinus: measured.powerWattsExpandedUncertainty,
            }}
            widthPx={200}
            caption={verdict.sentence}
          />
        ) : (
          <ActionButton asChild>
            <PageLink href={`/amplifiers/${amplifierId}/bench`}>Run the test</PageLink>
          </ActionButton>
        )}
      </Box>
      <Box textAlign="right" order={{ base: 2, xl: 3 }}>
        <VerdictWord
          status={verdict.status}
          size={verdict.status === "met" || verdict.status === "missed" ? "large" : "medium"}
        />
        {measured && (
          <Box color="muted" fontSize="14.5px" fontWeight={600}>
            <Text whiteSpace="nowrap">{signed(measured.marginWatts, 1)} W</Text>
            <Text whiteSpace="nowrap">{signed(100 * measured.marginRatio, 1)} %</Text>
            {Number.isFinite(measured.marginDb) && (
              <Text whiteSpace="nowrap">{signed(measured.marginDb, 2)} dB</Text>
            )}
          </Box>
        )}
      </Box>
    </Grid>
  );
}

const signed = (value: number, decimals: number): string =>
  `${value >= 0 ? "+" : ""}${formatFixed(value, decimals)}`;

function MeasuredLine({ measured }: { measured: NonNullable<Verdict["measured"]> }) {
  const { value, uncertainty } = formatWithUncertainty(
    measured.powerWatts,
    measured.powerWattsExpandedUncertainty,
  );
  return (
    <Text fontSize="24px" fontWeight={700} lineHeight={1.3} mt={1} whiteSpace="nowrap">
      {value} W{" "}
      <Text as="span" fontSize="15px" fontWeight={400} color="muted">
        ± {uncertainty} measured on channel {channelLetter(measured.channelIndex)}
      </Text>
    </Text>
  );
}

/** The newest run by each school of stating power; the weaker channel. Schools without evidence are named below. */
function Schools({ run, claim }: { run: Run; claim: Claim | undefined }) {
  const schools = ratingSchools(
    run.result.channels.map(({ levels = [] }) => levels),
    claim ? { ratio: claim.distortionLimitRatio, measure: claim.distortionMeasure } : null,
  );
  const missing = schools.filter(({ reading }) => reading === null).map(({ label }) => label);
  return (
    <Panel>
      <Heading as="h2" fontSize="18px" mb={2}>
        How many watts, by each school
      </Heading>
      {schools.map(
        ({ label, source, reading }) =>
          reading && (
            <Flex
              key={label}
              justify="space-between"
              gap={3}
              py={1.5}
              borderTopWidth="1px"
              borderColor="rime"
              title={source}
            >
              <Text color="muted">{label}</Text>
              <Text fontWeight={700} whiteSpace="nowrap">
                {powerText(reading)}
              </Text>
            </Flex>
          ),
      )}
      <Text fontSize="14px" color="muted" mt={2}>
        {run.conditions.channels.length > 1
          ? "Weaker channel"
          : `Channel ${channelLetter(run.conditions.channels[0].channelIndex)}`}{" "}
        of the newest run, 1 kHz, {drivenText(run.conditions.channelsDriven)},{" "}
        {run.conditions.channels
          .map(({ loadOhms }) => formatSignificant(loadOhms, 3))
          .join(" and ")}{" "}
        Ω measured.
      </Text>
      <Text fontSize="14px" color="muted" mt={1.5}>
        Not measured yet: {missing.join("; ")}.
      </Text>
      <Text fontSize="14px" color="muted" mt={1.5}>
        Strength of evidence:{" "}
        {run.source === "recording"
          ? "strong, a dummy load and an analysed recording"
          : "none for the real amplifier, this ran on the simulated bench"}
        .
      </Text>
    </Panel>
  );
}
