"use client";
import { Grid } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import {
  isInBursts,
  NO_SETUP,
  POWER_KINDS,
  powerDraft,
  powerFormSchema,
  type PowerForm,
  type Setup,
} from "@/records";
import { byBriefNames } from "@/records/facts";
import { BURST_LABELS } from "@/core/signal";
import { impliedUnit } from "../../parts/impliedUnit";
import { newId as makeId } from "../../parts/newId";
import { SaveOrCancel } from "../../parts/SaveOrCancel";
import { MadeForFields, PrintedFields } from "./ClaimParts";
import type { ClaimEditorProps } from "./editorProps";
import { errorsOf, showErrors } from "../../parts/showErrors";
import { ChoiceField, QuantityField } from "../../parts/fields";
import { useKeptDraft } from "../../parts/useKeptDraft";

type PowerClaimFormProps = Omit<ClaimEditorProps, "claim"> & {
  /** The whole power, or only the words of a line that was read as something else. */
  initial?: PowerForm | Pick<PowerForm, "printedText" | "source" | "revision">;
  /** The line of the sheet that it completes. */
  lineKey?: string | null;
};

/** What is typed: the limit as text with its percent sign, the rest as it stands. */
type ClaimText = Omit<
  PowerForm,
  "distortionLimitRatio" | "powerWatts" | "loadOhms" | "bandLowHz" | "bandHighHz" | "madeFor"
> & {
  madeFor: Setup;
  distortionLimitRatio: string;
  powerWatts: string;
  loadOhms: string;
  bandLowHz: string;
  bandHighHz: string;
};

const KIND_LABELS: Readonly<Record<(typeof POWER_KINDS)[number], string>> = {
  continuous: "continuous, per channel",
  burst: "in bursts, per channel",
  music: "music power, per channel",
  peak: "peak, per channel",
  maximum: "maximum, not explained",
  total: "total of all channels",
  bridged: "bridged",
};

const hertzText = (hertz: number | null | undefined): string =>
  typeof hertz === "number" ? String(hertz) : "";

const asText = (
  draft: PowerClaimFormProps["initial"],
  channelCount: number,
): Omit<ClaimText, "madeFor"> =>
  draft && "powerWatts" in draft
    ? {
        ...draft,
        powerWatts: String(draft.powerWatts),
        loadOhms: String(draft.loadOhms),
        bandLowHz: hertzText(draft.bandLowHz),
        bandHighHz: hertzText(draft.bandHighHz),
        distortionLimitRatio: `${Number((100 * draft.distortionLimitRatio).toPrecision(6))} %`,
      }
    : {
        printedText: "",
        source: "",
        ...draft,
        powerWatts: "",
        loadOhms: "8",
        channelsDriven: channelCount,
        distortionLimitRatio: "1 %",
        distortionMeasure: "thd-plus-noise",
        powerKind: "continuous",
        burst: "",
        bandLowHz: "",
        bandHighHz: "",
      };

/** One published claim of power: the words as printed, and the conditions that make it testable. */
export function PowerClaimForm({
  draftKey,
  initial,
  lineKey = null,
  channelCount,
  details,
  save,
  onDone,
}: PowerClaimFormProps) {
  const form = useForm<ClaimText, unknown, PowerForm>({
    resolver: yupResolver(powerFormSchema) as never,
    defaultValues: {
      ...asText(initial, channelCount),
      madeFor: byBriefNames(
        (initial && "madeFor" in initial ? initial.madeFor : null) ?? NO_SETUP,
        details,
      ),
    },
  });
  const { register, handleSubmit, setError, formState } = form;
  const [newId] = useState(makeId);
  const [revision, setRevision] = useState(initial?.revision);
  const forget = useKeptDraft(draftKey, form);
  // A draft from before this was asked for holds nothing of it.
  const madeFor = { ...NO_SETUP, ...useWatch({ control: form.control, name: "madeFor" }) };
  const powerKind = useWatch({ control: form.control, name: "powerKind" });
  const setMadeFor = (to: Setup) => form.setValue("madeFor", to);
  const { errors, isSubmitting } = formState;
  const onSubmit = handleSubmit(async (form) => {
    const isNamed = JSON.stringify(madeFor) !== JSON.stringify(NO_SETUP);
    const draft = powerDraft({ ...form, revision, madeFor: isNamed ? madeFor : null }, lineKey);
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
        <PrintedFields
          printedText={register("printedText")}
          source={register("source")}
          errors={errors}
        />
        <Grid templateColumns="1fr 1fr" gap={3.5}>
          <ChoiceField
            label="Kind of power"
            field={register("powerKind")}
            error={errors.powerKind}
            choices={POWER_KINDS.map((value) => ({ value, label: KIND_LABELS[value] }))}
          />
          {isInBursts(powerKind) && (
            <ChoiceField
              label="Burst"
              field={register("burst")}
              choices={[
                { value: "", label: "not stated" },
                ...Object.entries(BURST_LABELS).map(([value, label]) => ({ value, label })),
              ]}
            />
          )}
          <QuantityField
            label="Power"
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
        <Grid templateColumns="1fr 1fr" gap={3.5}>
          <QuantityField
            label="From"
            field={register("bandLowHz")}
            error={errors.bandLowHz}
            unit="Hz"
            placeholder="1 kHz only"
          />
          <QuantityField
            label="To"
            field={register("bandHighHz")}
            error={errors.bandHighHz}
            unit="Hz"
          />
          <MadeForFields
            {...{ details, madeFor }}
            // A bridged power says so by its kind.
            channelCount={powerKind === "bridged" ? 1 : channelCount}
            onChange={setMadeFor}
          />
        </Grid>
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
