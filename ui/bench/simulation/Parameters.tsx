"use client";
import { Box, Flex, Heading, HStack, NativeSelect } from "@chakra-ui/react";
import { RotateCcw } from "lucide-react";
import { useState } from "react";
import type { Rig } from "@/bench/simulated";
import { ActionButton } from "../../parts/ActionButton";
import { ParameterField } from "./ParameterField";
import { changeCount, GROUPS, parameterOf, withParameter, type GroupName } from "./rigText";

export type ParametersProps = { rig: Rig; original: Rig; onChange(rig: Rig): void };

/** All parameters of the rig, a group at a time; those that differ from the example stand out. */
export function Parameters({ rig, original, onChange }: ParametersProps) {
  const [name, setName] = useState<GroupName>("stage");
  const group = GROUPS.find((each) => each.name === name) ?? GROUPS[0];
  const changes = changeCount(rig, original);
  return (
    <Flex direction="column" minH={0} h="100%">
      <HStack justify="space-between" mb={2} minH="32px">
        <Heading as="h2" fontSize="17px">
          Parameters
        </Heading>
        {changes > 0 && (
          <ActionButton minH="32px" px={2.5} fontSize="13.5px" onClick={() => onChange(original)}>
            <RotateCcw size={14} aria-hidden /> Undo{" "}
            {changes === 1 ? "the change" : `${changes} changes`}
          </ActionButton>
        )}
      </HStack>
      <NativeSelect.Root mb={3}>
        <NativeSelect.Field
          aria-label="Group of parameters"
          value={name}
          onChange={(event) => setName(event.target.value as GroupName)}
          bg="surface"
          borderColor="rime"
          fontWeight={600}
        >
          {GROUPS.map((each) => (
            <option key={each.name} value={each.name}>
              {each.label}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Box overflowY="auto" minH={0} flex={1} mx={-1} px={1}>
        <Flex direction="column" gap={2.5}>
          {Object.entries(group.fields(rig)).map(([field, definition]) => {
            const value = parameterOf(rig, name, field);
            return (
              <ParameterField
                key={`${original.name}-${name}-${field}`}
                field={definition}
                value={value}
                isChanged={value !== parameterOf(original, name, field)}
                onChange={(next) => onChange(withParameter(rig, name, field, next))}
              />
            );
          })}
        </Flex>
      </Box>
    </Flex>
  );
}
