"use client";
import { Box, Heading } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useState } from "react";
import { RUN_KIND_NAMES, RUN_KINDS, type RunKind } from "@/core/run";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, held } from "../parts/fields";
import { Panel } from "../parts/Panel";

/** Adds a run of any kind to the end of the plan. */
export function AddRun({ onAdd }: { onAdd(kind: RunKind): void }) {
  const [kind, setKind] = useState<RunKind>("power-sweep");
  return (
    <Panel>
      <Heading as="h2" fontSize="16px" mb={2}>
        Another run
      </Heading>
      <Box mb={2}>
        <ChoiceField
          label=""
          ariaLabel="Kind of run"
          field={held(kind, (name) => setKind(name as RunKind))}
          choices={RUN_KIND_NAMES.map((name) => ({ value: name, label: RUN_KINDS[name].title }))}
        />
      </Box>
      <ActionButton w="100%" minH="40px" onClick={() => onAdd(kind)}>
        <Plus size={16} /> Add it
      </ActionButton>
    </Panel>
  );
}
