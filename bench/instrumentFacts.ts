import { success, type Outcome } from "@/core/outcome";
import type { InstrumentFacts } from "./contract";
import type { InstrumentDescription } from "./instruments";
import { checkRig, simulatedFacts } from "./simulated";

/** What an instrument can do, without making it. @returns a finding that says what is wrong with the description */
export const instrumentFacts = ({
  amplifier,
}: Pick<InstrumentDescription, "amplifier">): Outcome<InstrumentFacts> => {
  const checked = checkRig(amplifier);
  return checked.ok ? success(simulatedFacts(checked.value)) : checked;
};
