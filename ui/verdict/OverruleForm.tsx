"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { capital } from "@/phrasing";
import { RULINGS, type Overrule, type Ruling } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, FormMessage, held, TextField } from "../parts/fields";

export const RULING_LABELS: Record<Ruling, string> = {
  met: "met",
  missed: "not met",
  open: "open",
};

/** The reviewer's own ruling, with its reason; the measured verdict stays beside it. */
export function OverruleForm({
  overrule,
  save,
}: {
  overrule: Overrule | null;
  /** @returns what is wrong, or null; null as the ruling takes it back */
  save(says: { says: Ruling; reason: string } | null): Promise<string | null>;
}) {
  const [isOpen, setOpen] = useState(false);
  const [says, setSays] = useState<string>(overrule?.says ?? "met");
  const [reason, setReason] = useState(overrule?.reason ?? "");
  const [message, setMessage] = useState<string | null>(null);
  const saveRuling = async (what: { says: Ruling; reason: string } | null) => {
    const wrong = await save(what);
    setMessage(wrong);
    if (wrong === null) setOpen(false);
  };
  if (!isOpen)
    return (
      <ActionButton
        minH="36px"
        px={3}
        fontSize="13.5px"
        justifySelf="start"
        onClick={() => setOpen(true)}
      >
        {overrule ? "Change ruling" : "Overrule"}
      </ActionButton>
    );
  return (
    <Box maxW="520px">
      <Flex gap={3}>
        <Box w="130px">
          <ChoiceField
            label="Ruling"
            field={held(says, setSays)}
            choices={RULINGS.map((value) => ({ value, label: capital(RULING_LABELS[value]) }))}
          />
        </Box>
        <Box flex={1}>
          <TextField label="Reason" field={held(reason, setReason)} />
        </Box>
      </Flex>
      <FormMessage>{message ?? undefined}</FormMessage>
      <Flex gap={2} mt={2}>
        <ActionButton
          tone="primary"
          minH="36px"
          onClick={() => void saveRuling({ says: says as Ruling, reason })}
        >
          Save
        </ActionButton>
        {overrule && (
          <ActionButton minH="36px" onClick={() => void saveRuling(null)}>
            Remove ruling
          </ActionButton>
        )}
        <ActionButton minH="36px" onClick={() => setOpen(false)}>
          Cancel
        </ActionButton>
      </Flex>
      <Text fontSize="13px" color="muted" mt={1.5}>
        The measured verdict stays visible beside your ruling.
      </Text>
    </Box>
  );
}
