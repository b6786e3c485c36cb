import { object, string, type InferType } from "yup";
import { parseCelsius } from "@/core/units";
import { quantity } from "./quantity";
import { revision } from "./revision";

/** What a workshop has where nobody has looked at the thermometer. */
const USUAL_ROOM_CELSIUS = 22;

/** The air of the workshop, as it was read last. */
export const roomSchema = object({
  revision: revision(),
  celsius: quantity("Enter degrees Celsius, such as 22.", parseCelsius)
    .min(-10, "This temperature is too low; check the number.")
    .max(45, "This temperature is too high; check the number.")
    .default(USUAL_ROOM_CELSIUS),
  /** When it was read; null where it never was. */
  at: string().max(40).nullable().default(null),
});

export type Room = InferType<typeof roomSchema>;
