import { useState } from "react";
import type { FieldError, UseFormRegisterReturn } from "react-hook-form";
import { channelLetter } from "@/core/verdict";
import { drivenIn, type Setup } from "@/records";
import { held, TextField } from "../../parts/fields";
import { SetupChoices } from "../../parts/SetupFields";
import type { ClaimEditorProps } from "./editorProps";

/** The words of a claim as printed, and where they stand. */
export function PrintedFields({
  printedText,
  source,
  errors,
}: {
  printedText: UseFormRegisterReturn;
  source: UseFormRegisterReturn;
  errors: { printedText?: FieldError; source?: FieldError };
}) {
  return (
    <>
      <TextField
        label="As printed"
        field={printedText}
        error={errors.printedText}
        help="word for word"
      />
      <TextField
        label="Source"
        field={source}
        error={errors.source}
        help="brochure, manual, badge; with the page"
      />
    </>
  );
}

/** The supply, switches and connection that a claim is made for. */
export function MadeForFields({
  details,
  channelCount,
  madeFor,
  onChange,
}: Pick<ClaimEditorProps, "details" | "channelCount"> & {
  madeFor: Setup;
  onChange(madeFor: Setup): void;
}) {
  const [typed, setTyped] = useState(() => madeFor.driven.map(channelLetter).join(", "));
  return (
    <>
      <SetupChoices
        id="made-for"
        {...{ details, channelCount, onChange }}
        setup={madeFor}
        unsaid="as supplied"
      />
      {channelCount > 1 && (
        <TextField
          id="made-for-channels"
          label="Which channels"
          field={held(typed, (text) => {
            setTyped(text);
            const driven = drivenIn(text, channelCount);
            if (driven || text.trim() === "")
              onChange({ ...madeFor, driven: [...(driven?.places ?? [])] });
          })}
          error={
            typed.trim() === "" || drivenIn(typed, channelCount)?.places.length
              ? undefined
              : "Enter channels, such as A, B, or leave it empty."
          }
          placeholder="any"
        />
      )}
      <TextField
        label="Other conditions"
        field={held(madeFor.other, (other) => onChange({ ...madeFor, other }))}
        placeholder="as supplied"
      />
    </>
  );
}
