"use client";
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { RecommendedRating, RatingMethodName, MethodReading } from "@/core/verdict";
import type { ShownVerdict } from "@/phrasing";
import type { Plan, Ruling, VerdictNotes } from "@/records";
import { groupOf, type MeasuredSupply, type PlanRecords, type VerdictGroup } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { PageLink } from "../parts/PageLink";
import { Panel } from "../parts/Panel";
import { saveDocument } from "../parts/saves";
import { unbroken } from "../parts/unbroken";
import { ClaimVerdict } from "./ClaimVerdict";
import { RatingMethods } from "./RatingMethods";
import { SupplyPanel } from "./SupplyPanel";
import { UnrecordedSetups } from "./UnrecordedSetups";
import { usePlanIt } from "./usePlanIt";
import { outcomeColor } from "./VerdictWord";

export type VerdictScreenProps = {
  records: PlanRecords;
  plan: Plan;
  verdicts: readonly ShownVerdict[];
  ratings: readonly MethodReading[];
  recommended: RecommendedRating | null;
  notes: VerdictNotes;
  supplies: readonly MeasuredSupply[];
  /** How many readings do not record what they were taken on. */
  unrecordedCount: number;
  /** The claim that the amplifier is known by. */
  leadingKey: string | null;
};

const GROUPS: readonly (readonly [VerdictGroup, string])[] = [
  ["missed", "Not met"],
  ["met", "Met"],
  ["open", "Open"],
];

/** Every claim against all its evidence. */
export function VerdictScreen(props: VerdictScreenProps) {
  const { records, plan, verdicts, ratings, recommended, supplies, leadingKey } = props;
  const { notes, message, rule, prefer } = useNotes(records.amplifier.id, props.notes);
  const planIt = usePlanIt(records, plan);
  const { id, channelCount } = records.amplifier;
  if (verdicts.length === 0)
    return (
      <EmptyState
        title="No claims yet"
        text="A verdict compares a published claim with what was measured. Enter the claims on the Brief first."
      >
        <ActionButton tone="primary" asChild>
          <PageLink href={`/amplifiers/${id}/brief`}>Enter a claim</PageLink>
        </ActionButton>
      </EmptyState>
    );
  const leading = verdicts.find(({ key }) => key === leadingKey) ?? verdicts[0];
  return (
    <Box>
      <Text fontSize="16px" color="muted" mb={0.5} data-testid="count">
        {countText(verdicts)}{" "}
        {verdicts.length > 1 && (
          <>
            The claim in question:{" "}
            <b>{leading.printedText === "" ? leading.words : leading.printedText}</b>
          </>
        )}
      </Text>
      <LeadingVerdict verdict={leading} />
      <Grid
        templateColumns={{ base: "minmax(0, 1fr) 330px", xl: "minmax(0, 1fr) 380px" }}
        gap={4}
        alignItems="start"
      >
        <Grid gap={4} templateColumns="minmax(0, 1fr)">
          {(message ?? planIt.message) && (
            <Text role="alert" color="ember" fontWeight={600}>
              {message ?? planIt.message}
            </Text>
          )}
          <UnrecordedSetups
            amplifierId={id}
            details={records.details}
            count={props.unrecordedCount}
          />
          <Conflicts verdicts={verdicts} />
          {GROUPS.map(([group, title]) => {
            const own = verdicts.filter(({ outcome }) => groupOf(outcome) === group);
            return own.length === 0 ? null : (
              <Panel key={group} py={3} data-testid={`group-${group}`}>
                <Heading as="h2" fontSize="18px" mb={2}>
                  {title}{" "}
                  <Text as="span" color="muted" fontWeight={400}>
                    {own.length} of {verdicts.length} claims
                  </Text>
                </Heading>
                {own.map((verdict) => (
                  <ClaimVerdict
                    key={verdict.key}
                    amplifierId={id}
                    verdict={verdict}
                    plan={planIt}
                    overrule={notes.overrules.find(({ claim }) => claim === verdict.key) ?? null}
                    saveOverrule={(says) => rule(verdict.key, says)}
                  />
                ))}
              </Panel>
            );
          })}
          <SupplyPanel amplifierId={id} details={records.details} supplies={supplies} />
        </Grid>
        <RatingMethods
          amplifierId={id}
          ratings={ratings}
          recommended={recommended}
          preferred={notes.house}
          loadOhms={records.claims[0]?.loadOhms ?? 8}
          channelCount={channelCount}
          plan={planIt}
          onPrefer={prefer}
        />
      </Grid>
    </Box>
  );
}

/** "Claims met: 7 of 10. Not met: 1. Open: 2." */
const countText = (verdicts: readonly ShownVerdict[]): string => {
  const count = (group: VerdictGroup) =>
    verdicts.filter(({ outcome }) => groupOf(outcome) === group).length;
  return `Claims met: ${count("met")} of ${verdicts.length}. Not met: ${count("missed")}. Open: ${count("open")}.`;
};

/** The verdict on the leading claim, its outcome in its colour. */
function LeadingVerdict({ verdict }: { verdict: ShownVerdict }) {
  const { outcome, text } = verdict.headline;
  return (
    <Heading
      as="h1"
      fontSize="23px"
      lineHeight={1.3}
      letterSpacing="-0.01em"
      maxW="1080px"
      mb={4}
      data-testid="verdict"
    >
      <Text as="span" color={outcomeColor(verdict.outcome)}>
        {outcome}.
      </Text>{" "}
      {unbroken(text)}
    </Heading>
  );
}

/** Runs that cannot both be right, before anything that was made of them. */
function Conflicts({ verdicts }: { verdicts: readonly ShownVerdict[] }) {
  const texts = new Map(
    verdicts.flatMap(({ conflicts, words }) =>
      conflicts.map(({ runIds, text }) => [runIds.join(" "), `${words}. ${text}`] as const),
    ),
  );
  if (texts.size === 0) return null;
  return (
    <Panel bg="ochreWash" borderColor="ochre" data-testid="conflicts">
      <Heading as="h2" fontSize="18px" mb={1}>
        {texts.size === 1 ? "Two runs contradict each other" : "Runs contradict each other"}
      </Heading>
      {[...texts].map(([key, text]) => (
        <Text key={key} fontSize="14.5px" mt={1}>
          {unbroken(text)}
        </Text>
      ))}
      <Flex fontSize="14px" color="muted" mt={1.5}>
        Strike out the faulty run on the Bench, or repeat both.
      </Flex>
    </Panel>
  );
}

/** The reviewer's rulings, saved as they are made. */
const useNotes = (amplifierId: string, kept: VerdictNotes) => {
  const router = useRouter();
  const [notes, setNotes] = useState(kept);
  const [message, setMessage] = useState<string | null>(null);
  const keep = async (next: VerdictNotes): Promise<string | null> => {
    const outcome = await saveDocument(amplifierId, "verdict", next);
    const wrong = outcome.ok ? null : Object.values(outcome.errors)[0];
    if (outcome.ok) {
      setNotes({ ...next, revision: outcome.value.revision ?? next.revision });
      router.refresh();
    }
    return wrong;
  };
  return {
    notes,
    message,
    rule: (claim: string, says: { says: Ruling; reason: string } | null) =>
      keep({
        ...notes,
        overrules: [
          ...notes.overrules.filter((each) => each.claim !== claim),
          ...(says ? [{ claim, ...says, at: new Date().toISOString() }] : []),
        ],
      }),
    prefer: (house: RatingMethodName | null) => void keep({ ...notes, house }).then(setMessage),
  };
};
