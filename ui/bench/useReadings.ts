import { useState } from "react";
import type { Readings, RigSettings } from "@/records";
import { saveDocument } from "@/server/actions";

/** What takes the readings, as the Rig has it; a change here changes it there. */
export const useReadings = (
  amplifierId: string,
  rig: RigSettings,
): { readings: Readings; choose(to: Readings): void; message: string | null } => {
  const [chosen, setChosen] = useState<{ before: Readings; to: Readings } | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const choose = async (to: Readings) => {
    setChosen({ before: rig.readings, to });
    setMessage(null);
    try {
      const outcome = await saveDocument(amplifierId, "rig", { ...rig, readings: to });
      if (!outcome.ok) setMessage(Object.values(outcome.errors)[0] ?? "The rig could not be kept.");
    } catch {
      setMessage("The program does not answer: this holds for now, but is not kept in the Rig.");
    }
  };
  // Once the rig has taken it up, what it says counts again.
  return {
    readings: chosen && chosen.before === rig.readings ? chosen.to : rig.readings,
    choose: (to) => void choose(to),
    message,
  };
};
