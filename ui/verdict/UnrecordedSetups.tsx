"use client";
import { Grid, Text } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { SetupDetails, Setup } from "@/records";
import { NO_SETUP } from "@/records";
import { unrecordedIn } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { FormMessage } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { saveSetups } from "../parts/saves";
import { messageOf } from "../parts/send";
import { SetupChoices } from "../parts/SetupFields";

/** Asked for once: what readings were taken on that do not record it. Nothing is guessed. */
export function UnrecordedSetups({
  amplifierId,
  details,
  count,
}: {
  amplifierId: string;
  details: SetupDetails;
  /** How many readings leave it open. */
  count: number;
}) {
  const router = useRouter();
  const [setup, setSetup] = useState<Setup>(NO_SETUP);
  const [message, setMessage] = useState<string | null>(null);
  if (count === 0) return null;
  const isWhole = unrecordedIn(setup, details).length === 0;
  const save = async () => {
    const outcome = await saveSetups(amplifierId, setup);
    setMessage(outcome.ok ? null : messageOf(outcome));
    if (outcome.ok) router.refresh();
  };
  return (
    <Panel borderColor="ochre" data-testid="unrecorded">
      <Text fontWeight={700}>
        {count === 1
          ? "One reading does not record its supply and switches."
          : `${count} readings do not record their supply and switches.`}
      </Text>
      <Text fontSize="14.5px" mb={2}>
        This amplifier has several, so {count === 1 ? "it counts" : "they count"} for no claim. If{" "}
        {count === 1 ? "it was" : "all were"} taken the same way, enter it here; otherwise open{" "}
        {count === 1 ? "it" : "each"} on the Bench.
      </Text>
      <Grid templateColumns="repeat(auto-fill, minmax(190px, 1fr))" gap={3} alignItems="end">
        <SetupChoices
          id="unrecorded"
          details={details}
          channelCount={1}
          setup={setup}
          onChange={setSetup}
        />
        <ActionButton tone="primary" disabled={!isWhole} onClick={() => void save()}>
          {count === 1 ? "Save" : `Save for all ${count}`}
        </ActionButton>
      </Grid>
      <FormMessage>{message}</FormMessage>
    </Panel>
  );
}
