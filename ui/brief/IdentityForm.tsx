"use client";
import { Grid, Heading, HStack } from "@chakra-ui/react";
import { useState } from "react";
import {
  AMPLIFIER_KINDS,
  TOPOLOGIES,
  type Amplifier,
  type AmplifierDraft,
  type FieldErrors,
} from "@/records";
import { ChoiceField, TextField, held } from "../parts/fields";
import { KeptMark } from "../parts/KeptMark";
import { amplifierSaves } from "../parts/saves";
import { useAutosave } from "../parts/useAutosave";

type IdentityText = Omit<AmplifierDraft, "year" | "channelCount" | "revision"> & {
  year: string;
  channelCount: string;
};

const asDraft = ({
  id: _,
  createdAt: __,
  revision: ___,
  year,
  channelCount,
  ...rest
}: Amplifier): IdentityText => ({
  ...rest,
  year: year ? String(year) : "",
  channelCount: String(channelCount),
});

/** What the amplifier is. Kept as it is typed. */
export function IdentityForm({ amplifier }: { amplifier: Amplifier }) {
  const { id, revision } = amplifier;
  const [draft, setDraft] = useState<IdentityText>(() => asDraft(amplifier));
  const [errors, setErrors] = useState<FieldErrors>({});
  const autosave = useAutosave({
    name: `amplifier ${id}`,
    value: draft,
    restore: setDraft,
    revision,
    asDraft,
    save: async (content, from) => {
      const outcome = await amplifierSaves.change(id, { ...content, revision: from });
      setErrors(outcome.ok ? {} : outcome.errors);
      return outcome;
    },
  });
  const set = (change: Partial<IdentityText>) => setDraft((before) => ({ ...before, ...change }));
  const field = (name: keyof IdentityText, label: string, placeholder?: string, rows?: number) => (
    <TextField
      label={label}
      field={held(draft[name], (text) => set({ [name]: text }))}
      error={errors[name]}
      placeholder={placeholder}
      rows={rows}
    />
  );
  return (
    <form aria-label="Amplifier" onSubmit={(event) => event.preventDefault()}>
      <HStack justify="space-between" mb={2.5}>
        <Heading as="h1" fontSize="22px">
          Amplifier
        </Heading>
        <KeptMark {...autosave} />
      </HStack>
      <Grid templateColumns="1fr 1fr" gap={3}>
        {field("maker", "Maker")}
        {field("model", "Model")}
        <ChoiceField
          label="Kind"
          field={held(draft.kind, (kind) => set({ kind: kind as IdentityText["kind"] }))}
          choices={AMPLIFIER_KINDS}
        />
        <ChoiceField
          label="Output stage"
          field={held(draft.topology, (topology) =>
            set({ topology: topology as IdentityText["topology"] }),
          )}
          choices={TOPOLOGIES}
        />
        {field("year", "Year", "not known")}
        {field("channelCount", "Channels")}
      </Grid>
      <Grid gap={3} mt={3}>
        {field("condition", "Condition", "original, restored, visible defects")}
        {field("notes", "Notes", undefined, 2)}
      </Grid>
    </form>
  );
}
