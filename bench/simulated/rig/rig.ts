import type { StagePart } from "../amplifier";
import { INPUT_FIELDS, type InputPart } from "../amplifier/input";
import { CLASS_AB_FIELDS, CLASS_A_FIELDS, CLASS_GH_FIELDS } from "../amplifier/linearStage";
import { CLASS_D_FIELDS } from "../amplifier/switchingStage";
import { TRANSFORMER_FIELDS } from "../amplifier/transformerStage";
import { HEAT_FIELDS, type HeatPart } from "../heat/heat";
import { CONVERTER_FIELDS, type Converter } from "../instruments/converter";
import {
  CLAMP_FIELDS,
  MAINS_METER_FIELDS,
  THERMOMETER_FIELDS,
  VOLTMETER_FIELDS,
  type Clamp,
  type MainsMeter,
  type Thermometers,
  type Voltmeter,
} from "../instruments/meters";
import type { SimulatedLoad } from "../load/types";
import { PROTECTION_FIELDS, type ProtectionPart } from "../protection/fields";
import { SOURCE_FIELDS, type SourcePart } from "../source/source";
import type { SupplyPart } from "../supply";
import { BRICK_FIELDS } from "../supply/brick";
import { LINEAR_FIELDS } from "../supply/linear";
import { MAINS_FIELDS, type Mains } from "../supply/mains";
import { SWITCHED_FIELDS } from "../supply/switched";
import type { FaultName } from "./faultNames";
import { quantityParameter, type PartOf } from "../../fields";

export const STAGE_FIELDS = {
  "class-a": CLASS_A_FIELDS,
  "class-ab": CLASS_AB_FIELDS,
  "class-gh": CLASS_GH_FIELDS,
  "class-d": CLASS_D_FIELDS,
  transformer: TRANSFORMER_FIELDS,
} as const;
export const SUPPLY_FIELDS = {
  linear: LINEAR_FIELDS,
  brick: BRICK_FIELDS,
  switched: SWITCHED_FIELDS,
} as const;
export const ROOM_FIELDS = { ambientCelsius: quantityParameter("Room", "°C", [-10, 50], 22) };
/** Parts of one shape each. */
export const PLAIN_PARTS = {
  source: SOURCE_FIELDS,
  input: INPUT_FIELDS,
  protection: PROTECTION_FIELDS,
  heat: HEAT_FIELDS,
  mains: MAINS_FIELDS,
  room: ROOM_FIELDS,
  converter: CONVERTER_FIELDS,
  voltmeter: VOLTMETER_FIELDS,
  clamp: CLAMP_FIELDS,
  mainsMeter: MAINS_METER_FIELDS,
  thermometers: THERMOMETER_FIELDS,
} as const;

/** A whole bench: the amplifier with its supply and load, what drives it and what measures it. */
export type SimulatedRig = {
  name: string;
  description: string;
  source: SourcePart;
  input: InputPart;
  stage: StagePart;
  supply: SupplyPart;
  mains: Mains;
  protection: ProtectionPart;
  heat: HeatPart;
  room: PartOf<typeof ROOM_FIELDS>;
  /** One a channel; the last one serves all further channels. */
  loads: readonly SimulatedLoad[];
  connection: "separate" | "bridged";
  converter: Converter;
  voltmeter: Voltmeter;
  clamp: Clamp;
  mainsMeter: MainsMeter;
  thermometers: Thermometers;
  /** What is wrong with it; a bench for training leaves it to the reviewer to find. */
  faults: readonly FaultName[];
};
