"use client";
import { Box, Flex, Heading, HStack, Text, Textarea } from "@chakra-ui/react";
import { Check, CircleHelp, Minus, Plus } from "lucide-react";
import { useMemo, useState } from "react";
import {
  completedClaim,
  multiplierIn,
  readClaims,
  statedText,
  testablePower,
  type ReadClaim,
} from "@/core/claim";
import type { Claim, ClaimDraft, Sheet } from "@/records";
import { lineKey } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { TextField, held } from "../parts/fields";
import { FillIn } from "./FillIn";
import { KeptMark } from "../parts/KeptMark";
import { Panel } from "../parts/Panel";
import { saveDocument } from "../parts/saves";
import { useAutosave } from "../parts/useAutosave";

export type SheetReaderProps = {
  amplifierId: string;
  channelCount: number;
  sheet: Sheet;
  claims: readonly Claim[];
  onTake(draft: ClaimDraft): void;
};

/** What is typed of a sheet; the rest is read from it. */
const pastedOf = ({
  source,
  text,
  filledIn = {},
}: Pick<Sheet, "source" | "text" | "filledIn">) => ({
  source,
  text,
  filledIn,
});

/** Paste a specification sheet; every line is read as a claim, with what it leaves out, or says why it is none. */
export function SheetReader({
  amplifierId,
  channelCount,
  sheet,
  claims,
  onTake,
}: SheetReaderProps) {
  const [draft, setDraft] = useState(() => pastedOf(sheet));
  const { source, text, filledIn } = draft;
  const read = useMemo(() => readClaims(text), [text]);
  const autosave = useAutosave({
    name: `sheet of ${amplifierId}`,
    value: draft,
    restore: setDraft,
    revision: sheet.revision,
    asDraft: pastedOf,
    save: (content, revision) =>
      saveDocument(amplifierId, "sheet", { ...content, ...readClaims(content.text), revision }),
  });
  const isTaken = (printedText: string, draft: ClaimDraft) =>
    claims.some(
      (claim) =>
        claim.printedText === printedText &&
        claim.loadOhms === draft.loadOhms &&
        claim.powerWatts === draft.powerWatts,
    );
  return (
    <Panel>
      <HStack justify="space-between" mb={2}>
        <Heading as="h2" fontSize="22px">
          Specification sheet
        </Heading>
        <KeptMark {...autosave} />
      </HStack>
      <Textarea
        aria-label="Specification sheet, as printed"
        value={text}
        onChange={(event) => setDraft({ ...draft, text: event.target.value })}
        rows={text === "" ? 4 : 6}
        placeholder="Paste it here, a line for each specification. Change a line and it is read again."
        bg="surface"
        borderColor="rime"
        borderRadius="control"
        fontSize="14.5px"
        resize="vertical"
      />
      <Box mt={2}>
        <TextField
          label="Where it is printed"
          field={held(source, (next) => setDraft({ ...draft, source: next.slice(0, 200) }))}
          placeholder="brochure, p. 2"
        />
      </Box>
      {(read.claims.length > 0 || read.unread.length > 0) && (
        <Box as="ul" listStyleType="none" mt={3}>
          {read.claims.map((claim, index) => {
            const draft = asDraft(claim, source, channelCount);
            return (
              <ReadLine
                key={index}
                claim={claim}
                action={draft && !isTaken(claim.printedText, draft) ? () => onTake(draft) : null}
                isTaken={draft !== null && isTaken(claim.printedText, draft)}
                filledIn={filledIn[lineKey(claim)] ?? {}}
                onFill={
                  draft === null
                    ? (conditions) =>
                        setDraft((before) => ({
                          ...before,
                          filledIn: { ...before.filledIn, [lineKey(claim)]: conditions },
                        }))
                    : null
                }
              />
            );
          })}
          {read.unread.map(({ printedText, reason }, index) => (
            <Flex
              as="li"
              key={`u${index}`}
              gap={2.5}
              py={2}
              borderTopWidth="1px"
              borderColor="rime"
              color="muted"
            >
              <Minus size={18} aria-label="not a claim" style={{ flexShrink: 0, marginTop: 2 }} />
              <Text fontSize="14px">
                “{printedText}”: {reason}
              </Text>
            </Flex>
          ))}
        </Box>
      )}
    </Panel>
  );
}

/** A power claim with what is missing filled in as is usual, for the reviewer to check. Null for other kinds. */
const asDraft = (claim: ReadClaim, source: string, channelCount: number): ClaimDraft | null => {
  const { stated, printedText } = claim;
  // A burst, a peak or a total stays what was printed: completed like a continuous power it would be another claim.
  if (stated.kind !== "power" || stated.rating !== undefined) return null;
  const { powerWatts, loadOhms, channelsDriven, distortionLimitRatio, distortionMeasure } =
    testablePower(claim) ?? stated;
  return {
    printedText,
    source,
    powerWatts,
    loadOhms: loadOhms ?? 8,
    channelsDriven: Math.min(
      channelCount,
      channelsDriven ?? multiplierIn(printedText) ?? channelCount,
    ),
    distortionLimitRatio: distortionLimitRatio ?? 0.01,
    distortionMeasure: distortionMeasure ?? "thd-plus-noise",
  };
};

function ReadLine({
  claim,
  action,
  isTaken,
  filledIn,
  onFill,
}: {
  claim: ReadClaim;
  action: (() => void) | null;
  isTaken: boolean;
  filledIn: Readonly<Record<string, number>>;
  /** Keeps conditions that the line leaves out; null where it is completed as a claim of its own. */
  onFill: ((conditions: Readonly<Record<string, number>>) => void) | null;
}) {
  const { printedText } = claim;
  const { stated, missing, nearest, filledIn: filled } = completedClaim(claim, filledIn);
  const isWhole = missing.length === 0;
  return (
    <Flex as="li" gap={2.5} py={2} borderTopWidth="1px" borderColor="rime" align="start">
      <Box color={isWhole ? "lichen" : "ochre"} mt="2px" flexShrink={0}>
        {isWhole ? (
          <Check size={18} aria-label="testable" />
        ) : (
          <CircleHelp size={18} aria-label="not testable as printed" />
        )}
      </Box>
      <Box flex={1} minW={0}>
        <Text fontWeight={700} fontSize="15px" lineHeight={1.3}>
          {statedText(stated)}
        </Text>
        <Text color="muted" fontSize="13.5px">
          “{printedText}”
        </Text>
        {!isWhole && (
          <Text fontSize="13.5px">
            <b>Not testable as printed:</b> it does not say {missing.join(", ")}. Nearest: {nearest}
            .
          </Text>
        )}
        {filled.length > 0 && (
          <Text fontSize="13.5px" color="muted">
            Filled in, not printed: {filled.join(", ")}.
          </Text>
        )}
        {onFill && <FillIn claim={claim} filledIn={filledIn} onFill={onFill} />}
      </Box>
      {isTaken && (
        <Text fontSize="13.5px" color="lichen" fontWeight={600} whiteSpace="nowrap">
          kept as a claim
        </Text>
      )}
      {action && (
        <ActionButton minH="36px" px={3} fontSize="13.5px" onClick={action}>
          <Plus size={14} /> {isWhole ? "Claim" : "Complete it"}
        </ActionButton>
      )}
    </Flex>
  );
}
