"use client";
import { Box, Flex, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { ArrowRight, FileOutput, Pencil, Plus, Trash2 } from "lucide-react";
import { PageLink } from "../parts/PageLink";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { claimText } from "@/core/claim";
import {
  amplifierName,
  powerClaim,
  type Amplifier,
  type Claim,
  type ClaimDraft,
  type Details,
  type Sheet,
} from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { ConfirmDialog } from "../parts/ConfirmDialog";
import { Panel } from "../parts/Panel";
import { amplifierSaves, claimSaves } from "../parts/saves";
import { unbroken } from "../parts/unbroken";
import { ClaimForm } from "./ClaimForm";
import { DetailsForm } from "./DetailsForm";
import { IdentityForm } from "./IdentityForm";
import { SheetReader } from "./SheetReader";

/** What the amplifier is, and what its maker claims. */
export function BriefScreen({
  amplifier,
  claims,
  details,
  sheet,
}: {
  amplifier: Amplifier;
  claims: readonly Claim[];
  details: Details;
  sheet: Sheet;
}) {
  const router = useRouter();
  const [deleting, setDeleting] = useState(false);
  const [taken, setTaken] = useState<ClaimDraft | null>(null);
  return (
    <Grid templateColumns="minmax(0, 1fr) minmax(0, 1fr)" gap={4} alignItems="start">
      <Grid templateColumns="minmax(0, 1fr)" gap={4}>
        <Panel>
          <IdentityForm amplifier={amplifier} />
          <Flex justify="flex-end" mt={3} gap={2}>
            <ActionButton asChild>
              <a href={`/api/amplifiers/${amplifier.id}/brief`}>
                <FileOutput size={16} /> Export
              </a>
            </ActionButton>
            <ActionButton
              onClick={() => setDeleting(true)}
              color="ember"
              data-testid="delete-amplifier"
            >
              <Trash2 size={16} /> Delete
            </ActionButton>
          </Flex>
        </Panel>
        <DetailsForm amplifierId={amplifier.id} details={details} />
      </Grid>
      <Grid templateColumns="minmax(0, 1fr)" gap={4}>
        <Claims
          key={taken ? JSON.stringify(taken) : "claims"}
          amplifier={amplifier}
          claims={claims}
          taken={taken}
          onTaken={() => setTaken(null)}
        />
        <SheetReader
          amplifierId={amplifier.id}
          channelCount={amplifier.channelCount}
          sheet={sheet}
          claims={claims}
          onTake={setTaken}
        />
      </Grid>
      <ConfirmDialog
        open={deleting}
        title={`Delete ${amplifierName(amplifier)}?`}
        text="Its claims, loads and runs go with it. This cannot be undone."
        confirmLabel="Delete for good"
        onClose={() => setDeleting(false)}
        confirm={() => amplifierSaves.remove(amplifier.id)}
        onConfirmed={() => router.push("/")}
      />
    </Grid>
  );
}

/** @param taken a claim read from the sheet, to be checked and saved */
function Claims({
  amplifier,
  claims,
  taken,
  onTaken,
}: {
  amplifier: Amplifier;
  claims: readonly Claim[];
  taken: ClaimDraft | null;
  onTaken(): void;
}) {
  const router = useRouter();
  const [editing, setEditing] = useState<string | "new" | null>(
    taken || claims.length === 0 ? "new" : null,
  );
  const [deleting, setDeleting] = useState<Claim | null>(null);
  const done = () => {
    setEditing(null);
    onTaken();
    router.refresh();
  };
  return (
    <Panel>
      <Flex justify="space-between" align="center" mb={2}>
        <Heading as="h2" fontSize="22px">
          What is claimed
        </Heading>
        {editing === null && (
          <ActionButton onClick={() => setEditing("new")}>
            <Plus size={16} /> Add a claim
          </ActionButton>
        )}
      </Flex>
      {claims.map((claim) =>
        editing === claim.id ? (
          <ClaimForm
            key={claim.id}
            draftKey={`claim ${claim.id}`}
            initial={claim}
            channelCount={amplifier.channelCount}
            save={(draft) => claimSaves.change(claim.id, draft)}
            onDone={done}
          />
        ) : (
          <ClaimItem
            key={claim.id}
            claim={claim}
            onEdit={() => setEditing(claim.id)}
            onDelete={() => setDeleting(claim)}
          />
        ),
      )}
      {editing === "new" && (
        <ClaimForm
          draftKey={
            taken
              ? `claim of ${amplifier.id}: ${taken.printedText}`
              : `new claim of ${amplifier.id}`
          }
          initial={taken ?? undefined}
          channelCount={amplifier.channelCount}
          save={(draft, id) => claimSaves.add(amplifier.id, draft, id)}
          onDone={done}
        />
      )}
      {claims.length > 0 && editing === null && (
        <ActionButton tone="primary" asChild mt={4}>
          <PageLink href={`/amplifiers/${amplifier.id}/forecast`}>
            Next: the forecast <ArrowRight size={16} />
          </PageLink>
        </ActionButton>
      )}
      <ConfirmDialog
        open={deleting !== null}
        title="Delete this claim?"
        text={deleting ? claimText(powerClaim(deleting)) : ""}
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
}

function ClaimItem({
  claim,
  onEdit,
  onDelete,
}: {
  claim: Claim;
  onEdit(): void;
  onDelete(): void;
}) {
  return (
    <Flex borderTopWidth="1px" borderColor="rime" py={3} gap={3} align="start">
      <Box flex={1} minW={0}>
        <Text fontSize="19px" fontWeight={700} lineHeight={1.3}>
          {unbroken(claimText(powerClaim(claim)))}
        </Text>
        <Text color="muted" fontSize="14.5px">
          {claim.printedText && `“${claim.printedText}”`}
          {claim.printedText && claim.source && ", "}
          {claim.source}
        </Text>
      </Box>
      <HStack gap={2}>
        <ActionButton aria-label="Change this claim" onClick={onEdit} px={3}>
          <Pencil size={16} />
        </ActionButton>
        <ActionButton aria-label="Delete this claim" onClick={onDelete} px={3}>
          <Trash2 size={16} />
        </ActionButton>
      </HStack>
    </Flex>
  );
}
