"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { newRun } from "@/core/plan";
import type { Settling } from "@/core/verdict";
import type { Plan } from "@/records";
import { planFacts, type PlanRecords } from "@/records/facts";
import { saveDocument } from "../parts/saves";

/** What a run must be like to settle a claim. */
export type RunToPlan = Pick<Settling, "kind" | "loadOhms" | "channelsDriven">;

/** Adds a run to the plan unless it is there already; `message` is why that failed. */
export const usePlanIt = (records: PlanRecords, plan: Plan) => {
  const router = useRouter();
  const [message, setMessage] = useState<string | null>(null);
  const isPlanned = ({ kind, loadOhms, channelsDriven }: RunToPlan): boolean =>
    plan.runs.some(
      (run) =>
        run.kind === kind &&
        (loadOhms === null || run.loadOhms === loadOhms) &&
        (channelsDriven === null || run.channelsDriven === channelsDriven),
    );
  const planIt = async ({ kind, loadOhms, channelsDriven }: RunToPlan) => {
    const made = newRun(kind, planFacts(records), plan.runs);
    const run = {
      ...made,
      loadOhms: loadOhms ?? made.loadOhms,
      channelsDriven: channelsDriven ?? made.channelsDriven,
    };
    const outcome = await saveDocument(records.amplifier.id, "plan", {
      ...plan,
      runs: [...plan.runs, run],
    });
    setMessage(outcome.ok ? null : Object.values(outcome.errors)[0]);
    if (outcome.ok) router.refresh();
  };
  return { isPlanned, planIt, message };
};

export type PlanIt = ReturnType<typeof usePlanIt>;
