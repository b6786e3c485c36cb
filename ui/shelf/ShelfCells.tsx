import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import { formatShort } from "@/core/units";
import { percentText } from "@/phrasing";
import type { Passage, ShelfRow } from "@/records";
import { ClaimStrip } from "../charts/ClaimStrip";
import { PageLink } from "../parts/PageLink";
import { ShownNumber } from "../parts/ShownNumber";
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
  if (!claim) return <Text color="muted">No claims yet</Text>;
  return (
    <Box maxW="260px" minW="150px">
      <Text lineHeight={1.35}>{unbroken(claim.text)}</Text>
      {counts.claims > 1 && (
        <Text fontSize="14px" color="muted">
          {counts.judged === 0
            ? `and ${counts.claims - 1} more`
            : `claims met: ${counts.kept} of ${counts.claims}`}
        </Text>
      )}
    </Box>
  );
}

export function VerdictCell({ row: { claim } }: { row: ShelfRow }) {
  if (!claim) return null;
  const { strip, outcome, isSimulated, reading, margin, otherReading, sentence } = claim;
  if (reading === null)
    return (
      <Box>
        <VerdictWord status={outcome} />
        {isSimulated && (
          <Text fontSize="13.5px" color="muted">
            simulated only
          </Text>
        )}
      </Box>
    );
  return (
    <Flex gap={5} align="center">
      <Box w="176px" flexShrink={0}>
        <ShownNumber text={reading} />
        <VerdictWord status={outcome} />
        {otherReading && (
          <Text fontSize="13.5px" color="muted" maxW="230px" lineHeight={1.3}>
            {unbroken(otherReading)}
          </Text>
        )}
      </Box>
      <Box>
        {strip && (
          <ClaimStrip
            claimedWatts={strip.claimedWatts}
            reading={strip}
            widthPx={170}
            showNumber={false}
            caption={sentence}
          />
        )}
        <Text fontSize="13.5px" color="muted" mt={-0.5} whiteSpace="nowrap">
          {strip ? marginOf(strip) : margin}
        </Text>
      </Box>
    </Flex>
  );
}

/** "14 % below 50 W" */
const marginOf = ({ value, claimedWatts }: { value: number; claimedWatts: number }): string => {
  const ratio = value / claimedWatts - 1;
  return `${percentText(ratio)} ${ratio < 0 ? "below" : "above"} ${claimedWatts} W`;
};
