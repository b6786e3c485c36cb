"use client";
import { HStack } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useForm } from "react-hook-form";
import { strikeSchema, type Run } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { FormMessage, TextField } from "../parts/fields";
import { useRemarks } from "./useRemarks";

export type StrikeFormProps = { run: Run; onDone(): void };

/** Why a reading does not count. */
export function StrikeForm({ run, onDone }: StrikeFormProps) {
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(strikeSchema),
    defaultValues: { reason: "" },
  });
  const { keep, message } = useRemarks(run);
  const strike = handleSubmit(async ({ reason }) => {
    const struck = { reason, at: new Date().toISOString() };
    if (await keep({ ...run.remarks, struck })) onDone();
  });
  return (
    <form aria-label="Strike out" onSubmit={strike} noValidate>
      <TextField
        label=""
        ariaLabel="Reason"
        placeholder="Reason"
        field={register("reason")}
        error={formState.errors.reason}
      />
      <FormMessage>{message}</FormMessage>
      <HStack mt={1.5}>
        <ActionButton type="submit" tone="danger" minH="36px" px={3} fontSize="14px">
          Strike out
        </ActionButton>
        <ActionButton minH="36px" px={3} fontSize="14px" onClick={onDone}>
          Cancel
        </ActionButton>
      </HStack>
    </form>
  );
}
