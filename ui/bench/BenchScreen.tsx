"use client";
import { Flex } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import type { Calibration } from "@/core/rig";
import type { Caution } from "@/core/safety";
import type { Amplifier, Claim, Confirmation, Load, Plan, Run } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { useKeys } from "../parts/keys";
import { nextPlanned } from "../plan/runText";
import { NewRun } from "./NewRun";
import { RunTrack } from "./RunTrack";
import { RunView } from "./RunView";

export type BenchScreenProps = { amplifier: Amplifier; claims: readonly Claim[]; loads: readonly Load[]; runs: readonly Run[]; uploadLimitBytes: number; plan: Plan; calibration: Calibration | null; cautions: readonly Caution[]; confirmations: readonly Confirmation[] };

/** Runs along the top, the chosen one below: or the making of a new one. */
export function BenchScreen({ amplifier, claims, loads, runs, uploadLimitBytes, plan, calibration, cautions, confirmations }: BenchScreenProps) {
  const router = useRouter();
  const [chosen, setChosen] = useState<string | "new">(runs[0]?.id ?? "new");
  const at = runs.findIndex(({ id }) => id === chosen);
  const move = useCallback((step: number) => setChosen(runs[Math.max(0, Math.min(runs.length - 1, (at < 0 ? 0 : at) + step))]?.id ?? "new"), [runs, at]);
  useKeys(
    useMemo(
      () => [
        { key: "n", label: "New run", run: () => setChosen("new") },
        { key: "[", label: "Newer run", run: () => move(-1) },
        { key: "]", label: "Older run", run: () => move(1) },
      ],
      [move],
    ),
  );
  const onStored = useCallback(
    (id: string) => {
      router.refresh();
      setChosen(id);
    },
    [router],
  );
  // A run just stored is chosen before the refreshed list holds it; until then the newest is shown.
  const run = chosen === "new" ? null : (runs[at] ?? runs[0] ?? null);
  return (
    <Flex direction="column" gap={3.5} flex={1} minH={0}>
      {runs.length > 0 && (
        <Flex gap={3} align="stretch">
          <RunTrack runs={runs} chosenId={run?.id ?? null} onChoose={setChosen} />
          <ActionButton tone={run ? "primary" : "quiet"} hotkey="N" h="auto" onClick={() => setChosen("new")}>
            <Plus size={18} /> New run
          </ActionButton>
        </Flex>
      )}
      {run ? <RunView key={run.id} run={run} amplifier={amplifier} claims={claims} /> : <NewRun amplifier={amplifier} claims={claims} loads={loads} uploadLimitBytes={uploadLimitBytes} planned={nextPlanned(plan.runs, runs)} calibration={calibration} cautions={cautions} confirmations={confirmations} onStored={onStored} />}
    </Flex>
  );
}
