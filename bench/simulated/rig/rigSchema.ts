import { RESISTOR_FIELDS, SPEAKER_FIELDS } from "../load/types";
import { FAULTS } from "./faultNames";
import type { Field, Fields } from "../../fields";
import { PLAIN_PARTS, STAGE_FIELDS, SUPPLY_FIELDS } from "./rig";

/** The JSON Schema of a rig file, made from the same fields that check it. */
export const rigJsonSchema = (): object => ({
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Rimebank rig",
  description:
    "A simulated bench: amplifier, supply, load, source and instruments. SI units; whatever is left out is as given by its default.",
  type: "object",
  additionalProperties: false,
  properties: {
    $schema: { type: "string" },
    name: { type: "string", maxLength: 2000 },
    description: { type: "string", maxLength: 2000 },
    stage: oneOfKinds(STAGE_FIELDS),
    supply: oneOfKinds(SUPPLY_FIELDS),
    loads: {
      type: "array",
      minItems: 1,
      maxItems: 64,
      description: "One for each channel; the last serves all further channels.",
      items: { oneOf: [{ $ref: "#/$defs/resistive" }, partSchema(SPEAKER_FIELDS, "speaker")] },
    },
    connection: { enum: ["separate", "bridged"], default: "separate" },
    faults: {
      type: "array",
      description: "What is wrong with it, for the reviewer to find.",
      items: { enum: Object.keys(FAULTS) },
    },
    ...Object.fromEntries(
      Object.entries(PLAIN_PARTS).map(([name, fields]) => [name, partSchema(fields)]),
    ),
  },
  $defs: {
    resistive: {
      oneOf: [
        partSchema(RESISTOR_FIELDS, "resistor"),
        {
          type: "object",
          additionalProperties: false,
          required: ["kind", "parts"],
          properties: {
            kind: { enum: ["series", "parallel"] },
            parts: {
              type: "array",
              minItems: 1,
              maxItems: 64,
              items: { $ref: "#/$defs/resistive" },
            },
          },
        },
      ],
    },
  },
});

const oneOfKinds = (kinds: Readonly<Record<string, Fields>>): object => ({
  oneOf: Object.entries(kinds).map(([kind, fields]) => partSchema(fields, kind)),
});

const partSchema = (fields: Fields, kind?: string): object => ({
  type: "object",
  additionalProperties: false,
  ...(kind ? { required: ["kind"] } : {}),
  properties: {
    ...(kind ? { kind: { const: kind } } : {}),
    ...Object.fromEntries(
      Object.entries(fields).map(([name, field]) => [name, fieldSchema(field)]),
    ),
  },
});

const fieldSchema = (field: Field): object => {
  if (field.type === "choice")
    return { description: field.label, enum: field.choices, default: field.usual };
  if (field.type === "switch")
    return { description: field.label, type: "boolean", default: field.usual };
  return {
    description: field.unit ? `${field.label}, in ${field.unit}` : field.label,
    type: "number",
    minimum: field.least,
    maximum: field.most,
    default: field.usual,
  };
};
