import { BrickModel, type BrickSupply } from "./brick";
import { LinearSupplyModel, type LinearSupply } from "./linear";
import type { Mains } from "./mains";
import type { RailSupply } from "./Rails";
import { SwitchedModel, type SwitchedSupply } from "./switched";

export type SupplyPart = LinearSupply | BrickSupply | SwitchedSupply;

/** The model of a supply, charged and at rest, whose rails move in multiples of stepSeconds. */
export const supplyModel = (supply: SupplyPart, mains: Mains, stepSeconds: number): RailSupply => {
  if (supply.kind === "linear") return new LinearSupplyModel(supply, mains, stepSeconds);
  return supply.kind === "brick"
    ? new BrickModel(supply, mains, stepSeconds)
    : new SwitchedModel(supply, mains, stepSeconds);
};
