"use client";
import { Box, HStack, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Run } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { useRemarks } from "./useRemarks";

/** A reading may be struck out with a reason; it never vanishes, and counts again when the strike is taken back. */
export function RunRemarks({ run }: { run: Run }) {
  const [isOpen, setOpen] = useState(false);
  const [reason, setReason] = useState("");
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
  const strike = async () => {
    if (await keep({ ...run.remarks, struck: { reason, at: new Date().toISOString() } }))
      setOpen(false);
  };
  return isOpen ? (
    <Box
      as="form"
      aria-label="Strike out"
      {...{
        onSubmit: (event: React.FormEvent) => {
          event.preventDefault();
          void strike();
        },
      }}
    >
      <Input
        aria-label="Why it does not count"
        placeholder="Why it does not count"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        bg="surface"
      />
      {message && (
        <Text role="alert" color="ember" fontSize="13.5px">
          {message}
        </Text>
      )}
      <HStack mt={1.5}>
        <ActionButton type="submit" tone="danger" minH="36px" px={3} fontSize="14px">
          Strike it out
        </ActionButton>
        <ActionButton minH="36px" px={3} fontSize="14px" onClick={() => setOpen(false)}>
          Cancel
        </ActionButton>
      </HStack>
    </Box>
  ) : (
    <Box>
      <ActionButton minH="36px" px={3} fontSize="14px" onClick={() => setOpen(true)}>
        Strike this reading out
      </ActionButton>
    </Box>
  );
}
