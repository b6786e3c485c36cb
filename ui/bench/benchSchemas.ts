import { array, mixed, number, object, string, type InferType, type Schema } from "yup";
import { parseCelsius, parseVolts } from "@/core/units";
import type { SettingField, Settings } from "@/core/run";
import {
  DRIVEN_ADVICE,
  drivenIn,
  MOST_DRIVEN,
  optionalQuantity,
  quantity,
  type Driven,
} from "@/records";
import { accuracyOf } from "@/records/facts";
import { MOST_RUNS } from "./runSets";
import { numbersIn, settingError, type SettingTexts } from "./settingsForm";

/** What the simulated bench is asked to do. */
export const simulationSchema = object({
  loadId: string().required("Choose the load to drive."),
  channelsDriven: quantity("Enter how many channels are driven.")
    .integer("Enter a whole number of channels.")
    .min(1, "At least one channel must be driven.")
    .max(8, "The simulated amplifiers have up to eight channels."),
  /** Left empty, the drive goes a little past the predicted limit. */
  lastVoltsRms: optionalQuantity(
    "Enter the maximum drive in volts, such as 1.5, or leave it empty.",
  )
    .positive("The drive must be above zero volts.")
    .max(20, "The simulated source gives up to 20 V."),
});

export type SimulationSettings = InferType<typeof simulationSchema>;

/** A kind's own settings, from the texts of their fields. */
export const settingsSchema = (fields: readonly SettingField[]) =>
  object(
    Object.fromEntries(
      fields.map((field) => [
        field.name,
        field.kind === "choice"
          ? string().default(field.initial)
          : quantity(settingError(field, "") ?? "").test(
              (value, { createError, originalValue }) => {
                const message = settingError(field, String(originalValue ?? value));
                return message === null || createError({ message });
              },
            ),
      ]),
    ),
  ) as unknown as Schema<Settings>;

/** Numbers in a list such as "20, 1k"; empty where none is given. */
const numbers = (message: string, isAllowed: (value: number) => boolean) =>
  mixed<number[]>()
    .transform((_, text: unknown) => numbersIn(String(text ?? "")) ?? undefined)
    .test(
      (values, { createError }) => values?.every(isAllowed) === true || createError({ message }),
    )
    .required(message);

/** Over what a run is repeated. */
const setSchema = object({
  loadIds: array(string().defined()).defined(),
  channelCounts: numbers(
    "Enter numbers of channels, such as 1, 2.",
    (each) => Number.isInteger(each) && each <= MOST_DRIVEN,
  ),
  frequencies: numbers(
    "Enter frequencies, such as 20, 1k, 20k.",
    (each) => each >= 5 && each <= 40_000,
  ),
  settings: array(string().defined()).defined(),
  repeats: quantity(`Enter a number of repeats from 1 to ${MOST_RUNS}.`)
    .integer(`Enter a number of repeats from 1 to ${MOST_RUNS}.`)
    .min(1, `Enter a number of repeats from 1 to ${MOST_RUNS}.`)
    .max(MOST_RUNS, `Enter a number of repeats from 1 to ${MOST_RUNS}.`),
});

const drivenChannels = (channelCount: number) =>
  mixed<Driven>()
    .transform((_, text: unknown) => drivenIn(String(text ?? ""), channelCount) ?? undefined)
    .required(DRIVEN_ADVICE);

/**
 * A run on a bench that plays.
 * @param channelCount of the amplifier
 * @param mostChannelsOf with the load that has this id on that amplifier
 */
export const runFormSchema = (
  fields: readonly SettingField[],
  channelCount: number,
  mostChannelsOf: (simulated: string, loadId: string) => number,
) =>
  object({
    simulated: string().required(),
    loadId: string().required("Choose the load to drive."),
    channelsDriven: drivenChannels(channelCount).when(
      ["simulated", "loadId"],
      ([simulated, loadId], schema) => {
        const most = mostChannelsOf(simulated as string, loadId as string);
        return schema.test("most", `From 1 to ${most}.`, ({ count }) => count <= most);
      },
    ),
    settings: settingsSchema(fields),
    set: setSchema,
  });

/** The form as it is filled in. */
export type RunFormTexts = {
  simulated: string;
  loadId: string;
  channelsDriven: string;
  settings: SettingTexts;
  set: {
    loadIds: string[];
    channelCounts: string;
    frequencies: string;
    settings: string[];
    repeats: string;
  };
};

export type RunFormValues = {
  simulated: string;
  loadId: string;
  channelsDriven: Driven;
  settings: Settings;
  set: InferType<typeof setSchema>;
};

const accuracy = number()
  .transform((_, text: unknown) => accuracyOf(String(text ?? "")) ?? Number.NaN)
  .typeError("Enter the accuracy of the volts, such as 1 %.")
  .required("Enter the accuracy of the volts, such as 1 %.");

/** How what a meter shows is written, where it has more ways than one. */
const PARSERS: Readonly<Record<string, (text: string) => number | null>> = {
  V: parseVolts,
  "°C": parseCelsius,
};

/** Readings off a meter, a channel each; what was left empty was not read. */
export const typedSchema = (fields: readonly SettingField[], channelCount: number) =>
  object({
    loadId: string().required(),
    channelsDriven: drivenChannels(channelCount),
    meter: string().defined(),
    accuracy,
    channels: array(
      object(
        Object.fromEntries(
          fields.map((field) => [
            field.name,
            optionalQuantity(
              "Enter a number, or leave it empty.",
              field.kind === "quantity" ? PARSERS[field.unit] : undefined,
            ),
          ]),
        ),
      ),
    ).defined(),
  });

export type TypedTexts = {
  loadId: string;
  channelsDriven: string;
  meter: string;
  accuracy: string;
  channels: Record<string, string>[];
};

export type TypedValues = {
  loadId: string;
  channelsDriven: Driven;
  meter: string;
  accuracy: number;
  channels: Record<string, number | null | undefined>[];
};

/** What holds for all files, whatever they were recorded under. */
export const filesSchema = object({
  secondId: string().defined(),
  accuracy,
  mainsHz: number().oneOf([50, 60]).required(),
});

export type FilesTexts = Record<keyof FilesValues, string>;

export type FilesValues = InferType<typeof filesSchema>;
