import { InstrumentFault } from "@/bench/contract";
import { linkOf } from "@/bench/network/httpLink";
import { LinkFault } from "@/bench/network/link";
import { ScpiClient } from "@/bench/network/ScpiClient";
import { ProgrammableSupply, type SupplyReading } from "@/bench/network/ProgrammableSupply";
import { findingText } from "@/core/outcome";
import type { KeptNetworkInstrument } from "@/records";
import { TURNS } from "./turns";

/** Settings of a supply. */
export type SupplyWish = { volts: number; amperes: number } | "off" | "read";

/** What it shows after that, or why the command failed. */
export type SupplyAnswer = { reading: SupplyReading } | { trouble: string };

/** Tells a supply something, and reads it; one page tests it at a time. Never rejects. */
export const tellSupply = async (
  instrument: KeptNetworkInstrument,
  wish: SupplyWish,
): Promise<SupplyAnswer> => {
  try {
    const turn = await linkOf(TURNS).begin([instrument.id]);
    try {
      const scpi = new ScpiClient(turn, instrument);
      await scpi.identify();
      await scpi.say("prepare");
      const supply = new ProgrammableSupply(scpi);
      if (wish === "off") await supply.off();
      else if (wish !== "read") await supply.on(wish);
      return { reading: await supply.read() };
    } finally {
      await turn.end();
    }
  } catch (error) {
    return { trouble: wordsOf(error) };
  }
};

const wordsOf = (error: unknown): string => {
  if (error instanceof InstrumentFault) return findingText(error.finding);
  return error instanceof LinkFault ? error.message : "The command failed. Try again.";
};
