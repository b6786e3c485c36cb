import type { ReadClaim } from "@/core/claim";
import { AS_SUPPLIED, isAsSupplied, plainSetting, type MadeFor } from "@/core/verdict";
import { supplyNamed } from "@/records/facts";
import type { CaseFile } from "./caseFile";

/** What a claim of a case may say that it is made for, in place of what its line names. */
export type SaidOfClaim = Partial<MadeFor>;

type Supplied = Pick<CaseFile, "amplifier" | "runs">;

/** Supplies that a case names. */
const suppliesIn = ({ amplifier, runs = [] }: Supplied) => {
  const names = [amplifier.supply ?? "", ...runs.map(({ conditions }) => conditions.supply ?? "")];
  return [...new Set(names.filter((name) => plainSetting(name) !== ""))].map((name) => ({
    name,
    volts: null,
  }));
};

/** Whether a run leaves open which supply it was taken on: it names none, and the one in the box is not the only one. */
export const leavesSupplyOpen = (supply: string | undefined, content: Supplied): boolean =>
  supply === undefined && content.amplifier.supply !== undefined && suppliesIn(content).length > 1;

/** A supply by the name that the runs use; the one in the box is the default one, without a name. */
export const supplyIn = (text: string, content: Supplied): string => {
  const { amplifier } = content;
  const supplies = suppliesIn(content);
  const name = supplyNamed(text, { supplies }) ?? plainSetting(text);
  return amplifier.supply !== undefined && name === amplifier.supply ? "" : name;
};

/** Runs that name no input are of an amplifier with one: there is nothing to ask. */
const hasInputs = ({ runs = [] }: Pick<CaseFile, "runs">): boolean =>
  runs.some(({ conditions }) => conditions.input);

/** What a claim is made for: as the case says, else as its line names it; undefined for the amplifier as supplied. */
export const madeForIn = (
  { setup }: Pick<ReadClaim, "setup">,
  said: SaidOfClaim,
  content: Pick<CaseFile, "amplifier" | "runs">,
): MadeFor | undefined => {
  const input = said.input ?? (hasInputs(content) ? setup?.input : undefined);
  const { supply, setting } = { ...named(setup), ...said };
  const madeFor: MadeFor = {
    supply: supplyIn(supply ?? "", content),
    setting: plainSetting(setting ?? ""),
    connection: said.connection ?? AS_SUPPLIED.connection,
    ...(input && { input }),
    ...(said.mainsVolts && { mainsVolts: said.mainsVolts }),
    ...((supply || setting) && { namesSetting: true as const }),
  };
  return isAsSupplied(madeFor) && !madeFor.namesSetting ? undefined : madeFor;
};

/** What a line names, as a case would say it. */
const named = (setup: ReadClaim["setup"]): SaidOfClaim => ({
  supply: setup?.supply ?? "",
  setting: setup?.setting ?? "",
});
