"use client";
import { Box, Field, HStack, Input, NativeSelect, Text, Textarea } from "@chakra-ui/react";
import type { FieldError, UseFormRegisterReturn } from "react-hook-form";

type CommonProps = {
  label: string;
  field: UseFormRegisterReturn;
  error?: FieldError;
  help?: string;
};

const CONTROL = {
  bg: "surface",
  borderColor: "rime",
  borderRadius: "control",
  minH: "42px",
  fontSize: "15px",
} as const;

/** Label above, the control, its message below: what was typed always stays. */
function Labelled({
  label,
  error,
  help,
  children,
}: Omit<CommonProps, "field"> & { children: React.ReactNode }) {
  return (
    <Field.Root invalid={error !== undefined}>
      <Field.Label fontSize="13.5px" color="muted" fontWeight={500} mb={-0.5}>
        {label}
      </Field.Label>
      {children}
      {help && !error && (
        <Field.HelperText fontSize="13px" color="muted">
          {help}
        </Field.HelperText>
      )}
      <Field.ErrorText fontSize="13.5px" color="ember" fontWeight={500}>
        {error?.message}
      </Field.ErrorText>
    </Field.Root>
  );
}

/** One line of text. */
export function TextField({ field, ...rest }: CommonProps) {
  return (
    <Labelled {...rest}>
      <Input {...CONTROL} {...field} autoComplete="off" />
    </Labelled>
  );
}

/** Several lines of text. */
export function LongTextField({ field, rows = 3, ...rest }: CommonProps & { rows?: number }) {
  return (
    <Labelled {...rest}>
      <Textarea {...CONTROL} {...field} rows={rows} resize="vertical" />
    </Labelled>
  );
}

/** A number as written at the bench, with its unit next to the field. */
export function QuantityField({
  field,
  unit,
  placeholder,
  ...rest
}: CommonProps & { unit: string; placeholder?: string }) {
  return (
    <Labelled {...rest}>
      <HStack w="100%" gap={2}>
        <Input
          {...CONTROL}
          {...field}
          placeholder={placeholder}
          inputMode="text"
          autoComplete="off"
          fontWeight={600}
          flex={1}
          minW={0}
        />
        {unit && (
          <Text color="muted" whiteSpace="nowrap" minW="1.2em">
            {unit}
          </Text>
        )}
      </HStack>
    </Labelled>
  );
}

/** A choice among a few words. */
export function ChoiceField({
  field,
  choices,
  ...rest
}: CommonProps & { choices: readonly { value: string; label: string }[] }) {
  return (
    <Labelled {...rest}>
      <NativeSelect.Root>
        <NativeSelect.Field {...CONTROL} {...field}>
          {choices.map(({ value, label }) => (
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

/** A message that belongs to the whole form. */
export function FormMessage({ children }: { children?: string }) {
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
