import { STAGE_FIELDS, SUPPLY_FIELDS, PLAIN_PARTS, type Fields, type Rig } from "@/bench/simulated";

const STAGES: Record<Rig["stage"]["kind"], string> = {
  "class-a": "class A",
  "class-ab": "class AB",
  "class-gh": "class G",
  "class-d": "class D",
  transformer: "transformer out",
};
const SUPPLIES: Record<Rig["supply"]["kind"], string> = {
  linear: "linear",
  brick: "brick",
  switched: "switched",
};

/** "class AB, linear": stage and supply. */
export const kindText = ({ stage, supply }: Rig): string =>
  `${STAGES[stage.kind]}, ${SUPPLIES[supply.kind]}`;

export type GroupName =
  "stage" | "supply" | "input" | "source" | "heat" | "protection" | "mains" | "converter";

/** Parameters in groups, in the order in which they shape the curve. */
export const GROUPS: readonly { name: GroupName; label: string; fields(rig: Rig): Fields }[] = [
  { name: "stage", label: "Output stage", fields: ({ stage }) => STAGE_FIELDS[stage.kind] },
  { name: "supply", label: "Supply", fields: ({ supply }) => SUPPLY_FIELDS[supply.kind] },
  { name: "input", label: "Gain, bandwidth, noise", fields: () => PLAIN_PARTS.input },
  { name: "source", label: "Source", fields: () => PLAIN_PARTS.source },
  { name: "protection", label: "Protection", fields: () => PLAIN_PARTS.protection },
  { name: "heat", label: "Heat", fields: () => PLAIN_PARTS.heat },
  { name: "mains", label: "Mains", fields: () => PLAIN_PARTS.mains },
  { name: "converter", label: "Converter", fields: () => PLAIN_PARTS.converter },
];

/** The rig with one parameter changed. */
export const withParameter = (
  rig: Rig,
  group: GroupName,
  name: string,
  value: number | string | boolean,
): Rig => ({ ...rig, [group]: { ...rig[group], [name]: value } });

export const parameterOf = (rig: Rig, group: GroupName, name: string): number | string | boolean =>
  (rig[group] as unknown as Record<string, number | string | boolean>)[name];

/** How many parameters differ between two rigs of the same kind. */
export const changeCount = (rig: Rig, original: Rig): number =>
  GROUPS.reduce(
    (count, { name, fields }) =>
      count +
      Object.keys(fields(rig)).filter(
        (field) => parameterOf(rig, name, field) !== parameterOf(original, name, field),
      ).length,
    0,
  );
