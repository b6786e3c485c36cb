"use client";
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { HonestRating, SchoolName, SchoolReading } from "@/core/verdict";
import type { Plan, Ruling, VerdictNotes } from "@/records";
import {
  groupOf,
  type MeasuredSupply,
  type PlanRecords,
  type ShownVerdict,
  type VerdictGroup,
} from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { PageLink } from "../parts/PageLink";
import { Panel } from "../parts/Panel";
import { saveDocument } from "../parts/saves";
import { unbroken } from "../parts/unbroken";
import { ClaimVerdict } from "./ClaimVerdict";
import { Schools } from "./Schools";
import { SupplyPanel } from "./SupplyPanel";
import { usePlanIt } from "./usePlanIt";
import { outcomeColor } from "./VerdictWord";

export type VerdictScreenProps = {
  records: PlanRecords;
  plan: Plan;
  verdicts: readonly ShownVerdict[];
  schools: readonly SchoolReading[];
  honest: HonestRating | null;
  notes: VerdictNotes;
  supplies: readonly MeasuredSupply[];
  /** The claim that the amplifier is known by. */
  leadingKey: string | null;
};

const GROUPS: readonly (readonly [VerdictGroup, string])[] = [
  ["missed", "Broken"],
  ["met", "Kept"],
  ["open", "Open"],
];

/** Every claim against all its evidence. */
export function VerdictScreen(props: VerdictScreenProps) {
  const { records, plan, verdicts, schools, honest, supplies, leadingKey } = props;
  const { notes, message, rule, chooseHouse } = useNotes(records.amplifier.id, props.notes);
  const planIt = usePlanIt(records, plan);
  const { id, channelCount } = records.amplifier;
  if (verdicts.length === 0)
    return (
      <EmptyState
        title="Nothing to judge yet"
        text="A verdict sets a published claim against what was measured. Write the claim down first."
      >
        <ActionButton tone="primary" asChild>
          <PageLink href={`/amplifiers/${id}/brief`}>Write down a claim</PageLink>
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
            Foremost: <b>{leading.printedText === "" ? leading.words : leading.printedText}</b>
          </>
        )}
      </Text>
      <SpokenVerdict verdict={leading} />
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
        <Schools
          amplifierId={id}
          schools={schools}
          honest={honest}
          house={notes.house}
          loadOhms={records.claims[0]?.loadOhms ?? 8}
          channelCount={channelCount}
          plan={planIt}
          onHouse={chooseHouse}
        />
      </Grid>
    </Box>
  );
}

/** "7 of 10 claims kept, 1 broken, 2 open." */
const countText = (verdicts: readonly ShownVerdict[]): string => {
  const count = (group: VerdictGroup) =>
    verdicts.filter(({ outcome }) => groupOf(outcome) === group).length;
  return `${count("met")} of ${verdicts.length} ${verdicts.length === 1 ? "claim" : "claims"} kept, ${count("missed")} broken, ${count("open")} open.`;
};

/** As one would say it: what was filled in, and the numbers of a mere rehearsal, stand below. */
const spoken = ({ outcome, rehearsed, sentence }: ShownVerdict): string => {
  if (outcome === "not-tested" && rehearsed && sentence.endsWith(rehearsed.sentence)) {
    const [head] = rehearsed.sentence.split(":");
    return `Not tested yet, only rehearsed on the simulated bench: ${head.charAt(0).toLowerCase()}${head.slice(1)}.`;
  }
  return sentence.replace(/ Filled in by the reviewer.*$/, "");
};

/** The sentence of the claim that the amplifier is known by, its first words in the colour of the verdict. */
function SpokenVerdict({ verdict }: { verdict: ShownVerdict }) {
  const sentence = unbroken(spoken(verdict));
  const end = sentence.indexOf(":");
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
        {sentence.slice(0, end)}
      </Text>
      {sentence.slice(end)}
    </Heading>
  );
}

/** Runs that cannot both be right, before anything that was made of them. */
function Conflicts({ verdicts }: { verdicts: readonly ShownVerdict[] }) {
  const told = new Map(
    verdicts.flatMap(({ conflicts, words }) =>
      conflicts.map(({ runIds, sentence }) => [runIds.join(" "), `${words}. ${sentence}`] as const),
    ),
  );
  if (told.size === 0) return null;
  return (
    <Panel bg="ochreWash" borderColor="ochre" data-testid="conflicts">
      <Heading as="h2" fontSize="18px" mb={1}>
        {told.size === 1 ? "Two runs contradict each other" : "Runs contradict each other"}
      </Heading>
      {[...told].map(([key, sentence]) => (
        <Text key={key} fontSize="14.5px" mt={1}>
          {unbroken(sentence)}
        </Text>
      ))}
      <Flex fontSize="14px" color="muted" mt={1.5}>
        Strike out the one that went wrong on the Bench, or repeat both.
      </Flex>
    </Panel>
  );
}

/** What the reviewer says of the verdicts, kept as it is said. */
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
    chooseHouse: (house: SchoolName | null) => void keep({ ...notes, house }).then(setMessage),
  };
};
