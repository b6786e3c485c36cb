"use client";
import { Dialog, HStack, Portal, Text, VStack } from "@chakra-ui/react";
import { KeyCap } from "../parts/KeyCap";
import { useKnownKeys } from "../parts/keys";

const NAMES: Record<string, string> = {
  Escape: "Esc",
  ArrowLeft: "←",
  ArrowRight: "→",
  ArrowUp: "↑",
  ArrowDown: "↓",
  " ": "space",
};

export type KeyHelpProps = { open: boolean; onClose(): void };

/** The keys that work on the screen as it is now. */
export function KeyHelp({ open, onClose }: KeyHelpProps) {
  const keys = useKnownKeys();
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(change) => !change.open && onClose()}
      placement="center"
      size="sm"
    >
      <Portal>
        <Dialog.Backdrop bg="blackAlpha.400" />
        <Dialog.Positioner>
          <Dialog.Content bg="surface" borderRadius="panel">
            <Dialog.Header>
              <Dialog.Title>Keys on this screen</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body pb={6}>
              <VStack align="stretch" gap={2}>
                {keys.map(({ key, label }) => (
                  <HStack key={`${key} ${label}`} justify="space-between">
                    <Text>{label}</Text>
                    <KeyCap>{NAMES[key] ?? key.toUpperCase()}</KeyCap>
                  </HStack>
                ))}
              </VStack>
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
