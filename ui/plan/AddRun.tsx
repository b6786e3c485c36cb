"use client";
import { Heading, NativeSelect } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useState } from "react";
import { RUN_KIND_NAMES, RUN_KINDS, type RunKind } from "@/core/run";
import { ActionButton } from "../parts/ActionButton";
import { Panel } from "../parts/Panel";

/** Adds a run of any kind to the end of the plan. */
export function AddRun({ onAdd }: { onAdd(kind: RunKind): void }) {
  const [kind, setKind] = useState<RunKind>("power-sweep");
  return (
    <Panel>
      <Heading as="h2" fontSize="16px" mb={2}>
        Another run
      </Heading>
      <NativeSelect.Root mb={2}>
        <NativeSelect.Field
          aria-label="Kind of run"
          value={kind}
          onChange={(event) => setKind(event.target.value as RunKind)}
          bg="surface"
          borderColor="rime"
        >
          {RUN_KIND_NAMES.map((name) => (
            <option key={name} value={name}>
              {RUN_KINDS[name].title}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <ActionButton w="100%" minH="40px" onClick={() => onAdd(kind)}>
        <Plus size={16} /> Add it
      </ActionButton>
    </Panel>
  );
}
