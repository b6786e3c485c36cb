import { Box, HStack, Text } from "@chakra-ui/react";
import type { FieldError, UseFormRegisterReturn } from "react-hook-form";
import { channelLetter } from "@/core/verdict";
import type { Setup } from "@/records";
import { ActionButton } from "../../parts/ActionButton";
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
      {channelCount > 1 && (
        <WhichChannels
          channelCount={channelCount}
          chosen={madeFor.driven}
          onChange={(driven) => onChange({ ...madeFor, driven })}
        />
      )}
      <TextField
        label="Mains"
        field={held(madeFor.mains, (mains) => onChange({ ...madeFor, mains }))}
        placeholder="any"
      />
      <TextField
        label="Other conditions"
        field={held(madeFor.other, (other) => onChange({ ...madeFor, other }))}
        placeholder="as supplied"
      />
    </>
  );
}

/** The channels that a claim names; any will do where none is pressed. */
function WhichChannels({
  channelCount,
  chosen,
  onChange,
}: {
  channelCount: number;
  chosen: readonly number[];
  onChange(places: number[]): void;
}) {
  return (
    <Box>
      <Text fontSize="13.5px" color="muted" fontWeight={500}>
        Which channels
      </Text>
      <HStack role="group" aria-label="Which channels" gap={1.5} wrap="wrap">
        {Array.from({ length: channelCount }, (_, place) => {
          const isChosen = chosen.includes(place);
          return (
            <ActionButton
              key={place}
              type="button"
              minH="40px"
              px={3}
              aria-pressed={isChosen}
              tone={isChosen ? "primary" : "quiet"}
              onClick={() =>
                onChange(isChosen ? chosen.filter((each) => each !== place) : [...chosen, place])
              }
            >
              {channelLetter(place)}
            </ActionButton>
          );
        })}
      </HStack>
    </Box>
  );
}
