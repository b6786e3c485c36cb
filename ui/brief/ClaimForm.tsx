"use client";
import { Grid } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useState } from "react";
import { useForm } from "react-hook-form";
import {
  powerDraft,
  powerFormSchema,
  type ClaimDraft,
  type PowerForm,
  type Validated,
} from "@/records";
import { impliedUnit } from "../parts/impliedUnit";
import { newId as makeId } from "../parts/newId";
import { SaveOrCancel } from "../parts/SaveOrCancel";
import type { Kept } from "../parts/send";
import { errorsOf, showErrors } from "../parts/showErrors";
import { ChoiceField, QuantityField, TextField } from "../parts/fields";
import { useKeptDraft } from "../parts/useKeptDraft";

export type ClaimFormProps = {
  /** Names the form, for keeping its draft. */ draftKey: string;
  initial?: PowerForm;
  /** The line of the sheet that it completes. */
  lineKey?: string | null;
  channelCount: number;
  /** @param id of what is new, the same however often it is sent */
  save(draft: ClaimDraft, id: string): Promise<Validated<Kept>>;
  onDone(): void;
};

/** What is typed: the limit as text with its percent sign, the rest as it stands. */
type ClaimText = Omit<PowerForm, "distortionLimitRatio" | "powerWatts" | "loadOhms"> & {
  distortionLimitRatio: string;
  powerWatts: string;
  loadOhms: string;
};

const asText = (draft: PowerForm | undefined, channelCount: number): ClaimText =>
  draft
    ? {
        ...draft,
        powerWatts: String(draft.powerWatts),
        loadOhms: String(draft.loadOhms),
        distortionLimitRatio: `${Number((100 * draft.distortionLimitRatio).toPrecision(6))} %`,
      }
    : {
        printedText: "",
        source: "",
        powerWatts: "",
        loadOhms: "8",
        channelsDriven: channelCount,
        distortionLimitRatio: "1 %",
        distortionMeasure: "thd-plus-noise",
      };

/** One published claim of power: the words as printed, and the conditions that make it testable. */
export function ClaimForm({
  draftKey,
  initial,
  lineKey = null,
  channelCount,
  save,
  onDone,
}: ClaimFormProps) {
  const form = useForm<ClaimText, unknown, PowerForm>({
    resolver: yupResolver(powerFormSchema) as never,
    defaultValues: asText(initial, channelCount),
  });
  const { register, handleSubmit, setError, formState } = form;
  const [newId] = useState(makeId);
  const [revision, setRevision] = useState(initial?.revision);
  const forget = useKeptDraft(draftKey, form);
  const { errors, isSubmitting } = formState;
  const onSubmit = handleSubmit(async (form) => {
    const draft = powerDraft({ ...form, revision }, lineKey);
    const outcome = await save(draft, newId);
    if (!outcome.ok) {
      // Saved once more, what stands here takes the place of what another window saved meanwhile.
      if (outcome.conflict) setRevision(outcome.conflict.revision);
      return showErrors(errorsOf(outcome, draft), setError);
    }
    forget();
    onDone();
  });
  return (
    <form onSubmit={onSubmit} noValidate aria-label="Claim">
      <Grid gap={3.5}>
        <TextField
          label="As printed"
          field={register("printedText")}
          error={errors.printedText}
          help="word for word"
        />
        <TextField
          label="Source"
          field={register("source")}
          error={errors.source}
          help="brochure, manual, badge; with the page"
        />
        <Grid templateColumns="1fr 1fr" gap={3.5}>
          <QuantityField
            label="Power per channel"
            field={register("powerWatts")}
            error={errors.powerWatts}
            unit="W"
          />
          <QuantityField
            label="Load"
            field={register("loadOhms")}
            error={errors.loadOhms}
            unit="Ω"
          />
          <QuantityField
            label="Channels driven"
            field={register("channelsDriven")}
            error={errors.channelsDriven}
            unit={`of ${channelCount}`}
          />
          <QuantityField
            label="Distortion limit"
            field={register("distortionLimitRatio", { setValueAs: impliedUnit("%") })}
            error={errors.distortionLimitRatio}
            unit=""
          />
        </Grid>
        <ChoiceField
          label="Distortion means"
          field={register("distortionMeasure")}
          error={errors.distortionMeasure}
          choices={[
            { value: "thd-plus-noise", label: "THD+N (with noise, 20 Hz to 20 kHz)" },
            { value: "thd", label: "THD (harmonics only)" },
          ]}
        />
        <SaveOrCancel
          saveLabel="Save claim"
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
