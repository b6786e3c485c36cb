"use client";
import { Dialog, Portal, Text } from "@chakra-ui/react";
import { ActionButton } from "./ActionButton";

export type ConfirmDialogProps = {
  open: boolean;
  title: string;
  text: string;
  confirmLabel: string;
  onConfirm(): void;
  onClose(): void;
};

/** Asks before something is lost for good. */
export function ConfirmDialog({
  open,
  title,
  text,
  confirmLabel,
  onConfirm,
  onClose,
}: ConfirmDialogProps) {
  return (
    <Dialog.Root
      role="alertdialog"
      open={open}
      onOpenChange={(change) => !change.open && onClose()}
      placement="center"
    >
      <Portal>
        <Dialog.Backdrop bg="blackAlpha.500" />
        <Dialog.Positioner>
          <Dialog.Content bg="surface" borderRadius="panel">
            <Dialog.Header>
              <Dialog.Title>{title}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Text>{text}</Text>
            </Dialog.Body>
            <Dialog.Footer>
              <ActionButton onClick={onClose}>Keep it</ActionButton>
              <ActionButton tone="danger" onClick={onConfirm} data-testid="confirm">
                {confirmLabel}
              </ActionButton>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
