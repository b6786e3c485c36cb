"use client";
import { Grid } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useForm } from "react-hook-form";
import {
  AMPLIFIER_KINDS,
  amplifierSchema,
  TOPOLOGIES,
  type AmplifierDraft,
  type Validated,
} from "@/records";
import { ActionButton } from "../parts/ActionButton";
import type { Kept } from "../parts/send";
import { showErrors } from "../parts/showErrors";
import { ChoiceField, FormMessage, QuantityField, TextField } from "../parts/fields";
import { useKeptDraft } from "../parts/useKeptDraft";

export type AmplifierFormProps = {
  save(draft: AmplifierDraft): Promise<Validated<Kept>>;
  onSaved(id: string): void;
};

const KIND_LABELS = { home: "Home", vintage: "Vintage", mini: "Mini" } as const;
const asChoices = (values: readonly string[]) =>
  values.map((value) => ({ value, label: value.charAt(0).toUpperCase() + value.slice(1) }));

const EMPTY: AmplifierDraft = {
  maker: "",
  model: "",
  kind: "home",
  topology: "not known",
  year: null,
  channelCount: 2,
  condition: "",
  notes: "",
};

/** Identity of an amplifier that is new. */
export function AmplifierForm({ save, onSaved }: AmplifierFormProps) {
  const form = useForm<AmplifierDraft>({
    resolver: yupResolver(amplifierSchema),
    defaultValues: EMPTY,
  });
  const { register, handleSubmit, setError, formState } = form;
  const forget = useKeptDraft("new amplifier", form);
  const { errors, isSubmitting } = formState;
  const onSubmit = handleSubmit(async (draft) => {
    const outcome = await save(draft);
    if (!outcome.ok) return showErrors(outcome.errors, setError);
    forget();
    onSaved(outcome.value.id ?? "");
  });
  return (
    <form onSubmit={onSubmit} noValidate aria-label="Amplifier">
      <Grid templateColumns="1fr 1fr" gap={3.5}>
        <TextField label="Maker" field={register("maker")} error={errors.maker} />
        <TextField label="Model" field={register("model")} error={errors.model} />
        <ChoiceField
          label="Kind"
          field={register("kind")}
          error={errors.kind}
          choices={AMPLIFIER_KINDS.map((value) => ({ value, label: KIND_LABELS[value] }))}
        />
        <ChoiceField
          label="Output stage"
          field={register("topology")}
          error={errors.topology}
          choices={asChoices(TOPOLOGIES)}
        />
        <QuantityField
          label="Year"
          field={register("year")}
          error={errors.year}
          unit=""
          help="leave empty if unknown"
        />
        <QuantityField
          label="Channels"
          field={register("channelCount")}
          error={errors.channelCount}
          unit=""
        />
      </Grid>
      <Grid gap={3.5} mt={3.5}>
        <TextField
          label="Condition"
          field={register("condition")}
          error={errors.condition}
          help="original, restored, visible defects"
        />
        <TextField label="Notes" field={register("notes")} error={errors.notes} rows={2} />
        <FormMessage>{errors.root?.message}</FormMessage>
        <ActionButton tone="primary" type="submit" loading={isSubmitting} justifySelf="start">
          Add to shelf
        </ActionButton>
      </Grid>
    </form>
  );
}
