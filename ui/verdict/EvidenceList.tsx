import { Box, Flex, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import { RUN_KINDS } from "@/core/run";
import type { ConditionMatch, EvidenceNote } from "@/core/verdict";
import { PageLink } from "../parts/PageLink";

const USES: Record<EvidenceNote["use"], string> = {
  decides: "decides",
  agrees: "agrees",
  contradicts: "contradicts",
  open: "leaves it open",
  rehearsal: "rehearsed",
  none: "is no evidence",
};

/** Simulated, typed or heard: said where it is not the usual recording. */
const SOURCES: Record<EvidenceNote["source"], string> = {
  recording: "recording",
  meter: "meter",
  loudspeaker: "loudspeaker",
  simulated: "simulated bench",
};

/** What each run has to say of a claim, and why it does or does not count. */
export function EvidenceList({
  evidence,
  count,
  amplifierId,
}: {
  /** Weightiest first. */
  evidence: readonly EvidenceNote[];
  /** How many runs speak to the claim in all. */
  count: number;
  amplifierId: string;
}) {
  if (evidence.length === 0) return null;
  return (
    <Box>
      <Text fontWeight={700} fontSize="14.5px" mb={1}>
        What the runs say
      </Text>
      {evidence.map((note) => (
        <Flex
          key={note.runId}
          gap={3}
          py={1.5}
          borderTopWidth="1px"
          borderColor="rime"
          fontSize="13.5px"
          align="baseline"
        >
          <Text w="98px" flexShrink={0} fontWeight={700}>
            {USES[note.use]}
          </Text>
          <Box flex={1} minW={0}>
            <PageLink href={`/amplifiers/${amplifierId}/bench?run=${note.runId}`}>
              <Text as="span" textDecoration="underline" textUnderlineOffset="3px">
                {RUN_KINDS[note.kind].shortTitle ?? RUN_KINDS[note.kind].title}
                {note.takenAt === "" ? "" : `, ${format(new Date(note.takenAt), "d MMM HH:mm")}`}
              </Text>
            </PageLink>{" "}
            <Text as="span" color="muted">
              {SOURCES[note.source]}
              {note.why === null ? "" : `; ${note.why}`}
              {note.why === null && note.matches.length > 0
                ? `; ${note.matches.filter(isTold).map(matchText).join("; ")}`
                : ""}
            </Text>
          </Box>
        </Flex>
      ))}
      {count > evidence.length && (
        <Text fontSize="13.5px" color="muted">
          and {count - evidence.length} more
        </Text>
      )}
    </Box>
  );
}

const isTold = ({ condition }: ConditionMatch): boolean => condition !== "source";
const matchText = ({ was, match }: ConditionMatch): string =>
  match === "same" ? was : `${was} (${match})`;
