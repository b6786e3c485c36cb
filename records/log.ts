import { boolean, object, string } from "yup";
import { parseCelsius } from "@/core/units";
import { optionalQuantity } from "./quantity";
import { trimmed } from "./text";

/** What may happen at the bench; a guard and a change of wiring are written down by the program itself. */
export const LOG_KINDS = [
  "remark",
  "power on",
  "power off",
  "wiring",
  "temperature",
  "guard",
] as const;
export type LogKind = (typeof LOG_KINDS)[number];

/** One line of the logbook. */
export const logEntrySchema = object({
  at: string()
    .max(40)
    .required("Say when.")
    .test("moment", "This is not a valid time.", (value) => !Number.isNaN(Date.parse(value))),
  kind: string()
    .oneOf([...LOG_KINDS])
    .required("Choose what happened."),
  text: trimmed()
    .max(500, "Keep it under 500 characters.")
    .defined()
    .default("")
    .when("kind", {
      is: (kind: LogKind) => kind === "remark" || kind === "wiring",
      then: (text) => text.required("Enter what happened."),
    }),
  /** Of a temperature: what was read, and `text` says where. */
  celsius: optionalQuantity("Enter degrees Celsius, such as 45.", parseCelsius)
    .min(-40, "This temperature is too low; check the number.")
    .max(500, "This temperature is too high; check the number.")
    .default(null)
    .when("kind", {
      is: "temperature",
      then: (celsius) =>
        celsius.test("read", "Enter degrees Celsius, such as 45.", (value) => value !== null),
    }),
  /** Taken back by the reviewer; it stays to be seen. */
  isStruck: boolean().required().default(false),
});

export type LogEntryDraft = {
  at: string;
  kind: LogKind;
  text: string;
  celsius: number | null;
  isStruck: boolean;
};
export type LogEntry = LogEntryDraft & { id: string; amplifierId: string };
