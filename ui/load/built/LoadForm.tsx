"use client";
import { Grid, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useState } from "react";
import { useFieldArray, useForm } from "react-hook-form";
import { formatShort } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import {
  LOAD_KINDS,
  loadSchema,
  type BuiltNetwork,
  type LoadDraft,
  type LoadKind,
  type Validated,
} from "@/records";
import { newId as makeId } from "../../parts/newId";
import { SaveOrCancel } from "../../parts/SaveOrCancel";
import type { Kept } from "../../parts/send";
import { errorsOf, showErrors } from "../../parts/showErrors";
import { ChoiceField, QuantityField } from "../../parts/fields";
import { useKeptDraft } from "../../parts/useKeptDraft";

export type LoadFormProps = {
  /** Names the form, for keeping its draft. */ draftKey: string;
  initial?: LoadDraft;
  nominalOhms?: number;
  channelCount: number;
  /** @param id of what is new, the same however often it is sent */
  save(draft: LoadDraft, id: string): Promise<Validated<Kept>>;
  onDone(): void;
};

const LOAD_KIND_LABELS: Readonly<Record<LoadKind, string>> = {
  resistor: "one resistor per channel",
  "resistor bank": "several resistors per channel",
  "reactive network": "reactive network",
  loudspeaker: "loudspeaker",
};

type LoadText = {
  nominalOhms: string;
  kind: LoadKind;
  channels: { ohms: string; ohmsExpandedUncertainty: string; network: BuiltNetwork | null }[];
};

const asText = (
  initial: LoadDraft | undefined,
  nominalOhms: number | undefined,
  channelCount: number,
): LoadText =>
  initial
    ? {
        nominalOhms: String(initial.nominalOhms),
        kind: initial.kind ?? "resistor",
        channels: initial.channels.map(({ ohms, ohmsExpandedUncertainty, network }) => ({
          ohms: formatShort(ohms, 7),
          ohmsExpandedUncertainty: formatShort(ohmsExpandedUncertainty, 7),
          network: network ?? null,
        })),
      }
    : {
        nominalOhms: String(nominalOhms ?? 8),
        kind: "resistor",
        channels: Array.from({ length: channelCount }, () => ({
          ohms: "",
          ohmsExpandedUncertainty: "0.02",
          network: null,
        })),
      };

/** Ohms of each channel's load, measured with the leads that will be used. */
export function LoadForm({
  draftKey,
  initial,
  nominalOhms,
  channelCount,
  save,
  onDone,
}: LoadFormProps) {
  const form = useForm<LoadText, unknown, LoadDraft>({
    resolver: yupResolver(loadSchema) as never,
    defaultValues: asText(initial, nominalOhms, channelCount),
  });
  const { register, control, handleSubmit, setError, formState } = form;
  const [newId] = useState(makeId);
  const [revision, setRevision] = useState(initial?.revision);
  const forget = useKeptDraft(draftKey, form);
  const { fields } = useFieldArray({ control, name: "channels" });
  const { errors, isSubmitting } = formState;
  const isFound = initial?.channels.some(({ network }) => network) ?? false;
  const onSubmit = handleSubmit(async (draft) => {
    const outcome = await save({ ...draft, revision }, newId);
    if (!outcome.ok) {
      // Saved once more, what stands here takes the place of what another window saved meanwhile.
      if (outcome.conflict) setRevision(outcome.conflict.revision);
      return showErrors(errorsOf(outcome, draft), setError);
    }
    forget();
    onDone();
  });
  return (
    <form onSubmit={onSubmit} noValidate aria-label="Load">
      <Text color="muted" mb={3}>
        {isFound
          ? "The resistances below are computed. Build the load, measure it at the amplifier end of its leads, and enter the readings. "
          : "Measure each resistor at the amplifier end of its leads, with the meter leads zeroed. "}
        ± is the expanded uncertainty (95 %).
      </Text>
      <Grid gap={3.5} maxW="520px">
        <Grid templateColumns="1fr 1fr" gap={3.5}>
          <QuantityField
            label="Nominal load"
            field={register("nominalOhms")}
            error={errors.nominalOhms}
            unit="Ω"
          />
          <ChoiceField
            label="Made of"
            field={register("kind")}
            choices={LOAD_KINDS.map((value) => ({ value, label: LOAD_KIND_LABELS[value] }))}
          />
        </Grid>
        {fields.map(({ id }, index) => (
          <Grid key={id} templateColumns="26px 1fr 1fr" gap={3.5} alignItems="start">
            <Text fontSize="20px" fontWeight={700} mt={6}>
              {channelLetter(index)}
            </Text>
            <QuantityField
              label="Measured"
              field={register(`channels.${index}.ohms`)}
              error={errors.channels?.[index]?.ohms}
              unit="Ω"
            />
            <QuantityField
              label="±"
              field={register(`channels.${index}.ohmsExpandedUncertainty`)}
              error={errors.channels?.[index]?.ohmsExpandedUncertainty}
              unit="Ω"
            />
          </Grid>
        ))}
        <SaveOrCancel
          saveLabel="Save load"
          isSubmitting={isSubmitting}
          message={errors.root?.message}
          onCancel={() => {
            forget();
            onDone();
          }}
        />
      </Grid>
    </form>
  );
}
