"use client";
import { Box, HStack, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { strikeSchema, type Run } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { FormMessage, TextField } from "../parts/fields";
import { useRemarks } from "./useRemarks";

/** A reading may be struck out with a reason; it never vanishes, and counts again when the strike is taken back. */
export function RunRemarks({ run }: { run: Run }) {
  const [isOpen, setOpen] = useState(false);
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(strikeSchema),
    defaultValues: { reason: "" },
  });
  const { keep, message } = useRemarks(run);
  const { struck } = run.remarks;
  if (struck)
    return (
      <Box
        borderWidth="1.5px"
        borderColor="ember"
        borderRadius="control"
        px={3}
        py={2}
        fontSize="14px"
      >
        <Text>
          <b>Struck out, does not count:</b> {struck.reason}
        </Text>
        <ActionButton
          minH="34px"
          px={3}
          mt={1.5}
          fontSize="13.5px"
          onClick={() => void keep({ ...run.remarks, struck: null })}
        >
          Let it count again
        </ActionButton>
        {message && (
          <Text role="alert" color="ember">
            {message}
          </Text>
        )}
      </Box>
    );
  const strike = handleSubmit(async ({ reason }) => {
    if (await keep({ ...run.remarks, struck: { reason, at: new Date().toISOString() } }))
      setOpen(false);
  });
  return isOpen ? (
    <form aria-label="Strike out" onSubmit={strike} noValidate>
      <TextField
        label=""
        ariaLabel="Why it does not count"
        placeholder="Why it does not count"
        field={register("reason")}
        error={formState.errors.reason}
      />
      <FormMessage>{message}</FormMessage>
      <HStack mt={1.5}>
        <ActionButton type="submit" tone="danger" minH="36px" px={3} fontSize="14px">
          Strike it out
        </ActionButton>
        <ActionButton minH="36px" px={3} fontSize="14px" onClick={() => setOpen(false)}>
          Cancel
        </ActionButton>
      </HStack>
    </form>
  ) : (
    <Box>
      <ActionButton minH="36px" px={3} fontSize="14px" onClick={() => setOpen(true)}>
        Strike this reading out
      </ActionButton>
    </Box>
  );
}
