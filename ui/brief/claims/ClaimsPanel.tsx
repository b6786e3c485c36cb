"use client";
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { ArrowRight, ListChecks, Minus, Plus, Undo2 } from "lucide-react";
import { useRouter } from "next/navigation";
import { memo, useMemo, useState, type ReactNode } from "react";
import { statedText, type UnreadLine } from "@/core/claim";
import type { Amplifier, PlacedClaim, SetupDetails } from "@/records";
import { usualConditions } from "@/records/facts";
import { ActionButton } from "../../parts/ActionButton";
import { ConfirmDialog } from "../../parts/ConfirmDialog";
import { PageLink } from "../../parts/PageLink";
import { Panel } from "../../parts/Panel";
import { claimSaves } from "../../parts/saves";
import { messageOf } from "../../parts/send";
import { ClaimEditor } from "./ClaimEditor";
import { ClaimLine } from "./ClaimLine";

export type ClaimsPanelProps = {
  amplifier: Amplifier;
  /** As the sheet reads now; what is not kept yet has no id. */
  claims: readonly PlacedClaim[];
  /** Where the sheet is printed. */
  sheetSource: string;
  unread: readonly UnreadLine[];
  details: SetupDetails;
};

/**
 * Everything that is claimed: lines of the sheet with what they leave out, and what was written down by itself. Drawn again with other
 * claims only, and not with every key that is pressed in the sheet.
 */
export const ClaimsPanel = memo(function ClaimsPanel({
  amplifier,
  claims,
  sheetSource,
  unread,
  details,
}: ClaimsPanelProps) {
  const router = useRouter();
  const [editing, setEditing] = useState<string | "new" | null>(null);
  const [deleting, setDeleting] = useState<PlacedClaim | null>(null);
  const done = () => {
    setEditing(null);
    router.refresh();
  };
  const usual = useMemo(
    () => usualConditions(claims, amplifier, details),
    [claims, amplifier, details],
  );
  const [trouble, setTrouble] = useState<string | null>(null);
  const leaveOut = async (claim: PlacedClaim, isLeftOut: boolean) => {
    const saved = await claimSaves.change(claim.id ?? "", { ...claim, isLeftOut });
    setTrouble(saved.ok ? null : messageOf(saved));
    if (saved.ok) router.refresh();
  };
  const fillIn = async () => {
    for (const { claim, given } of usual) {
      const saved = await claimSaves.change(claim.id, { ...claim, given });
      if (!saved.ok) return setTrouble(messageOf(saved));
    }
    setTrouble(null);
    router.refresh();
  };
  const judged = claims.filter(({ isLeftOut }) => !isLeftOut);
  const leftOut = claims.filter(({ isLeftOut }) => isLeftOut);
  return (
    <Panel>
      <Flex justify="space-between" align="center" mb={2}>
        <Heading as="h2" fontSize="22px">
          Claims
        </Heading>
        {editing === null && (
          <ActionButton onClick={() => setEditing("new")}>
            <Plus size={16} /> Add a claim
          </ActionButton>
        )}
      </Flex>
      {usual.length > 0 && (
        <Flex align="center" gap={3} mb={2} color="muted" fontSize="14px">
          <Text flex={1}>
            {usual.length === 1 ? "One line omits" : `${usual.length} lines leave`} a condition and{" "}
            {usual.length === 1 ? "is" : "are"} judged by the nearest testable reading.
          </Text>
          <ActionButton minH="36px" px={3} fontSize="13.5px" onClick={() => void fillIn()}>
            <ListChecks size={15} /> Fill in typical values
          </ActionButton>
        </Flex>
      )}
      {claims.length === 0 && editing === null && (
        <Text color="muted">
          No claims yet. Paste the specification sheet above, or add a power claim by hand.
        </Text>
      )}
      {trouble && (
        <Text color="ember" role="alert" fontSize="14px">
          {trouble}
        </Text>
      )}
      <Box as="ul" listStyleType="none">
        {judged.map((claim) =>
          claim.id !== null && editing === claim.id ? (
            <Box as="li" key={claim.id} py={3} borderTopWidth="1px" borderColor="rime">
              <ClaimEditor
                draftKey={`claim ${claim.id}`}
                claim={claim}
                details={details}
                channelCount={amplifier.channelCount}
                save={(draft) => claimSaves.change(claim.id ?? "", draft)}
                onDone={done}
              />
            </Box>
          ) : (
            <ClaimLine
              key={claim.id ?? claim.lineKey}
              claim={claim}
              sheetSource={sheetSource}
              details={details}
              onEdit={() => setEditing(claim.id)}
              onRemove={() =>
                claim.lineKey === null ? setDeleting(claim) : void leaveOut(claim, true)
              }
            />
          ),
        )}
        {leftOut.map((claim) => (
          <NoClaim key={claim.id} text={`“${claim.printedText}”: excluded.`}>
            <ActionButton
              minH="36px"
              px={3}
              fontSize="13.5px"
              onClick={() => void leaveOut(claim, false)}
            >
              <Undo2 size={14} /> Include
            </ActionButton>
          </NoClaim>
        ))}
        {unread.map(({ printedText, reason }, index) => (
          <NoClaim key={`unread ${index}`} text={`“${printedText}”: ${reason}`} />
        ))}
      </Box>
      {editing === "new" && (
        <ClaimEditor
          draftKey={`new claim of ${amplifier.id}`}
          details={details}
          channelCount={amplifier.channelCount}
          save={(draft, id) => claimSaves.add(amplifier.id, draft, id)}
          onDone={done}
        />
      )}
      {judged.length > 0 && editing === null && (
        <ActionButton tone="primary" asChild mt={4}>
          <PageLink href={`/amplifiers/${amplifier.id}/forecast`}>
            Next: the forecast <ArrowRight size={16} />
          </PageLink>
        </ActionButton>
      )}
      <ConfirmDialog
        open={deleting !== null}
        title="Delete this claim?"
        text={deleting ? statedText(deleting.stated) : ""}
        confirmLabel="Delete claim"
        onClose={() => setDeleting(null)}
        confirm={() => claimSaves.remove(deleting?.id ?? "")}
        onConfirmed={() => {
          setDeleting(null);
          router.refresh();
        }}
      />
    </Panel>
  );
});

/** A line that is judged by nothing, and why. */
function NoClaim({ text, children }: { text: string; children?: ReactNode }) {
  return (
    <Flex as="li" gap={2.5} py={2} borderTopWidth="1px" borderColor="rime" color="muted">
      <Minus size={18} aria-label="not judged" style={{ flexShrink: 0, marginTop: 2 }} />
      <Text fontSize="14px" flex={1}>
        {text}
      </Text>
      {children}
    </Flex>
  );
}
