"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Remarks, Run } from "@/records";
import { saveRemarks } from "@/server/actions";

/** Keeps remarks on a run; what is wrong with them is told, and they stay on the screen. */
export const useRemarks = (
  run: Run,
): { keep(remarks: Remarks): Promise<boolean>; message: string | null } => {
  const router = useRouter();
  const [message, setMessage] = useState<string | null>(null);
  const keep = async (remarks: Remarks): Promise<boolean> => {
    try {
      const outcome = await saveRemarks(run.id, remarks);
      if (!outcome.ok) {
        setMessage(Object.values(outcome.errors)[0]);
        return false;
      }
    } catch {
      setMessage("Not kept: the program does not answer. Try again.");
      return false;
    }
    setMessage(null);
    router.refresh();
    return true;
  };
  return { keep, message };
};
