import { useState } from "react";
import type { Readings, RigSettings } from "@/records";
import { saveDocument } from "../parts/saves";
import { messageOf } from "../parts/send";

/** What takes the readings, as the Rig has it; a change here changes it there. */
export const useReadings = (
  amplifierId: string,
  rig: RigSettings,
): { readings: Readings; choose(to: Readings): void; message: string | null } => {
  const [chosen, setChosen] = useState<Readings | null>(null);
  const [kept, setKept] = useState(rig);
  const [message, setMessage] = useState<string | null>(null);
  const choose = async (to: Readings) => {
    setChosen(to);
    setMessage(null);
    const save = (before: RigSettings) =>
      saveDocument(amplifierId, "rig", { ...before, readings: to });
    let before = (kept.revision ?? 0) > (rig.revision ?? 0) ? kept : rig;
    let outcome = await save(before);
    if (!outcome.ok && outcome.conflict) {
      // The rest of the rig was changed in another window: that stays, and this one choice is made on top of it.
      before = { ...(outcome.conflict.now as RigSettings), revision: outcome.conflict.revision };
      outcome = await save(before);
    }
    if (outcome.ok) setKept({ ...before, readings: to, revision: outcome.value.revision });
    else setMessage(`This applies now but is not saved on the Rig: ${messageOf(outcome)}`);
  };
  return { readings: chosen ?? rig.readings, choose: (to) => void choose(to), message };
};
