import { Grid } from "@chakra-ui/react";
import type { SettingField } from "@/core/run";
import { ChoiceField, QuantityField, type FieldProps } from "../parts/fields";

/** What a kind of run may be set to. */
export function SettingsFields({
  fields,
  bind,
  errorOf,
  idPrefix = "setting",
}: {
  fields: readonly SettingField[];
  /** The text of a setting, by its name. */
  bind(name: string): FieldProps["field"];
  errorOf(name: string): FieldProps["error"];
  /** Where several stand on one screen. */ idPrefix?: string;
}) {
  if (fields.length === 0) return null;
  return (
    <Grid templateColumns="repeat(auto-fill, minmax(168px, 1fr))" gap={3} alignItems="start">
      {fields.map((field) => {
        const common = {
          id: `${idPrefix}-${field.name}`,
          label: field.label,
          field: bind(field.name),
          error: errorOf(field.name),
        };
        return field.kind === "choice" ? (
          <ChoiceField key={field.name} {...common} choices={field.choices} />
        ) : (
          <QuantityField key={field.name} {...common} unit={field.unit} />
        );
      })}
    </Grid>
  );
}
