"use client";
import {
  Box,
  Checkbox,
  Field,
  HStack,
  Input,
  NativeSelect,
  Text,
  Textarea,
} from "@chakra-ui/react";
import type { UseFormRegisterReturn } from "react-hook-form";
import { Explain } from "../words/Explain";
import { termOfLabel } from "../words/fieldTerms";

/** What a field holds where its text lives with its owner, such as a document that is kept while it is typed. */
export type HeldField = {
  value: string;
  onChange(event: { target: { value: string } }): void;
};

/** Binds a field to a text that its owner holds. */
export const held = (value: string, onChange: (value: string) => void): HeldField => ({
  value,
  onChange: ({ target }) => onChange(target.value),
});

export type FieldProps = {
  /** Empty where what stands around it says what it is; then `ariaLabel` says it. */
  label: string;
  ariaLabel?: string;
  /** `register(name)` of a form, or `held(text, onChange)`. */
  field: UseFormRegisterReturn | HeldField;
  /** What is wrong, beside where it was given. */
  error?: { message?: string } | string | null;
  help?: string;
  placeholder?: string;
  id?: string;
};

/** Where it stands among small things. */
type Sized = { isSmall?: true };

const CONTROL = {
  bg: "surface",
  borderColor: "rime",
  borderRadius: "control",
  minH: "40px",
  fontSize: "15px",
} as const;

const SMALL = { minH: "34px", fontSize: "14px" } as const;

const messageOf = (error: FieldProps["error"]): string | undefined =>
  (typeof error === "string" ? error : error?.message) || undefined;

/** Both columns: that of the label, and that of what is beside it. */
const WHOLE = "1 / -1";

/** Label above, the control, its message below: what was typed always stays. */
function Labelled({
  label,
  error,
  help,
  id,
  children,
}: Pick<FieldProps, "label" | "error" | "help" | "id"> & { children: React.ReactNode }) {
  const message = messageOf(error);
  const term = termOfLabel(label);
  return (
    <Field.Root
      invalid={message !== undefined}
      gap={1}
      minW={0}
      id={id}
      display="grid"
      gridTemplateColumns={`minmax(0, max-content) minmax(${term ? "24px" : "0"}, 1fr)`}
      alignItems="center"
      // A field is as high as its content, and its label line as high as one with an explanation: fields beside each other stand in line.
      alignContent="start"
    >
      {label && (
        <Field.Label
          fontSize="13.5px"
          color="muted"
          fontWeight={500}
          minH="22px"
          gridColumn={term ? 1 : WHOLE}
        >
          {label}
        </Field.Label>
      )}
      {term && (
        <Box justifySelf="start">
          <Explain term={term} of={label} />
        </Box>
      )}
      <Box gridColumn={WHOLE} minW={0}>
        {children}
      </Box>
      {help && !message && (
        <Field.HelperText fontSize="13px" color="muted" gridColumn={WHOLE}>
          {help}
        </Field.HelperText>
      )}
      <Field.ErrorText fontSize="13.5px" color="ember" fontWeight={500} gridColumn={WHOLE}>
        {message}
      </Field.ErrorText>
    </Field.Root>
  );
}

/** One line of text, or several where `rows` says so. */
export function TextField({
  field,
  placeholder,
  ariaLabel,
  rows,
  isSmall,
  ...rest
}: FieldProps & Sized & { rows?: number }) {
  const given = {
    ...CONTROL,
    ...(isSmall && SMALL),
    ...field,
    placeholder,
    "aria-label": ariaLabel,
  };
  return (
    <Labelled {...rest}>
      {rows ? (
        <Textarea {...given} rows={rows} resize="vertical" />
      ) : (
        <Input {...given} px={2.5} autoComplete="off" />
      )}
    </Labelled>
  );
}

/** A day. */
export function DateField({ field, ariaLabel, ...rest }: FieldProps) {
  return (
    <Labelled {...rest}>
      <Input {...CONTROL} {...field} type="date" aria-label={ariaLabel} px={2.5} />
    </Labelled>
  );
}

/** A number as written at the bench, with its unit next to the field. */
export function QuantityField({
  field,
  unit = "",
  placeholder,
  ariaLabel,
  ...rest
}: FieldProps & { unit?: string }) {
  return (
    <Labelled {...rest}>
      <HStack w="100%" gap={1.5}>
        <Input
          {...CONTROL}
          {...field}
          placeholder={placeholder}
          aria-label={ariaLabel}
          inputMode="text"
          autoComplete="off"
          fontWeight={600}
          px={2.5}
          flex={1}
          minW={0}
        />
        {unit && (
          <Text color="muted" whiteSpace="nowrap" fontSize="14px">
            {unit}
          </Text>
        )}
      </HStack>
    </Labelled>
  );
}

export type Choice = string | { value: string; label: string };

/** A choice among a few words. */
export function ChoiceField({
  field,
  choices,
  ariaLabel,
  isSmall,
  ...rest
}: FieldProps & Sized & { choices: readonly Choice[] }) {
  return (
    <Labelled {...rest}>
      <NativeSelect.Root size={isSmall ? "sm" : "md"}>
        <NativeSelect.Field {...CONTROL} {...(isSmall && SMALL)} {...field} aria-label={ariaLabel}>
          {choices
            .map((choice) =>
              typeof choice === "string" ? { value: choice, label: choice } : choice,
            )
            .map(({ value, label }) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Labelled>
  );
}

/** Yes or no. */
export function CheckField({
  label,
  isOn,
  onChange,
}: {
  label: string;
  isOn: boolean;
  onChange(isOn: boolean): void;
}) {
  return (
    <Checkbox.Root
      checked={isOn}
      onCheckedChange={({ checked }) => onChange(checked === true)}
      colorPalette="teal"
      minH="38px"
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control borderColor="muted" bg={isOn ? "spruce" : "surface"} color="onSpruce" />
      <Checkbox.Label fontSize="14.5px" fontWeight={500}>
        {label}
      </Checkbox.Label>
    </Checkbox.Root>
  );
}

/** A message that belongs to the whole form. */
export function FormMessage({ children }: { children?: string | null }) {
  if (!children) return null;
  return (
    <Box
      role="alert"
      color="ember"
      fontWeight={500}
      borderLeftWidth="4px"
      borderColor="ember"
      bg="ochreWash"
      px={3}
      py={2}
      borderRadius="4px"
    >
      {children}
    </Box>
  );
}
