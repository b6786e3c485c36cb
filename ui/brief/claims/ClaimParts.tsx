import type { FieldError, UseFormRegisterReturn } from "react-hook-form";
import type { Setup } from "@/records";
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
  return (
    <>
      <SetupChoices
        id="made-for"
        {...{ details, channelCount, onChange }}
        setup={madeFor}
        unsaid="as supplied"
      />
      <TextField
        label="Other conditions"
        field={held(madeFor.other, (other) => onChange({ ...madeFor, other }))}
        placeholder="as supplied"
      />
    </>
  );
}
