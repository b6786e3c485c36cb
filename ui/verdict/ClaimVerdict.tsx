"use client";
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { ChevronDown, ChevronRight } from "lucide-react";
import { useState } from "react";
import { channelLetter, sureText, trueText } from "@/core/verdict";
import type { Overrule, Ruling } from "@/records";
import type { ShownVerdict } from "@/records/facts";
import { ClaimStrip } from "../charts/ClaimStrip";
import { PageLink } from "../parts/PageLink";
import { unbroken } from "../parts/unbroken";
import { Budget } from "./Budget";
import { EvidenceList } from "./EvidenceList";
import { OverruleForm } from "./OverruleForm";
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

/** One claim in its printed words with its reading, margin and how sure that is; opened, everything behind it. */
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
              <b>The reviewer says {overrule.says}:</b> {overrule.reason}
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
        {isOpen ? "Close" : "What is behind it"}
      </Flex>
      {isOpen && (
        <Grid gap={3} mt={1} mb={1}>
          <Text fontSize="14.5px">{unbroken(verdict.sentence)}</Text>
          {verdict.lever && (
            <Text fontSize="14.5px">
              <b>What would decide it:</b> {verdict.lever}.
            </Text>
          )}
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

/** The outcome in a word, how sure it is, and the picture of claim and reading; or what would settle it. */
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
      <HowSure verdict={verdict} />
      {reading?.strip && (
        <ClaimStrip
          claimedWatts={reading.strip.claimedWatts}
          reading={reading.strip}
          widthPx={190}
          caption={verdict.sentence}
        />
      )}
      {wouldSettle && <PlanItButton settling={wouldSettle} plan={plan} />}
    </Flex>
  );
}

/** The number, large, with what it is held against, and the run that it comes from. */
function ReadingLine({ verdict, amplifierId }: { verdict: ShownVerdict; amplifierId: string }) {
  const { reading } = verdict;
  if (!reading) return null;
  const [value, plusMinus] = reading.text.split(" ± ");
  const at = `channel ${channelLetter(reading.channelIndex)}`;
  return (
    <Box mt={1}>
      <Text fontSize="24px" fontWeight={700} lineHeight={1.3} whiteSpace="nowrap">
        {value}
        <Text as="span" fontSize="15px" fontWeight={400} color="muted">
          {plusMinus === undefined ? "" : ` ± ${plusMinus}`}
        </Text>
      </Text>
      <Text fontSize="13.5px" color="muted" whiteSpace="nowrap">
        {reading.run ? (
          <PageLink href={`/amplifiers/${amplifierId}/bench?run=${reading.run.id}`}>
            <Text as="span" textDecoration="underline" textUnderlineOffset="3px">
              {at}, see the run
            </Text>
          </PageLink>
        ) : (
          "as typed on the Brief"
        )}
        {`; ${reading.margin} of margin`}
      </Text>
    </Box>
  );
}

/** What stands where nothing was read on a real bench. */
function OpenLine({ verdict: { wouldSettle, rehearsed, missing } }: { verdict: ShownVerdict }) {
  return (
    <Box fontSize="14.5px" mt={1}>
      {missing.length > 0 && <Text>It leaves out {missing.join(", ")}.</Text>}
      {rehearsed && <Text>{unbroken(rehearsed.sentence)}</Text>}
      {!rehearsed && wouldSettle && <Text color="muted">It takes {wouldSettle.text}.</Text>}
    </Box>
  );
}

function HowSure({ verdict: { outcome, probability, reading } }: { verdict: ShownVerdict }) {
  if (probability === null || reading === null) return null;
  return (
    <Text fontSize="14px" color="muted">
      {outcome === "too-close" ? trueText(probability) : sureText(probability)}
    </Text>
  );
}
