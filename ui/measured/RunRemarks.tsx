"use client";
import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Run } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { fetched } from "../parts/fetched";
import type { StrikeFormProps } from "./StrikeForm";
import { useRemarks } from "./useRemarks";

const StrikeForm = fetched<StrikeFormProps>(() =>
  import("./StrikeForm").then((module) => module.StrikeForm),
);

/** A reading may be struck out with a reason; it never vanishes, and counts again when the strike is taken back. */
export function RunRemarks({ run }: { run: Run }) {
  const [isOpen, setOpen] = useState(false);
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
          <b>Excluded:</b> {struck.reason}
        </Text>
        <ActionButton
          minH="34px"
          px={3}
          mt={1.5}
          fontSize="13.5px"
          onClick={() => void keep({ ...run.remarks, struck: null })}
        >
          Include again
        </ActionButton>
        {message && (
          <Text role="alert" color="ember">
            {message}
          </Text>
        )}
      </Box>
    );
  return isOpen ? (
    <StrikeForm run={run} onDone={() => setOpen(false)} />
  ) : (
    <Box>
      <ActionButton minH="36px" px={3} fontSize="14px" onClick={() => setOpen(true)}>
        Strike out this run
      </ActionButton>
    </Box>
  );
}
