import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import { formatFixed, formatShort, formatWithUncertainty } from "@/core/units";
import type { Passage, ShelfRow } from "@/records";
import { ClaimStrip } from "../charts/ClaimStrip";
import { PageLink } from "../parts/PageLink";
import { unbroken } from "../parts/unbroken";
import { VerdictWord } from "../verdict/VerdictWord";

/** What stands in a plain cell. */
export function Plain({ children }: { children: string }) {
  return (
    <Text color="muted" whiteSpace="nowrap">
      {children}
    </Text>
  );
}

/** A number by itself, with its unit; nothing where it is not known. */
export function Amount({ value, unit = "" }: { value: number | null; unit?: string }) {
  if (value === null) return null;
  return (
    <Text fontWeight={600} whiteSpace="nowrap">
      {formatShort(value)}
      {unit && ` ${unit}`}
    </Text>
  );
}

/** A day as it is where the shelf is looked at. */
export function Day({ at, none = "" }: { at: string | null; none?: string }) {
  return (
    <Text color="muted" whiteSpace="nowrap" suppressHydrationWarning>
      {at ? format(new Date(at), "d MMM yyyy") : none}
    </Text>
  );
}

/** Labels as the reviewer gave them. */
export function LabelsCell({ labels }: { labels: readonly string[] }) {
  return (
    <HStack gap={1.5} wrap="wrap">
      {labels.map((label) => (
        <Text
          key={label}
          fontSize="13px"
          px={2}
          py={0.5}
          borderRadius="control"
          bg="sunken"
          whiteSpace="nowrap"
        >
          {label}
        </Text>
      ))}
    </HStack>
  );
}

const stageOf = ({ counts, claim }: ShelfRow): string => {
  if (counts.judged > 0) return "verdict";
  return claim ? "bench" : "brief";
};

/** The name leads to where the amplifier is at; under it, where it stands what was looked for. */
export function NameCell({ row }: { row: ShelfRow }) {
  const name = (
    <Text
      fontSize="18px"
      fontWeight={700}
      lineHeight={1.25}
      textDecoration={row.deletedAt ? undefined : "underline"}
      textDecorationColor="rime"
      textUnderlineOffset="4px"
    >
      {row.name}
    </Text>
  );
  return (
    <Box minW="160px">
      {row.deletedAt ? (
        name
      ) : (
        <PageLink href={`/amplifiers/${row.id}/${stageOf(row)}`}>{name}</PageLink>
      )}
      <Text fontSize="14px" color="muted">
        {row.line}
      </Text>
      {row.found && <Found passage={row.found} amplifierId={row.deletedAt ? null : row.id} />}
    </Box>
  );
}

const PLACE_STAGES: Record<Passage["place"], string> = {
  Brief: "brief",
  "Printed sheet": "brief",
  Claims: "brief",
  Labels: "brief",
  Runs: "bench",
  Logbook: "log",
  Heat: "heat",
  Verdict: "verdict",
  Sheet: "sheet",
};

function Found({
  passage: { place, parts },
  amplifierId,
}: {
  passage: Passage;
  amplifierId: string | null;
}) {
  return (
    <Text fontSize="14px" mt={1} lineHeight={1.35} maxW="340px">
      {amplifierId ? (
        <PageLink href={`/amplifiers/${amplifierId}/${PLACE_STAGES[place]}`}>
          <Text as="span" color="spruce" fontWeight={600}>
            {place}
          </Text>
        </PageLink>
      ) : (
        place
      )}
      {": "}
      {parts.map((part, index) =>
        index % 2 === 1 ? (
          <Text as="mark" key={index} bg="ochreWash" color="ink" fontWeight={700}>
            {part}
          </Text>
        ) : (
          part
        ),
      )}
    </Text>
  );
}

export function ClaimCell({ row: { claim, counts } }: { row: ShelfRow }) {
  if (!claim) return <Text color="muted">no claim written down yet</Text>;
  return (
    <Box maxW="260px" minW="150px">
      <Text lineHeight={1.35}>{unbroken(claim.text)}</Text>
      {counts.claims > 1 && (
        <Text fontSize="14px" color="muted">
          {counts.judged === 0
            ? `and ${counts.claims - 1} more`
            : `${counts.kept} of ${counts.claims} claims kept`}
        </Text>
      )}
    </Box>
  );
}

export function VerdictCell({ row: { claim } }: { row: ShelfRow }) {
  if (!claim) return null;
  const { strip, outcome, isRehearsed, sentence } = claim;
  if (!strip)
    return (
      <Box>
        <VerdictWord status={outcome} />
        {isRehearsed && (
          <Text fontSize="13.5px" color="muted">
            rehearsed only
          </Text>
        )}
      </Box>
    );
  const { value, uncertainty } = formatWithUncertainty(strip.value, strip.plusMinus);
  const marginRatio = strip.value / strip.claimedWatts - 1;
  return (
    <Flex gap={5} align="center">
      <Box minW="150px">
        <Text fontSize="20px" fontWeight={700} lineHeight={1.2} whiteSpace="nowrap">
          {value} W{" "}
          <Text as="span" fontSize="14px" fontWeight={400} color="muted">
            ± {uncertainty}
          </Text>
        </Text>
        <VerdictWord status={outcome} />
      </Box>
      <Box>
        <ClaimStrip
          claimedWatts={strip.claimedWatts}
          reading={strip}
          widthPx={170}
          showNumber={false}
          caption={sentence}
        />
        <Text fontSize="13.5px" color="muted" mt={-0.5} whiteSpace="nowrap">
          {formatFixed(100 * Math.abs(marginRatio), 1)} % {marginRatio < 0 ? "under" : "over"}{" "}
          {strip.claimedWatts} W
        </Text>
      </Box>
    </Flex>
  );
}
