import type { SettingField, Settings } from "@/core/run";
import { isAllowed } from "@/core/run";
import { formatShort, parseNumber } from "@/core/units";

export type SettingTexts = Readonly<Record<string, string>>;

/** Settings as text for the fields of a form. */
export const settingTexts = (fields: readonly SettingField[]): SettingTexts =>
  Object.fromEntries(
    fields.map(({ name, initial }) => [
      name,
      typeof initial === "number" ? formatShort(initial, 6) : initial,
    ]),
  );

/** What is wrong with a field's text, or null. */
export const settingError = (field: SettingField, text: string): string | null => {
  if (field.kind === "choice") return null;
  const value = parseNumber(text);
  const span = `${formatShort(field.least)} to ${formatShort(field.most)}${field.unit && ` ${field.unit}`}`;
  if (value === null) return `Enter a number from ${span}.`;
  return isAllowed(field, value) ? null : `From ${span}.`;
};

/** What is wrong with the text of the field that has this name, or null. */
export const errorIn = (
  fields: readonly SettingField[],
  texts: SettingTexts,
  name: string,
): string | null => {
  const field = fields.find((each) => each.name === name);
  return field ? settingError(field, texts[name] ?? "") : null;
};

/** Settings from the fields' texts; null when one of them is wrong. */
export const settingsFrom = (
  fields: readonly SettingField[],
  texts: SettingTexts,
): Settings | null => {
  if (fields.some((field) => settingError(field, texts[field.name] ?? "") !== null)) return null;
  return Object.fromEntries(
    fields.map((field) => [
      field.name,
      field.kind === "choice"
        ? (texts[field.name] ?? field.initial)
        : (parseNumber(texts[field.name] ?? "") ?? field.initial),
    ]),
  );
};

/** Numbers from a list such as "20, 100, 1k"; null when one of them is none. */
export const numbersIn = (text: string): number[] | null => {
  const parts = text.split(/[;,\s]+/).filter((part) => part !== "");
  const values = parts.map(parseNumber);
  return values.every((value): value is number => value !== null && value > 0) ? values : null;
};
