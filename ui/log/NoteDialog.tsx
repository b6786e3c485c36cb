"use client";
import { Dialog, Grid, HStack, Portal, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { LOG_KINDS, logEntrySchema, type LogEntryDraft, type LogKind } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { QuantityField, TextField } from "../parts/fields";
import { newId as makeId } from "../parts/newId";
import { addLogEntry } from "../parts/saves";
import { showErrors } from "../parts/showErrors";
import { useKeptDraft } from "../parts/useKeptDraft";

/** What a reviewer writes down; guards are written down by the program. */
const TYPED = LOG_KINDS.filter((kind) => kind !== "guard");
const LABELS: Partial<Record<LogKind, string>> = {
  remark: "What happened",
  wiring: "What is connected differently",
  temperature: "Where",
};

export type NoteDialogProps = { amplifierId: string; onClose(): void };

type NoteText = { kind: LogKind; text: string; celsius: string };

/** A line for the logbook, with the time of this moment. */
export function NoteDialog({ amplifierId, onClose }: NoteDialogProps) {
  const router = useRouter();
  const [newId] = useState(makeId);
  const [at] = useState(() => new Date().toISOString());
  const form = useForm<NoteText, unknown, LogEntryDraft>({
    resolver: yupResolver(logEntrySchema.omit(["at"])) as never,
    defaultValues: { kind: "remark", text: "", celsius: "" },
  });
  const { register, handleSubmit, setError, setValue, watch, formState } = form;
  const { errors, isSubmitting } = formState;
  const forget = useKeptDraft(`note of ${amplifierId}`, form);
  const kind = watch("kind");
  const keep = handleSubmit(async (draft) => {
    const saved = await addLogEntry(amplifierId, { ...draft, at }, newId);
    if (!saved.ok) return showErrors(saved.errors, setError);
    forget();
    router.refresh();
    onClose();
  });
  return (
    <Dialog.Root open onOpenChange={(change) => !change.open && onClose()} placement="center">
      <Portal>
        <Dialog.Backdrop bg="blackAlpha.500" />
        <Dialog.Positioner>
          <Dialog.Content bg="surface" borderRadius="panel">
            <form onSubmit={keep} noValidate aria-label="Note">
              <Dialog.Header>
                <Dialog.Title>Note for the logbook</Dialog.Title>
              </Dialog.Header>
              <Dialog.Body>
                <Grid gap={3}>
                  <HStack gap={1.5} wrap="wrap" role="group" aria-label="Kind of note">
                    {TYPED.map((each) => (
                      <ActionButton
                        key={each}
                        type="button"
                        minH="38px"
                        px={3}
                        fontSize="14px"
                        tone={each === kind ? "primary" : "quiet"}
                        aria-pressed={each === kind}
                        onClick={() => setValue("kind", each)}
                      >
                        {each}
                      </ActionButton>
                    ))}
                  </HStack>
                  {kind === "temperature" && (
                    <QuantityField
                      label="Reading"
                      field={register("celsius")}
                      error={errors.celsius}
                      unit="°C"
                    />
                  )}
                  <TextField
                    label={LABELS[kind] ?? "Remark (optional)"}
                    field={register("text")}
                    error={errors.text}
                    rows={2}
                    placeholder={kind === "temperature" ? "heat sink, left" : undefined}
                  />
                  {errors.root && (
                    <Text role="alert" color="ember">
                      {errors.root.message}
                    </Text>
                  )}
                </Grid>
              </Dialog.Body>
              <Dialog.Footer>
                <ActionButton type="button" onClick={onClose}>
                  Cancel
                </ActionButton>
                <ActionButton type="submit" tone="primary" loading={isSubmitting}>
                  Add note
                </ActionButton>
              </Dialog.Footer>
            </form>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
