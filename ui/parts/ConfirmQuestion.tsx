"use client";
import { Dialog, Portal, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Validated } from "@/records";
import { ActionButton } from "./ActionButton";
import { messageOf } from "./send";

export type ConfirmQuestionProps = {
  open: boolean;
  title: string;
  text: string;
  confirmLabel: string;
  /** Does it; what goes wrong is shown here, and it may be tried again. */
  confirm(): Promise<Validated<unknown>>;
  onConfirmed(): void;
  onClose(): void;
};

/** Asks before something is deleted permanently. */
export function ConfirmQuestion({ open, title, text, confirmLabel, ...on }: ConfirmQuestionProps) {
  const [failure, setFailure] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const close = () => {
    setFailure(null);
    on.onClose();
  };
  const confirm = async () => {
    setBusy(true);
    const outcome = await on.confirm();
    setBusy(false);
    if (!outcome.ok) return setFailure(messageOf(outcome));
    setFailure(null);
    on.onConfirmed();
  };
  return (
    <Dialog.Root
      role="alertdialog"
      open={open}
      onOpenChange={(change) => !change.open && close()}
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
              {failure && (
                <Text role="alert" color="ember" mt={3}>
                  {failure}
                </Text>
              )}
            </Dialog.Body>
            <Dialog.Footer>
              <ActionButton onClick={close}>Cancel</ActionButton>
              <ActionButton
                tone="danger"
                loading={isBusy}
                onClick={() => void confirm()}
                data-testid="confirm"
              >
                {failure ? "Try again" : confirmLabel}
              </ActionButton>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
