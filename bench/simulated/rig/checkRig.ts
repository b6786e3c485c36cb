import { failure, success, type Outcome } from "@/core/outcome";
import { RESISTOR_FIELDS, SPEAKER_FIELDS, type SimulatedLoad } from "../load/types";
import { FAULTS, type FaultName } from "./faultNames";
import type { Field, Fields } from "../../fields";
import { PLAIN_PARTS, STAGE_FIELDS, SUPPLY_FIELDS, type SimulatedRig } from "./rig";

/** What was wrong, found deep inside a file. */
class Misfit extends Error {}

/** No load is built of more. */
const MOST_PARTS = 64;
const KNOWN = [
  "$schema",
  "name",
  "description",
  "stage",
  "supply",
  "loads",
  "connection",
  "faults",
  ...Object.keys(PLAIN_PARTS),
];

/**
 * A rig from what a file holds. Whatever is left out has its default; what is there must be known and within its span.
 * @returns a finding that names the field, its value and what it may be
 */
export const checkRig = (json: unknown): Outcome<SimulatedRig> => {
  try {
    const file = asObject(json, "the rig");
    refuseUnknown(file, KNOWN, "");
    const plain = Object.fromEntries(
      Object.entries(PLAIN_PARTS).map(([name, fields]) => [
        name,
        checkedPart(file[name] ?? {}, fields, name),
      ]),
    );
    const loads = file.loads === undefined ? [{ kind: "resistor" }] : file.loads;
    if (!Array.isArray(loads) || loads.length === 0 || loads.length > MOST_PARTS)
      throw new Misfit("loads must be a list with an entry for each channel");
    const faults = file.faults ?? [];
    if (!Array.isArray(faults)) throw new Misfit("faults must be a list");
    const rig = {
      ...plain,
      name: textOf(file.name, "name", "Unnamed"),
      description: textOf(file.description, "description", ""),
      stage: checkedKind(file.stage ?? { kind: "class-ab" }, STAGE_FIELDS, "stage"),
      supply: checkedKind(file.supply ?? { kind: "linear" }, SUPPLY_FIELDS, "supply"),
      loads: loads.map((load, k) => checkedLoad(load, `loads[${k}]`)),
      connection: oneOf(file.connection ?? "separate", ["separate", "bridged"], "connection"),
      faults: faults.map(
        (fault, k) => oneOf(fault, Object.keys(FAULTS), `faults[${k}]`) as FaultName,
      ),
    } as unknown as SimulatedRig;
    refuseContradiction(rig);
    return success(rig);
  } catch (error) {
    if (error instanceof Misfit) return failure("bad-rig", "Rig", `${error.message}.`);
    throw error;
  }
};

const asObject = (value: unknown, path: string): Record<string, unknown> => {
  if (typeof value !== "object" || value === null || Array.isArray(value))
    throw new Misfit(`${path} must be an object`);
  return value as Record<string, unknown>;
};

const refuseUnknown = (
  part: Record<string, unknown>,
  known: readonly string[],
  path: string,
): void => {
  const unknown = Object.keys(part).find((name) => !known.includes(name));
  if (unknown !== undefined)
    throw new Misfit(`${path}${unknown} is not known; here are known: ${known.join(", ")}`);
};

const textOf = (value: unknown, path: string, usual: string): string => {
  if (value !== undefined && (typeof value !== "string" || value.length > 2000))
    throw new Misfit(`${path} must be a text of at most 2000 letters`);
  return value ?? usual;
};

const oneOf = (
  value: unknown,
  choices: readonly (string | number)[],
  path: string,
): string | number => {
  if (!choices.includes(value as string))
    throw new Misfit(
      `${path} is ${JSON.stringify(value)}; it must be one of ${choices.join(", ")}`,
    );
  return value as string | number;
};

const checkedPart = (given: unknown, fields: Fields, path: string): Record<string, unknown> => {
  const part = asObject(given, path);
  refuseUnknown(part, [...Object.keys(fields), "kind"], `${path}.`);
  return Object.fromEntries(
    Object.entries(fields).map(([name, field]) => [
      name,
      name in part ? checkedValue(part[name], field, `${path}.${name}`) : field.usual,
    ]),
  );
};

const checkedValue = (value: unknown, field: Field, path: string): unknown => {
  if (field.type === "choice") return oneOf(value, field.choices, path);
  if (field.type === "switch") {
    if (typeof value !== "boolean")
      throw new Misfit(`${path} is ${JSON.stringify(value)}; it must be true or false`);
    return value;
  }
  const { least, most, unit } = field;
  if (typeof value !== "number" || !(value >= least && value <= most))
    throw new Misfit(
      `${path} is ${JSON.stringify(value)}; it must be a number from ${least} to ${most}${unit && ` ${unit}`}`,
    );
  return value;
};

const checkedKind = (
  given: unknown,
  kinds: Readonly<Record<string, Fields>>,
  path: string,
): Record<string, unknown> => {
  const { kind } = asObject(given, path);
  oneOf(kind, Object.keys(kinds), `${path}.kind`);
  return { kind, ...checkedPart(given, kinds[kind as string], path) };
};

const checkedLoad = (given: unknown, path: string, depth = 0): SimulatedLoad => {
  const { kind, parts, ...rest } = asObject(given, path);
  if (kind !== "series" && kind !== "parallel")
    return checkedKind(
      given,
      depth === 0
        ? { resistor: RESISTOR_FIELDS, speaker: SPEAKER_FIELDS }
        : { resistor: RESISTOR_FIELDS },
      path,
    ) as unknown as SimulatedLoad;
  refuseUnknown(rest, [], `${path}.`);
  if (!Array.isArray(parts) || parts.length === 0 || parts.length > MOST_PARTS || depth > 4)
    throw new Misfit(`${path}.parts must be a list of resistors or networks, at most five deep`);
  return {
    kind,
    parts: parts.map((part, k) => checkedLoad(part, `${path}.parts[${k}]`, depth + 1)),
  } as SimulatedLoad;
};

/** Parts that are each in order but do not go together. */
const refuseContradiction = ({
  stage,
  supply,
  protection,
  connection,
  input,
}: SimulatedRig): void => {
  if (!Number.isInteger(input.channelCount))
    throw new Misfit(`input.channelCount is ${input.channelCount}; channels come in whole numbers`);
  if (
    stage.kind === "class-gh" &&
    (supply.kind !== "linear" || supply.highSecondaryVoltsRms <= supply.secondaryVoltsRms)
  )
    throw new Misfit(
      "a class G or H stage needs a linear supply whose highSecondaryVoltsRms is above its secondaryVoltsRms",
    );
  if (stage.kind === "transformer" && supply.kind !== "linear")
    throw new Misfit("a stage with an output transformer needs a linear supply");
  if (connection === "bridged" && (stage.kind === "transformer" || stage.isBridgeTied))
    throw new Misfit(
      "connection is bridged, but outputs that are bridge-tied already, or come from a transformer, cannot be bridged",
    );
  if (connection === "bridged" && input.channelCount < 2)
    throw new Misfit("connection is bridged, which takes two channels");
  if (protection.cutOutCelsius > 0 && protection.cutInCelsius >= protection.cutOutCelsius)
    throw new Misfit("protection.cutInCelsius must be below protection.cutOutCelsius");
};
