import { HStack } from "@chakra-ui/react";
import { ActionButton } from "./ActionButton";
import { FormMessage } from "./fields";

export type SaveOrCancelProps = {
  saveLabel: string;
  isSubmitting: boolean;
  /** What is wrong with the form as a whole. */ message?: string;
  onCancel(): void;
};

/** The end of a form that is saved by its button. */
export function SaveOrCancel({ saveLabel, isSubmitting, message, onCancel }: SaveOrCancelProps) {
  return (
    <>
      <FormMessage>{message}</FormMessage>
      <HStack gap={3}>
        <ActionButton tone="primary" type="submit" loading={isSubmitting}>
          {saveLabel}
        </ActionButton>
        <ActionButton type="button" onClick={onCancel}>
          Cancel
        </ActionButton>
      </HStack>
    </>
  );
}
