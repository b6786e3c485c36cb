"use client";
import { Box, Flex, Heading, HStack } from "@chakra-ui/react";
import { RotateCcw } from "lucide-react";
import { useMemo, useState } from "react";
import { panelOf, withParameter, type AdjustableDescription } from "@/bench/catalogue";
import { changeCount } from "@/bench/panel";
import { ActionButton } from "../../parts/ActionButton";
import { ChoiceField, held } from "../../parts/fields";
import { ParameterField } from "./ParameterField";

export type ParametersProps = {
  instrument: AdjustableDescription;
  original: AdjustableDescription;
  onChange(instrument: AdjustableDescription): void;
};

/** All parameters of an instrument, a group at a time; those that differ from the original stand out. */
export function Parameters({ instrument, original, onChange }: ParametersProps) {
  const panel = useMemo(() => panelOf(instrument), [instrument]);
  const asShipped = useMemo(() => panelOf(original), [original]);
  const [index, setIndex] = useState(0);
  const group = panel.groups[index];
  const changes = changeCount(panel, asShipped);
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
      <Box mb={3}>
        <ChoiceField
          label=""
          ariaLabel="Group of parameters"
          field={held(String(index), (each) => setIndex(Number(each)))}
          choices={panel.groups.map((each, k) => ({ value: String(k), label: each.label }))}
        />
      </Box>
      <Box overflowY="auto" minH={0} flex={1} mx={-1} px={1}>
        <Flex direction="column" gap={2.5}>
          {group.parameters.map(({ name, field, value }, k) => (
            <ParameterField
              key={`${asShipped.title}-${group.name}-${name}`}
              field={field}
              value={value}
              isChanged={value !== asShipped.groups[index].parameters[k].value}
              onChange={(next) => onChange(withParameter(instrument, group.name, name, next))}
            />
          ))}
        </Flex>
      </Box>
    </Flex>
  );
}
