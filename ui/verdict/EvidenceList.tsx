import { Box, Flex, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import { RUN_KINDS } from "@/core/run";
import type { EvidenceNote } from "@/core/verdict";
import type { ShownVerdict } from "@/phrasing";
import { PageLink } from "../parts/PageLink";
import { unbroken } from "../parts/unbroken";

const USES: Record<EvidenceNote["use"], string> = {
  decides: "decides",
  agrees: "agrees",
  contradicts: "contradicts",
  open: "inconclusive",
  rehearsal: "practice run",
  none: "no evidence",
};

/** The runs behind a verdict, and why each does or does not count. */
export function EvidenceList({
  evidence,
  count,
  amplifierId,
}: {
  evidence: ShownVerdict["evidence"];
  /** How many runs test the claim in all. */
  count: number;
  amplifierId: string;
}) {
  if (evidence.length === 0) return null;
  return (
    <Box>
      <Text fontWeight={700} fontSize="14.5px" mb={1}>
        Evidence
      </Text>
      {evidence.map(({ runId, kind, takenAt, use, text }) => (
        <Flex
          key={runId}
          gap={3}
          py={1.5}
          borderTopWidth="1px"
          borderColor="rime"
          fontSize="13.5px"
          align="baseline"
        >
          <Text w="98px" flexShrink={0} fontWeight={700}>
            {USES[use]}
          </Text>
          <Box flex={1} minW={0}>
            <PageLink href={`/amplifiers/${amplifierId}/bench?run=${runId}`}>
              <Text as="span" textDecoration="underline" textUnderlineOffset="3px">
                {RUN_KINDS[kind].shortTitle ?? RUN_KINDS[kind].title}
                {takenAt === "" ? "" : `, ${format(new Date(takenAt), "d MMM HH:mm")}`}
              </Text>
            </PageLink>{" "}
            <Text as="span" color="muted">
              {unbroken(text)}
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
