"use client";
import { Box, HStack } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useForm } from "react-hook-form";
import type { RunStopReason } from "@/core/run";
import { STOP_TITLES } from "@/phrasing";
import { stopJudgementSchema, type Run } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, FormMessage, TextField } from "../parts/fields";
import { useRemarks } from "./useRemarks";

export type StopJudgementFormProps = {
  run: Run;
  channels: readonly string[];
  suggested: RunStopReason;
  onDone(): void;
};

/** What stopped it in the reviewer’s judgement, and why. */
export function StopJudgementForm({ run, channels, suggested, onDone }: StopJudgementFormProps) {
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(stopJudgementSchema),
    defaultValues: { reason: suggested as string, note: "" },
  });
  const { keep, message } = useRemarks(run);
  const save = handleSubmit(async ({ reason, note }) => {
    const at = new Date().toISOString();
    const others = run.remarks.overruled.filter(({ channel }) => !channels.includes(channel));
    if (
      await keep({
        ...run.remarks,
        overruled: [...others, ...channels.map((channel) => ({ channel, reason, note, at }))],
      })
    )
      onDone();
  });
  return (
    <Box asChild mt={2}>
      <form aria-label="What stopped it" onSubmit={save} noValidate>
        <ChoiceField
          label=""
          ariaLabel="What stopped it"
          isSmall
          field={register("reason")}
          choices={Object.entries(STOP_TITLES).map(([value, label]) => ({ value, label }))}
        />
        <Box mt={1.5}>
          <TextField
            label=""
            ariaLabel="Evidence"
            placeholder="Evidence"
            isSmall
            rows={2}
            field={register("note")}
            error={formState.errors.note}
          />
        </Box>
        <FormMessage>{message}</FormMessage>
        <HStack mt={1.5}>
          <ActionButton type="submit" tone="primary" minH="36px" px={3} fontSize="14px">
            Save judgement
          </ActionButton>
          <ActionButton minH="36px" px={3} fontSize="14px" onClick={onDone}>
            Cancel
          </ActionButton>
        </HStack>
      </form>
    </Box>
  );
}
