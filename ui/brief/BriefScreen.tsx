"use client";
import { Flex, Grid, Text } from "@chakra-ui/react";
import { CopyPlus, FileOutput, Trash2 } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import {
  amplifierName,
  KEPT_DAYS,
  type Amplifier,
  type Claim,
  type Details,
  type Filing,
  type Sheet,
} from "@/records";
import { printedDetails, type PrintedDetails } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { ConfirmDialog } from "../parts/ConfirmDialog";
import { Panel } from "../parts/Panel";
import { newId } from "../parts/newId";
import { addAnother, amplifierSaves } from "../parts/saves";
import { messageOf } from "../parts/send";
import { ClaimsColumn } from "./claims/ClaimsColumn";
import { DetailsForm } from "./DetailsForm";
import { FilingForm } from "./FilingForm";
import { IdentityForm } from "./IdentityForm";

/** What the amplifier is, and what its maker claims. */
export function BriefScreen({
  amplifier,
  claims,
  details,
  sheet,
  filing,
}: {
  amplifier: Amplifier;
  claims: readonly Claim[];
  details: Details;
  sheet: Sheet;
  filing: Filing;
}) {
  const router = useRouter();
  const [deleting, setDeleting] = useState(false);
  const [printed, setPrinted] = useState<PrintedDetails | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [anotherId] = useState(newId);
  const another = async () => {
    const added = await addAnother(amplifier.id, anotherId);
    if (added.ok) router.push(`/amplifiers/${anotherId}/brief`);
    else setTrouble(messageOf(added));
  };
  return (
    <Grid templateColumns="minmax(0, 1fr) minmax(0, 1fr)" gap={4} alignItems="start">
      <Grid templateColumns="minmax(0, 1fr)" gap={4}>
        <Panel>
          <IdentityForm amplifier={amplifier} />
          <FilingForm amplifierId={amplifier.id} filing={filing} />
          {trouble && (
            <Text role="alert" color="ember" fontSize="14px" mt={2}>
              {trouble}
            </Text>
          )}
          <Flex justify="flex-end" mt={3} gap={2} wrap="wrap">
            <ActionButton onClick={() => void another()}>
              <CopyPlus size={16} /> Duplicate
            </ActionButton>
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
        <DetailsForm
          amplifierId={amplifier.id}
          details={details}
          printed={printed}
          stated={printed ?? printedDetails(claims)}
        />
      </Grid>
      <ClaimsColumn
        amplifier={amplifier}
        claims={claims}
        sheet={sheet}
        details={details}
        onPrinted={setPrinted}
      />
      <ConfirmDialog
        open={deleting}
        title={`Delete ${amplifierName(amplifier)}?`}
        text={`Its claims and runs are deleted with it. It can be restored from the shelf for ${KEPT_DAYS} days, then it is removed permanently.`}
        confirmLabel="Delete it"
        onClose={() => setDeleting(false)}
        confirm={() => amplifierSaves.remove(amplifier.id)}
        onConfirmed={() => router.push(`/?deleted=${amplifier.id}`)}
      />
    </Grid>
  );
}
