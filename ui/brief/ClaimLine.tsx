"use client";
import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { Check, CircleHelp, Pencil, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Claim, Given, PlacedClaim } from "@/records";
import { claimToJudge, claimWords } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { KeptMark } from "../parts/KeptMark";
import { claimSaves } from "../parts/saves";
import { unbroken } from "../parts/unbroken";
import { useAutosave } from "../parts/useAutosave";
import { FillIn } from "./FillIn";

export type ClaimLineProps = {
  claim: PlacedClaim;
  /** Where the sheet is printed; it is told of what is printed elsewhere alone. */
  sheetSource: string;
  /** Absent where no form takes this kind of claim. */
  onEdit: (() => void) | undefined;
  onRemove(): void;
};

const FIRST_LETTER = { "&::first-letter": { textTransform: "uppercase" } };

/** One claim: what it says, what it leaves out, and how it is judged all the same. */
export function ClaimLine({ claim, sheetSource, onEdit, onRemove }: ClaimLineProps) {
  const [given, setGiven] = useState<Given>(claim.given);
  const read = claimToJudge({ ...claim, given });
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
        {!isWhole && (
          <Text fontSize="14px">
            <b>Not testable as printed:</b> it does not say {read.missing.join(", ")}. Judged by the
            nearest: {read.nearest}.
          </Text>
        )}
        {filledIn.length > 0 && (
          <Text fontSize="14px" color="muted">
            Yours, not printed: {filledIn.join(", ")}.
          </Text>
        )}
        {claim.id !== null && (
          <Conditions claim={{ ...claim, id: claim.id }} given={given} onGiven={setGiven} />
        )}
      </Box>
      {claim.id !== null && (
        <HStack gap={2}>
          {onEdit && (
            <ActionButton aria-label="Change this claim" onClick={onEdit} px={2.5} minH="38px">
              <Pencil size={16} />
            </ActionButton>
          )}
          <ActionButton
            aria-label={claim.lineKey === null ? "Delete this claim" : "Leave this line out"}
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
  const { id, position: _, ...draft } = claim;
  const autosave = useAutosave({
    name: `conditions of ${id}`,
    value: given,
    restore: onGiven,
    revision: claim.revision,
    asDraft: (kept: Claim) => kept.given,
    save: (next, revision) => claimSaves.change(id, { ...draft, given: next, revision }),
  });
  return (
    <>
      <FillIn claim={claim} filledIn={given} onFill={onGiven} />
      {(autosave.state !== "kept" || autosave.undo) && <KeptMark {...autosave} />}
    </>
  );
}
