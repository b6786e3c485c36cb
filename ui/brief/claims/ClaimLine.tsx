"use client";
import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { Check, CircleHelp, Pencil, Trash2 } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Claim, SetupDetails, Given, PlacedClaim, Setup } from "@/records";
import { claimToJudge, claimWords, madeForTrouble, madeForWords } from "@/records/facts";
import { settingName } from "@/phrasing";
import { ActionButton } from "../../parts/ActionButton";
import { KeptMark } from "../../parts/KeptMark";
import { claimSaves } from "../../parts/saves";
import { unbroken } from "../../parts/unbroken";
import { useAutosave } from "../../parts/useAutosave";
import { FillIn } from "./FillIn";

export type ClaimLineProps = {
  claim: PlacedClaim;
  /** Where the sheet was printed; shown only for lines from another source. */
  sheetSource: string;
  details: SetupDetails;
  onEdit(): void;
  onRemove(): void;
};

const FIRST_LETTER = { "&::first-letter": { textTransform: "uppercase" } };

/** One claim: what it says, what it leaves out, and how it is judged all the same. */
export function ClaimLine({ claim, sheetSource, details, onEdit, onRemove }: ClaimLineProps) {
  const { given, setGiven, version } = useGiven(claim.given);
  const read = claimToJudge({ ...claim, given }, details);

  const isWhole = read.missing.length === 0;
  const filledIn = read.filledIn ?? [];
  return (
    <Flex
      as="li"
      gap={2.5}
      py={2.5}
      borderTopWidth="1px"
      borderColor="rime"
      align="start"
      data-testid="claim"
    >
      <Box color={isWhole ? "lichen" : "ochre"} mt="3px" flexShrink={0}>
        {isWhole ? (
          <Check size={18} aria-label="testable" />
        ) : (
          <CircleHelp size={18} aria-label="not testable as printed" />
        )}
      </Box>
      <Box flex={1} minW={0}>
        <Text fontSize="17px" fontWeight={700} lineHeight={1.3} css={FIRST_LETTER}>
          {unbroken(claimWords(read))}
        </Text>
        <Text color="muted" fontSize="14px">
          {[
            claim.printedText && `“${claim.printedText}”`,
            claim.source === sheetSource ? "" : claim.source,
          ]
            .filter((part) => part !== "")
            .join(", ")}
        </Text>
        {claim.madeFor && <MadeFor madeFor={claim.madeFor} details={details} />}
        {!isWhole && (
          <Text fontSize="14px">
            <b>Not testable as printed:</b> it does not state {read.missing.join(", ")}. Nearest
            testable reading: {read.nearest}.
          </Text>
        )}
        {filledIn.length > 0 && (
          <Text fontSize="14px" color="muted">
            Filled in, not printed: {filledIn.join(", ")}.
          </Text>
        )}
        {claim.id !== null && (
          <Conditions
            key={version}
            claim={{ ...claim, id: claim.id }}
            given={given}
            onGiven={setGiven}
          />
        )}
      </Box>
      {claim.id !== null && (
        <HStack gap={2}>
          <ActionButton aria-label="Edit claim" onClick={onEdit} px={2.5} minH="38px">
            <Pencil size={16} />
          </ActionButton>
          <ActionButton
            aria-label={claim.lineKey === null ? "Delete claim" : "Exclude this line"}
            onClick={onRemove}
            px={2.5}
            minH="38px"
          >
            <Trash2 size={16} />
          </ActionButton>
        </HStack>
      )}
    </Flex>
  );
}

/** The supply and switches that a claim names, and what keeps it from being tested with them. */
function MadeFor({ madeFor, details }: { madeFor: Setup; details: ClaimLineProps["details"] }) {
  const setting = madeForWords(madeFor, details);
  const trouble = madeForTrouble(madeFor, details);
  return (
    <>
      {setting !== "" && (
        <Text fontSize="14px">
          Made for: <b>{settingName(setting)}</b>. Only readings taken that way count.
        </Text>
      )}
      {trouble && (
        <Text fontSize="14px" color="ochre">
          {trouble}
        </Text>
      )}
    </>
  );
}

const isSame = (one: Given, other: Given): boolean => JSON.stringify(one) === JSON.stringify(other);

/**
 * What is given here, and what comes from elsewhere: that takes its place where nothing was typed since, and then the fields, which hold
 * what is typed, are rebuilt; `version` counts how often.
 */
const useGiven = (kept: Given) => {
  const [given, setGiven] = useState(kept);
  const [seen, setSeen] = useState({ kept, version: 0 });
  if (!isSame(kept, seen.kept)) {
    const isTyped = !isSame(given, seen.kept);
    setSeen({ kept, version: seen.version + (isTyped ? 0 : 1) });
    if (!isTyped) setGiven(kept);
  }
  return { given, setGiven, version: seen.version };
};

/** What the line leaves out, kept as it is typed. */
function Conditions({
  claim,
  given,
  onGiven,
}: {
  claim: PlacedClaim & { id: string };
  given: Given;
  onGiven(given: Given): void;
}) {
  const router = useRouter();
  const { id, position: _, ...draft } = claim;
  const autosave = useAutosave({
    name: `conditions of ${id}`,
    value: given,
    restore: onGiven,
    revision: claim.revision,
    asDraft: (kept: Claim) => kept.given,
    save: async (next, revision) => {
      const saved = await claimSaves.change(id, { ...draft, given: next, revision });
      // Whatever else is done to the claim starts from what is kept now.
      if (saved.ok) router.refresh();
      return saved;
    },
  });
  return (
    <>
      <FillIn claim={claim} filledIn={given} onFill={onGiven} />
      {(autosave.state !== "kept" || autosave.undo) && <KeptMark {...autosave} />}
    </>
  );
}
