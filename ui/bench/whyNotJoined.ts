import type { Setup } from "@/records";
import type { PlayedOn } from "./playedOn";

/**
 * Why outputs cannot be joined as a run has it, in words; null where nothing is in the way. Neither terminal of a bridge stands at earth:
 * nothing real is driven so before the caution was confirmed.
 */
export const whyNotJoined = (
  { isSimulated, confirmations }: Pick<PlayedOn, "isSimulated" | "confirmations">,
  { connection }: Pick<Setup, "connection">,
): string | null => {
  if (connection === "parallel" && isSimulated)
    return "The simulated bench cannot connect outputs in parallel. Choose normal or bridged outputs.";
  const isConfirmed = confirmations.some(({ code }) => code === "bridged");
  return connection === "bridged" && !isSimulated && !isConfirmed
    ? "Tick “two channels bridged” under Rig and confirm its caution first: neither terminal of a bridge is at earth."
    : null;
};
