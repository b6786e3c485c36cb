import { Box, Grid, HStack, Input, NativeSelect, Text } from "@chakra-ui/react";
import type { SettingField } from "@/core/run";
import { settingError, type SettingTexts } from "./settingsForm";

const CONTROL = {
  bg: "surface",
  borderColor: "rime",
  borderRadius: "control",
  minH: "40px",
  fontSize: "15px",
} as const;

/** A labelled control in the forms of the bench; its message stands under it. */
export function Labelled({
  label,
  id,
  message,
  children,
}: {
  label: string;
  id: string;
  message?: string | null;
  children: React.ReactNode;
}) {
  return (
    <Box minW={0}>
      <Text asChild fontSize="13.5px" color="muted" fontWeight={500}>
        <label htmlFor={id}>{label}</label>
      </Text>
      {children}
      {message && (
        <Text role="alert" color="ember" fontSize="13px" fontWeight={500}>
          {message}
        </Text>
      )}
    </Box>
  );
}

export function Choice({
  label,
  id,
  value,
  choices,
  onChange,
}: {
  label: string;
  id: string;
  value: string;
  choices: readonly { value: string; label: string }[];
  onChange(value: string): void;
}) {
  return (
    <Labelled label={label} id={id}>
      <NativeSelect.Root>
        <NativeSelect.Field
          {...CONTROL}
          id={id}
          value={value}
          onChange={(event) => onChange(event.target.value)}
        >
          {choices.map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.label}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Labelled>
  );
}

export function Line({
  label,
  id,
  value,
  unit = "",
  message,
  placeholder,
  onChange,
}: {
  label: string;
  id: string;
  value: string;
  unit?: string;
  message?: string | null;
  placeholder?: string;
  onChange(value: string): void;
}) {
  return (
    <Labelled label={label} id={id} message={message}>
      <HStack gap={2}>
        <Input
          {...CONTROL}
          id={id}
          value={value}
          placeholder={placeholder}
          onChange={(event) => onChange(event.target.value)}
          aria-invalid={Boolean(message)}
          autoComplete="off"
          fontWeight={600}
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

/** What a kind of run may be set to. */
export function SettingsFields({
  fields,
  texts,
  idPrefix = "setting",
  onChange,
}: {
  fields: readonly SettingField[];
  texts: SettingTexts;
  /** Where several stand on one screen. */ idPrefix?: string;
  onChange(name: string, text: string): void;
}) {
  if (fields.length === 0) return null;
  return (
    <Grid templateColumns="repeat(auto-fill, minmax(168px, 1fr))" gap={3} alignItems="start">
      {fields.map((field) =>
        field.kind === "choice" ? (
          <Choice
            key={field.name}
            id={`${idPrefix}-${field.name}`}
            label={field.label}
            value={texts[field.name] ?? field.initial}
            choices={field.choices}
            onChange={(value) => onChange(field.name, value)}
          />
        ) : (
          <Line
            key={field.name}
            id={`${idPrefix}-${field.name}`}
            label={field.label}
            unit={field.unit}
            value={texts[field.name] ?? ""}
            message={settingError(field, texts[field.name] ?? "")}
            onChange={(value) => onChange(field.name, value)}
          />
        ),
      )}
    </Grid>
  );
}
