import type { Band } from "../distortion";
import type { SettingField, Settings } from "./types";

/** A field for a number in SI units. */
export const quantityField = (
  name: string,
  label: string,
  unit: string,
  { initial, least, most }: { initial: number; least: number; most: number },
): SettingField => ({ kind: "quantity", name, label, unit, initial, least, most });

export const choiceField = (
  name: string,
  label: string,
  choices: readonly (readonly [string, string])[],
): SettingField => ({
  kind: "choice",
  name,
  label,
  initial: choices[0][0],
  choices: choices.map(([value, text]) => ({ value, label: text })),
});

/** The same field, which counts also where a recording is only read. */
export const forReading = (field: SettingField): SettingField => ({ ...field, reads: true });

/** What may be set where a recording is read that was made elsewhere. */
export const readingFields = (fields: readonly SettingField[]): SettingField[] =>
  fields.filter(({ reads }) => reads);

/** Fields for the band in which noise and distortion count. */
export const BAND_FIELDS: readonly SettingField[] = [
  quantityField("bandLowHz", "Band from", "Hz", { initial: 20, least: 1, most: 1000 }),
  quantityField("bandHighHz", "Band to", "Hz", { initial: 20_000, least: 2000, most: 96_000 }),
].map(forReading);
/** The converter's range; the bench minds it, not the analysis. */
export const RANGE_FIELD = quantityField("rangeVolts", "Converter range (0 = automatic)", "V", {
  initial: 0,
  least: 0,
  most: 1000,
});

/** The band as it is set; that of the conditions where the run has no such setting. */
export const settledBand = ({ bandLowHz, bandHighHz }: Settings, usual: Band): Band => ({
  lowHz: typeof bandLowHz === "number" ? bandLowHz : usual.lowHz,
  highHz: typeof bandHighHz === "number" ? bandHighHz : usual.highHz,
});

/** The same, as far as a recording of some rate reaches. */
export const bandOf = (settings: Settings, usual: Band, sampleRateHz: number): Band => {
  const { lowHz, highHz } = settledBand(settings, usual);
  return { lowHz, highHz: Math.min(highHz, 0.48 * sampleRateHz) };
};

/** Default settings, so that one key runs it, except those given. */
export const initialSettings = (fields: readonly SettingField[], given: Settings = {}): Settings =>
  Object.fromEntries(fields.map(({ name, initial }) => [name, given[name] ?? initial]));

/**
 * Settings, with defaults for what is missing.
 * @throws {RangeError} on a value out of its range or not among its choices
 */
export const completeSettings = (fields: readonly SettingField[], given: Settings): Settings =>
  Object.fromEntries(
    fields.map((field) => {
      const value = given[field.name] ?? field.initial;
      if (!isAllowed(field, value)) throw new RangeError(`${field.name} is ${value}`);
      return [field.name, value];
    }),
  );

export const isAllowed = (field: SettingField, value: number | string): boolean =>
  field.kind === "choice"
    ? field.choices.some((choice) => choice.value === value)
    : typeof value === "number" && value >= field.least && value <= field.most;

/** A number among the settings; a field of that name is a quantity. */
export const settingNumber = (settings: Settings, name: string): number => {
  const value = settings[name];
  if (typeof value !== "number") throw new RangeError(`${name} is not a number among the settings`);
  return value;
};
