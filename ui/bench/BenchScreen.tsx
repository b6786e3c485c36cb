"use client";
import { Flex } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import { claimedWatts, type ReadClaim } from "@/core/claim";
import type { Calibration } from "@/core/rig";
import type { Caution } from "@/core/safety";
import {
  isSweep,
  type Amplifier,
  type Claim,
  type Details,
  type Instrument,
  type Load,
  type MeasuredRun,
  type Plan,
  type RigSettings,
  type Run,
  type SweepRun,
} from "@/records";
import { MeasuredView } from "../measured/MeasuredView";
import { ActionButton } from "../parts/ActionButton";
import { useKeys } from "../parts/keys";
import { nextPlanned } from "../plan/runText";
import { EngineStatus } from "./EngineStatus";
import { useBenchEngine } from "./engine/BenchEngine";
import { NewRun } from "./NewRun";
import { PlayingPanel } from "./playing/PlayingPanel";
import { RunTrack } from "./RunTrack";
import { RunView } from "./RunView";

export type BenchScreenProps = {
  amplifier: Amplifier;
  claims: readonly Claim[];
  stated: readonly ReadClaim[];
  loads: readonly Load[];
  details: Details;
  runs: readonly Run[];
  uploadLimitBytes: number;
  plan: Plan;
  rig: RigSettings;
  calibration: Calibration | null;
  voltmeter: Instrument | null;
  cautions: readonly Caution[];
};

/** Runs along the top, the chosen one below: or the making of a new one. */
export function BenchScreen({
  amplifier,
  claims,
  stated,
  loads,
  details,
  runs,
  uploadLimitBytes,
  plan,
  rig,
  calibration,
  voltmeter,
  cautions,
}: BenchScreenProps) {
  const router = useRouter();
  const engine = useBenchEngine();
  const [chosen, setChosen] = useState<string | "new">(runs[0]?.id ?? "new");
  useShownOnce(engine.state.storedId, setChosen);
  const at = runs.findIndex(({ id }) => id === chosen);
  const move = useCallback(
    (step: number) =>
      setChosen(
        runs[Math.max(0, Math.min(runs.length - 1, (at < 0 ? 0 : at) + step))]?.id ?? "new",
      ),
    [runs, at],
  );
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
      <EngineStatus isPlayingShown={run === null} />
      {runs.length > 0 && (
        <Flex gap={3} align="stretch">
          <RunTrack runs={runs} chosenId={run?.id ?? null} onChoose={setChosen} />
          <ActionButton
            tone={run ? "primary" : "quiet"}
            hotkey="N"
            h="auto"
            onClick={() => setChosen("new")}
          >
            <Plus size={18} /> New run
          </ActionButton>
        </Flex>
      )}
      {!run && (
        <Making
          {...{
            amplifier,
            claims,
            loads,
            details,
            runs,
            uploadLimitBytes,
            plan,
            rig,
            calibration,
            voltmeter,
            cautions,
            onStored,
          }}
        />
      )}
      {run && (
        <ShownRun
          key={run.id}
          run={run}
          runs={runs}
          amplifier={amplifier}
          claims={claims}
          stated={stated}
        />
      )}
    </Flex>
  );
}

/** The run that plays, or the making of a new one. */
function Making({
  plan,
  runs,
  ...rest
}: Omit<BenchScreenProps, "stated"> & { onStored(id: string): void }) {
  const { state, cancel } = useBenchEngine();
  const { job, progress } = state;
  const isPlaying = job !== null && progress !== null;
  return (
    <>
      {isPlaying && (
        <PlayingPanel
          state={{ ...state, job, progress }}
          load={rest.loads.find(({ id }) => id === job.loadId) ?? null}
          guards={rest.rig.guards}
          onCancel={cancel}
        />
      )}
      {/* Kept while it plays, so that nothing that was filled in is lost should the run fail. */}
      <Flex direction="column" flex={1} minH={0} display={isPlaying ? "none" : "flex"}>
        <NewRun {...rest} planned={nextPlanned(plan.runs, runs)} />
      </Flex>
    </>
  );
}

/** A run that the bench has just stored is shown, once. */
const useShownOnce = (storedId: string | null, show: (id: string) => void): void => {
  const [shownId, setShownId] = useState<string | null>(null);
  if (storedId === null || storedId === shownId) return;
  setShownId(storedId);
  show(storedId);
};

function ShownRun({
  run,
  runs,
  amplifier,
  claims,
  stated,
}: Pick<BenchScreenProps, "runs" | "amplifier" | "claims" | "stated"> & { run: Run }) {
  if (isSweep(run))
    return (
      <RunView run={run} before={sweepBefore(run, runs)} amplifier={amplifier} claims={claims} />
    );
  return (
    <MeasuredView
      run={run}
      runs={runs}
      before={runBefore(run, runs)}
      amplifier={amplifier}
      claims={stated}
      claimedWatts={claimedWatts(run.conditions.nominalOhms, claims, false) || null}
    />
  );
}

/** The sweep of the same load and channels before this one. */
const sweepBefore = (run: SweepRun, runs: readonly Run[]): SweepRun | null =>
  runs
    .slice(runs.indexOf(run) + 1)
    .find(
      (other): other is SweepRun =>
        isSweep(other) &&
        other.remarks.struck === null &&
        other.conditions.nominalOhms === run.conditions.nominalOhms &&
        other.conditions.channelsDriven === run.conditions.channelsDriven,
    ) ?? null;

/** The run of the same kind before this one, for comparison; one that was struck out is no comparison. */
const runBefore = (run: MeasuredRun, runs: readonly Run[]): MeasuredRun | null =>
  runs
    .slice(runs.indexOf(run) + 1)
    .find(
      (other): other is MeasuredRun => other.kind === run.kind && other.remarks.struck === null,
    ) ?? null;
