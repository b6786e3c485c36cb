"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Remarks, Run } from "@/records";
import { saveRemarks } from "../parts/saves";
import { messageOf } from "../parts/send";

/** Keeps remarks on a run; what is wrong with them is reported, and they stay on the screen. */
export const useRemarks = (
  run: Run,
): { keep(remarks: Remarks): Promise<boolean>; message: string | null } => {
  const router = useRouter();
  const [message, setMessage] = useState<string | null>(null);
  const keep = async (remarks: Remarks): Promise<boolean> => {
    const outcome = await saveRemarks(run.id, remarks);
    setMessage(outcome.ok ? null : messageOf(outcome));
    if (outcome.ok) router.refresh();
    return outcome.ok;
  };
  return { keep, message };
};
