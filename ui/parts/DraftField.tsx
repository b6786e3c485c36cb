"use client";
import { Checkbox, Field, HStack, Input, NativeSelect, Text, Textarea } from "@chakra-ui/react";

const CONTROL = {
  bg: "surface",
  borderColor: "rime",
  borderRadius: "control",
  fontSize: "15px",
} as const;

export type DraftFieldProps = {
  label: string;
  /** Where the label is not shown. */ ariaLabel?: string;
  value: string;
  error?: string;
  unit?: string;
  placeholder?: string;
  rows?: number;
  onChange(value: string): void;
};

/** A field whose text lives with its owner, for what is kept while it is typed. */
export function DraftField({
  label,
  ariaLabel,
  value,
  error,
  unit,
  placeholder,
  rows,
  onChange,
}: DraftFieldProps) {
  return (
    <Field.Root invalid={error !== undefined} gap={1}>
      {label && (
        <Field.Label fontSize="13px" color="muted" fontWeight={500}>
          {label}
        </Field.Label>
      )}
      <HStack w="100%" gap={1.5}>
        {rows ? (
          <Textarea
            {...CONTROL}
            rows={rows}
            value={value}
            placeholder={placeholder}
            onChange={(event) => onChange(event.target.value)}
            resize="vertical"
          />
        ) : (
          <Input
            {...CONTROL}
            minH="38px"
            px={2.5}
            aria-label={ariaLabel}
            value={value}
            placeholder={placeholder}
            onChange={(event) => onChange(event.target.value)}
            autoComplete="off"
          />
        )}
        {unit && (
          <Text color="muted" whiteSpace="nowrap" fontSize="14px">
            {unit}
          </Text>
        )}
      </HStack>
      <Field.ErrorText fontSize="13px" color="ember" fontWeight={500}>
        {error}
      </Field.ErrorText>
    </Field.Root>
  );
}

/** A choice among a few words. */
export function DraftChoice({
  label,
  value,
  choices,
  onChange,
}: {
  label: string;
  value: string;
  choices: readonly string[];
  onChange(value: string): void;
}) {
  return (
    <Field.Root gap={1}>
      <Field.Label fontSize="13px" color="muted" fontWeight={500}>
        {label}
      </Field.Label>
      <NativeSelect.Root>
        <NativeSelect.Field
          {...CONTROL}
          minH="38px"
          value={value}
          onChange={(event) => onChange(event.target.value)}
        >
          {choices.map((choice) => (
            <option key={choice} value={choice}>
              {choice}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field.Root>
  );
}

/** Yes or no. */
export function DraftCheck({
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
