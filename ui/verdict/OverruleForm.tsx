"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { RULINGS, type Overrule, type Ruling } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, FormMessage, held, TextField } from "../parts/fields";

const LABELS: Record<Ruling, string> = { met: "Met", missed: "Missed", open: "Open" };

/** The reviewer's word against a verdict, with its reason: it stands beside what was measured. */
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
  const keep = async (what: { says: Ruling; reason: string } | null) => {
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
        {overrule ? "Change your ruling" : "Rule otherwise"}
      </ActionButton>
    );
  return (
    <Box maxW="520px">
      <Flex gap={3}>
        <Box w="130px">
          <ChoiceField
            label="You say"
            field={held(says, setSays)}
            choices={RULINGS.map((value) => ({ value, label: LABELS[value] }))}
          />
        </Box>
        <Box flex={1}>
          <TextField label="Because" field={held(reason, setReason)} />
        </Box>
      </Flex>
      <FormMessage>{message ?? undefined}</FormMessage>
      <Flex gap={2} mt={2}>
        <ActionButton
          tone="primary"
          minH="36px"
          onClick={() => void keep({ says: says as Ruling, reason })}
        >
          Keep it
        </ActionButton>
        {overrule && (
          <ActionButton minH="36px" onClick={() => void keep(null)}>
            Take it back
          </ActionButton>
        )}
        <ActionButton minH="36px" onClick={() => setOpen(false)}>
          Cancel
        </ActionButton>
      </Flex>
      <Text fontSize="13px" color="muted" mt={1.5}>
        What was measured stays as it is, and stands beside it.
      </Text>
    </Box>
  );
}
