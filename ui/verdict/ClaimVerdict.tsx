"use client";
import { Box, Flex, Grid, Table, Text } from "@chakra-ui/react";
import { ChevronDown, ChevronRight } from "lucide-react";
import { useState } from "react";
import { channelLetter } from "@/core/verdict";
import { listed, type ShownVerdict } from "@/phrasing";
import type { Overrule, Ruling } from "@/records";
import { ClaimStrip } from "../charts/ClaimStrip";
import { PageLink } from "../parts/PageLink";
import { ShownNumber } from "../parts/ShownNumber";
import { unbroken } from "../parts/unbroken";
import { Budget } from "./Budget";
import { EvidenceList } from "./EvidenceList";
import { OverruleForm, RULING_LABELS } from "./OverruleForm";
import { PlanItButton } from "./PlanItButton";
import type { PlanIt } from "./usePlanIt";
import { VerdictWord } from "./VerdictWord";

export type ClaimVerdictProps = {
  amplifierId: string;
  verdict: ShownVerdict;
  overrule: Overrule | null;
  plan: PlanIt;
  saveOverrule(says: { says: Ruling; reason: string } | null): Promise<string | null>;
};

/** One claim as printed with its reading, margin and outcome; opened, the reasons. */
export function ClaimVerdict({
  amplifierId,
  verdict,
  overrule,
  plan,
  saveOverrule,
}: ClaimVerdictProps) {
  const [isOpen, setOpen] = useState(false);
  const { reading, printedText, words, source } = verdict;
  return (
    <Box borderTopWidth="1px" borderColor="rime" py={3} data-testid="claim-verdict">
      <Grid templateColumns="minmax(0, 1fr) 210px" columnGap={4} alignItems="start">
        <Box minW={0}>
          <Text fontSize="16.5px" fontWeight={700} lineHeight={1.3}>
            {unbroken(printedText === "" ? words : `“${printedText}”`)}
          </Text>
          <Text fontSize="13.5px" color="muted">
            {[printedText === "" ? "" : words, source].filter((part) => part !== "").join("; ")}
          </Text>
          {reading ? (
            <ReadingLine verdict={verdict} amplifierId={amplifierId} />
          ) : (
            <OpenLine verdict={verdict} />
          )}
          {overrule && (
            <Text fontSize="14px" mt={1}>
              <b>Reviewer’s ruling, {RULING_LABELS[overrule.says]}:</b> {overrule.reason}
            </Text>
          )}
        </Box>
        <Outcome verdict={verdict} plan={plan} />
      </Grid>
      <Flex
        as="button"
        gap={1}
        mt={1}
        align="center"
        color="spruce"
        fontSize="14px"
        fontWeight={600}
        minH="32px"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        {isOpen ? <ChevronDown size={16} aria-hidden /> : <ChevronRight size={16} aria-hidden />}
        {isOpen ? "Close" : "Why this verdict"}
      </Flex>
      {isOpen && (
        <Grid gap={3} mt={1} mb={1}>
          <Text fontSize="14.5px">{unbroken(verdict.sentence)}</Text>
          {verdict.lever && <Text fontSize="14.5px">{unbroken(verdict.lever)}</Text>}
          <Details details={verdict.details} />
          {reading && <Budget reading={reading} />}
          <EvidenceList
            evidence={verdict.evidence}
            count={verdict.evidenceCount}
            amplifierId={amplifierId}
          />
          <OverruleForm overrule={overrule} save={saveOverrule} />
        </Grid>
      )}
    </Box>
  );
}

/** What the headline leaves out: load, channel, correction, probability. */
function Details({ details }: Pick<ShownVerdict, "details">) {
  if (details.length === 0) return null;
  return (
    <Table.Root
      size="sm"
      maxW="620px"
      css={{ "& td": { borderColor: "rime", px: 0, py: 1, pr: 3, fontSize: "14px" } }}
    >
      <Table.Body>
        {details.map(({ label, text }, index) => (
          <Table.Row key={index} bg="transparent">
            <Table.Cell w="190px" color="muted">
              {label}
            </Table.Cell>
            <Table.Cell>{unbroken(text)}</Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}

/** The outcome with the picture of claim and reading, or the run that would settle it. */
function Outcome({ verdict, plan }: Pick<ClaimVerdictProps, "verdict" | "plan">) {
  const { outcome, nearest, reading, wouldSettle } = verdict;
  const isLoud = outcome === "met" || outcome === "missed";
  return (
    <Flex direction="column" align="flex-end" gap={1.5} textAlign="right">
      <VerdictWord status={outcome} size={isLoud ? "large" : "medium"} />
      {nearest && nearest.outcome !== "not-tested" && (
        <Flex gap={1.5} align="center" fontSize="13.5px" color="muted">
          nearest reading: <VerdictWord status={nearest.outcome} />
        </Flex>
      )}
      {reading?.strip && (
        <ClaimStrip
          claimedWatts={reading.strip.claimedWatts}
          reading={reading.strip}
          widthPx={190}
          caption={verdict.sentence}
        />
      )}
      {wouldSettle && <PlanItButton settling={wouldSettle} text={wouldSettle.text} plan={plan} />}
    </Flex>
  );
}

/** The number that decides, large, with its margin and the run that it comes from. */
function ReadingLine({ verdict, amplifierId }: { verdict: ShownVerdict; amplifierId: string }) {
  const { reading, otherReading } = verdict;
  if (!reading) return null;
  return (
    <Box mt={1}>
      <ShownNumber text={reading.text} size="24px" />
      {otherReading && <Text fontSize="14.5px">{unbroken(otherReading)}</Text>}
      <Text fontSize="13.5px" color="muted" whiteSpace="nowrap">
        {reading.run ? (
          <PageLink href={`/amplifiers/${amplifierId}/bench?run=${reading.run.id}`}>
            <Text as="span" textDecoration="underline" textUnderlineOffset="3px">
              channel {channelLetter(reading.channelIndex)}, see the run
            </Text>
          </PageLink>
        ) : (
          "as entered on the Brief"
        )}
        {`; margin ${reading.margin}`}
      </Text>
    </Box>
  );
}

/** Where nothing was measured on a real bench. */
function OpenLine({
  verdict: { wouldSettle, simulated, missing, otherReading },
}: {
  verdict: ShownVerdict;
}) {
  return (
    <Box fontSize="14.5px" mt={1}>
      {missing.length > 0 && <Text>It does not state {listed(missing, "or")}.</Text>}
      {otherReading && <Text>{unbroken(otherReading)}</Text>}
      {simulated && <Text>{unbroken(simulated)}</Text>}
      {!simulated && wouldSettle && (
        <Text color="muted">{unbroken(`${wouldSettle.text} would settle it.`)}</Text>
      )}
    </Box>
  );
}
