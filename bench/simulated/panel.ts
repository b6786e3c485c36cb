import type { Fields } from "../fields";
import type { InstrumentPanel } from "../panel";
import { FAULTS } from "./rig/faultNames";
import { PLAIN_PARTS, STAGE_FIELDS, SUPPLY_FIELDS, type SimulatedRig } from "./rig/rig";

const STAGES: Record<SimulatedRig["stage"]["kind"], string> = {
  "class-a": "class A",
  "class-ab": "class AB",
  "class-gh": "class G",
  "class-d": "class D",
  transformer: "transformer out",
};
const SUPPLIES: Record<SimulatedRig["supply"]["kind"], string> = {
  linear: "linear",
  brick: "brick",
  switched: "switched",
};

/** In the order in which they shape the curve. */
const GROUPS: readonly {
  name: "stage" | "supply" | keyof typeof PLAIN_PARTS;
  label: string;
  fields(rig: SimulatedRig): Fields;
}[] = [
  { name: "stage", label: "Output stage", fields: ({ stage }) => STAGE_FIELDS[stage.kind] },
  { name: "supply", label: "Supply", fields: ({ supply }) => SUPPLY_FIELDS[supply.kind] },
  { name: "input", label: "Gain, bandwidth, noise", fields: () => PLAIN_PARTS.input },
  { name: "source", label: "Source", fields: () => PLAIN_PARTS.source },
  { name: "protection", label: "Protection", fields: () => PLAIN_PARTS.protection },
  { name: "heat", label: "Heat", fields: () => PLAIN_PARTS.heat },
  { name: "mains", label: "Mains", fields: () => PLAIN_PARTS.mains },
  { name: "converter", label: "Converter", fields: () => PLAIN_PARTS.converter },
];

/** What may be set on the simulated bench, and what it is set to. */
export const simulatedPanel = (rig: SimulatedRig): InstrumentPanel => ({
  title: rig.name,
  note: `${STAGES[rig.stage.kind]}, ${SUPPLIES[rig.supply.kind]}`,
  faults: rig.faults.map((fault) => FAULTS[fault]),
  groups: GROUPS.map(({ name, label, fields }) => ({
    name,
    label,
    parameters: Object.entries(fields(rig)).map(([field, definition]) => ({
      name: field,
      field: definition,
      value: (rig[name] as unknown as Record<string, number | string | boolean>)[field],
    })),
  })),
});
