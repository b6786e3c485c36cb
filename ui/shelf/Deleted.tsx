"use client";
import { Flex, HStack, Text } from "@chakra-ui/react";
import { differenceInCalendarDays } from "date-fns";
import { Undo2 } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { KEPT_DAYS, type ShelfRow } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { ConfirmDialog } from "../parts/ConfirmDialog";
import { bringBack, removeForGood } from "../parts/saves";
import { messageOf } from "../parts/send";

type BackProps = { id: string; name: string; onBack(): void };

function BringBack({ id, name, onBack }: BackProps) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const press = async () => {
    const answer = await bringBack(id);
    if (answer.ok) onBack();
    else setTrouble(messageOf(answer));
  };
  return (
    <>
      <ActionButton minH="40px" onClick={() => void press()} aria-label={`Restore ${name}`}>
        <Undo2 size={16} /> Restore
      </ActionButton>
      {trouble && (
        <Text role="alert" color="ember" fontSize="14px">
          {trouble}
        </Text>
      )}
    </>
  );
}

/** What has just been deleted, and the way back. */
export function DeletedNotice({ id, name }: { id: string; name: string }) {
  const router = useRouter();
  return (
    <Flex
      role="status"
      align="center"
      gap={4}
      mb={4}
      px={4}
      py={2.5}
      bg="ochreWash"
      borderWidth="1px"
      borderColor="rime"
      borderRadius="panel"
    >
      <Text flex={1}>
        <b>{name}</b> was deleted. For {KEPT_DAYS} days it can be restored with all its runs.
      </Text>
      <BringBack id={id} name={name} onBack={() => router.push(`/amplifiers/${id}/brief`)} />
    </Flex>
  );
}

/** At the end of a row of what was deleted: how long it is kept, and both ways on. */
export function DeletedActions({ row: { id, name, deletedAt } }: { row: ShelfRow }) {
  const router = useRouter();
  const [removing, setRemoving] = useState(false);
  const left = KEPT_DAYS - differenceInCalendarDays(new Date(), new Date(deletedAt ?? 0));
  return (
    <HStack gap={2} justify="flex-end">
      <Text color="muted" whiteSpace="nowrap" suppressHydrationWarning>
        {left > 1 ? `${left} days left` : "the last day"}
      </Text>
      <BringBack id={id} name={name} onBack={() => router.refresh()} />
      <ActionButton minH="40px" color="ember" onClick={() => setRemoving(true)}>
        Delete permanently
      </ActionButton>
      <ConfirmDialog
        open={removing}
        title={`Delete ${name} permanently?`}
        text="Its claims, runs and recordings are deleted; loads and rigs stay in the workshop. This cannot be undone."
        confirmLabel="Delete permanently"
        onClose={() => setRemoving(false)}
        confirm={() => removeForGood(id)}
        onConfirmed={() => {
          setRemoving(false);
          router.refresh();
        }}
      />
    </HStack>
  );
}
