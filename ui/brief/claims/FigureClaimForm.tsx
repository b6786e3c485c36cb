import { Grid } from "@chakra-ui/react";
import { useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { NO_SETUP, type ClaimDraft, type Setup } from "@/records";
import { byBriefNames } from "@/records/facts";
import { ChoiceField, held, QuantityField } from "../../parts/fields";
import { newId as makeId } from "../../parts/newId";
import { SaveOrCancel } from "../../parts/SaveOrCancel";
import { errorsOf, showErrors } from "../../parts/showErrors";
import { useKeptDraft } from "../../parts/useKeptDraft";
import {
  CLAIM_FORMS,
  claimErrors,
  claimTexts,
  statedBy,
  type ClaimTexts,
  type FigureKind,
} from "./claimFields";
import { MadeForFields, PrintedFields } from "./ClaimParts";
import type { ClaimEditorProps } from "./editorProps";

type Texts = { printedText: string; source: string; madeFor: Setup; texts: ClaimTexts };

/** One published claim of anything but a power: the words as printed, its figures, and what it is made for. */
export function FigureClaimForm({
  kind,
  draftKey,
  claim,
  channelCount,
  details,
  save,
  onDone,
}: ClaimEditorProps & { kind: FigureKind }) {
  const form = useForm<Texts>({
    defaultValues: {
      printedText: claim?.printedText ?? "",
      source: claim?.source ?? "",
      madeFor: byBriefNames(claim?.madeFor ?? NO_SETUP, details),
      texts: claimTexts(kind, claim?.stated ?? null),
    },
  });
  const { register, handleSubmit, setError, setValue, formState } = form;
  const [newId] = useState(makeId);
  const [revision, setRevision] = useState(claim?.revision);
  const forget = useKeptDraft(draftKey, form);
  const [texts, kept] = useWatch({ control: form.control, name: ["texts", "madeFor"] });
  // A draft from before something was asked for lacks it.
  const madeFor = { ...NO_SETUP, ...kept };
  const [wasTried, setTried] = useState(false);
  const wrong = wasTried ? claimErrors(kind, texts) : {};
  const { errors, isSubmitting } = formState;
  const onSubmit = handleSubmit(async ({ printedText, source, madeFor: setup }) => {
    setTried(true);
    if (Object.keys(claimErrors(kind, texts)).length > 0) return;
    const isNamed = JSON.stringify(setup) !== JSON.stringify(NO_SETUP);
    const draft: ClaimDraft = {
      ...(revision !== undefined && { revision }),
      printedText,
      source,
      stated: statedBy(kind, texts),
      missing: [],
      nearest: null,
      given: {},
      lineKey: claim?.lineKey ?? null,
      madeFor: isNamed ? setup : null,
      isLeftOut: false,
    };
    const outcome = await save(draft, newId);
    if (!outcome.ok) {
      // Saved once more, what stands here takes the place of what another window saved meanwhile.
      if (outcome.conflict) setRevision(outcome.conflict.revision);
      return showErrors(errorsOf(outcome, draft), setError);
    }
    forget();
    onDone();
  });
  const textField = (name: string) =>
    held(texts[name] ?? "", (text) => setValue("texts", { ...texts, [name]: text }));
  return (
    <form onSubmit={(event) => void onSubmit(event)} noValidate aria-label="Claim">
      <Grid gap={3.5}>
        <PrintedFields
          printedText={register("printedText")}
          source={register("source")}
          errors={errors}
        />
        <Grid templateColumns="1fr 1fr" gap={3.5}>
          {CLAIM_FORMS[kind].fields.map((field) =>
            "choices" in field ? (
              <ChoiceField
                key={field.name}
                id={`claim-${field.name}`}
                label={field.label}
                field={textField(field.name)}
                choices={field.choices.map(([value, label]) => ({ value, label }))}
              />
            ) : (
              <QuantityField
                key={field.name}
                id={`claim-${field.name}`}
                label={field.label}
                unit={field.unit}
                placeholder={field.isNeeded ? undefined : "not stated"}
                field={textField(field.name)}
                error={wrong[field.name]}
              />
            ),
          )}
          <MadeForFields
            {...{ details, channelCount, madeFor }}
            onChange={(to) => setValue("madeFor", to)}
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
