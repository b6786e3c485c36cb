"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Rig, Used } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, TextField, held } from "../parts/fields";
import { newId } from "../parts/newId";
import { Panel } from "../parts/Panel";
import { chooseRig } from "../parts/saves";
import { messageOf } from "../parts/send";
import { otherUsersText } from "../parts/usersText";

/** Which rig of the workshop the amplifier is measured with, what it is called, and who else is measured with it. */
export function RigChoice({
  amplifierId,
  rigs,
  rigId,
  name,
  error,
  isKept,
  onName,
}: {
  amplifierId: string;
  rigs: readonly Used<Rig>[];
  rigId: string | null;
  name: string;
  error?: string;
  /** All that was typed of the present one is kept: till then there is no other. */
  isKept: boolean;
  onName(name: string): void;
}) {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  const choose = async (id: string) => {
    const outcome = await chooseRig(amplifierId, id);
    setTrouble(outcome.ok ? null : messageOf(outcome));
    if (outcome.ok) router.refresh();
  };
  const present = rigs.find(({ id }) => id === rigId);
  const others = present ? otherUsersText(present, amplifierId) : "";
  return (
    <Panel py={3}>
      <Flex gap={4} align="end" wrap="wrap">
        <Box w="220px">
          <TextField label="Rig" placeholder="Rig" field={held(name, onName)} error={error} />
        </Box>
        {rigs.length > 1 && (
          <Box w="220px">
            <ChoiceField
              label="Rig"
              field={held(rigId ?? "", (chosen) => isKept && void choose(chosen))}
              choices={rigs.map(({ id, rigName }) => ({ value: id, label: rigName }))}
            />
          </Box>
        )}
        {present && (
          <ActionButton disabled={!isKept} onClick={() => void choose(newId())}>
            Duplicate rig
          </ActionButton>
        )}
        <Text color="muted" fontSize="14.5px" flex={1} minW="240px" pb={2.5}>
          {others
            ? `Also used with ${others}: changes here apply there too. Existing runs keep their rig.`
            : "It stays in the workshop, and the next amplifier starts with it."}
        </Text>
      </Flex>
      {trouble && (
        <Text role="alert" color="ember" fontSize="14px" mt={1.5}>
          {trouble}
        </Text>
      )}
    </Panel>
  );
}
