"use client";
import { Flex } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import dynamic from "next/dynamic";
import { useRouter, useSearchParams } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef, useTransition } from "react";
import { claimedWatts } from "@/core/claim";
import type { Calibration } from "@/core/rig";
import { unconfirmed, type SafetyCaution } from "@/core/safety";
import type { NetworkInstruments } from "@/records";
import {
  type Amplifier,
  type AudioInterfaces,
  type StatedPower,
  type Details,
  type KeptInstrument,
  type Load,
  type Plan,
  type RigSettings,
  type Run,
  type RunEntry,
  type Recorders,
} from "@/records";
import { RunView } from "../measured/RunView";
import { fetched } from "../parts/fetched";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { useKeys } from "../parts/keys";
import {
  nextPlanned,
  runTrack,
  type FoundLimit,
  type MeasuredSupply,
  type NextPlanned,
  type SinkForecasts,
  type Ready,
  type TrackPlace,
  type TrackSchedule,
  type FailedRun,
  type SetClaim,
  lastSetup,
} from "@/records/facts";
import { EngineStatus } from "./EngineStatus";
import { useBenchEngine } from "./engine/BenchEngine";
import { OtherSupplies } from "./OtherSupplies";
import { PlayingPanel } from "./playing/PlayingPanel";
import { RunTrack } from "./RunTrack";

/** Fetched when a run is to be made: who only looks at results need not wait for it. */
const NewRun = fetched(
  () => import("./NewRun").then((module) => module.NewRun),
  dynamic(() => import("./NewRun").then((module) => module.NewRun)),
);

export type BenchScreenProps = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  stated: readonly SetClaim[];
  loads: readonly Load[];
  details: Details;
  runs: readonly RunEntry[];
  /** The run on the screen; null while a new one is made. */
  shown: ShownRun | null;
  uploadLimitBytes: number;
  plan: Plan;
  rig: RigSettings;
  interfaces: AudioInterfaces;
  network: NetworkInstruments;
  calibration: Calibration | null;
  recorders: Recorders;
  voltmeter: KeptInstrument | null;
  cautions: readonly SafetyCaution[];
  /** What sweeps have found the amplifier to give. */
  found: readonly FoundLimit[];
  /** What its heat sink is predicted by where no thermometer is on it. */
  sinks: SinkForecasts;
  /** What runs tell of each supply. */
  supplies: readonly MeasuredSupply[];
  /** The plan along time, with what it warms. */
  schedule: TrackSchedule;
};

/** The run on the screen, with what it is compared with. */
export type ShownRun = { run: Run; before: Run | null; setMates: readonly Run[] };

/** Runs along the top, the chosen one below: or the making of a new one. The address says which. */
export function BenchScreen({ shown, stated, schedule, supplies, ...making }: BenchScreenProps) {
  const { amplifier, claims, runs, plan } = making;
  const ready = readyOf(making);
  const failed = useFailed(making.loads);
  const places = runTrack({ planned: plan.runs, runs, ready, schedule, failed });
  const { isNew, wantedId, isPending, choose, chooseNew } = useRunChoice(places, shown?.run.id);
  const run = isNew ? null : (shown?.run ?? null);
  return (
    <Flex direction="column" gap={3.5} flex={1} minH={0}>
      <EngineStatus isPlayingShown={isNew} />
      {places.length > 0 && (
        <Flex gap={3} align="stretch">
          <RunTrack
            places={places}
            chosenId={run?.id ?? null}
            onChoose={choose}
            onTakeUp={chooseNew}
          />
          <NewRunButton isNew={isNew} onClick={() => chooseNew(null)} />
        </Flex>
      )}
      {isNew && <Making {...making} ready={ready} wantedId={wantedId} onStored={choose} />}
      {!isNew && !run && <Unreadable />}
      {run && shown && (
        <Flex direction="column" flex={1} minH={0} opacity={isPending ? 0.6 : 1}>
          <Shown
            key={run.id}
            shown={shown}
            amplifier={amplifier}
            details={making.details}
            loads={making.loads}
            claims={claims}
            stated={stated}
          />
          <OtherSupplies run={run} supplies={supplies} labels={making.details.supplies} />
        </Flex>
      )}
    </Flex>
  );
}

/** What the bench tried and could not make, by the conditions that the plan knows it by. */
const useFailed = (loads: readonly Load[]): FailedRun[] => {
  const { refused } = useBenchEngine().state;
  return useMemo(
    () =>
      refused.flatMap(({ loadId, ...run }) => {
        const load = loads.find(({ id }) => id === loadId);
        return load ? [{ ...run, loadOhms: load.nominalOhms }] : [];
      }),
    [refused, loads],
  );
};

function NewRunButton({ isNew, onClick }: { isNew: boolean; onClick(): void }) {
  return (
    <ActionButton tone={isNew ? "quiet" : "primary"} hotkey="N" h="auto" onClick={onClick}>
      <Plus size={18} /> New run
    </ActionButton>
  );
}

/** What was stored of a run is damaged. */
function Unreadable() {
  return (
    <EmptyState
      title="This run cannot be read"
      text="Its stored data is damaged. Its recordings are separate files and still there, as are all other runs; a backup in the data folder may hold it intact."
    />
  );
}

type MakingProps = Omit<BenchScreenProps, "stated" | "shown" | "schedule" | "supplies"> & {
  ready: Ready;
  /** The planned run that was asked for; null for the next. */
  wantedId: string | null;
  onStored(id: string): void;
};

/** What stands ready for the plan. */
const readyOf = ({
  loads,
  rig,
  cautions,
}: Pick<BenchScreenProps, "loads" | "rig" | "cautions">): Ready => ({
  loads,
  isSimulated: rig.readings === "simulated bench",
  hasUnconfirmed: unconfirmed(cautions, rig.confirmations).length > 0,
});

/** The run that plays, or the making of a new one. */
function Making({ plan, runs, ready, wantedId, ...rest }: MakingProps) {
  const { state, cancel, changed } = useBenchEngine();
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
          onChanged={changed}
        />
      )}
      {/* Kept while it plays, so that nothing that was filled in is lost should the run fail. */}
      <Flex direction="column" flex={1} minH={0} display={isPlaying ? "none" : "flex"}>
        <NewRun
          {...rest}
          key={wantedId}
          planned={wantedFirst(nextPlanned(plan.runs, runs, ready), wantedId)}
          isOfTile={wantedId !== null}
          lastSetup={lastSetup(runs)}
        />
      </Flex>
    </>
  );
}

/** Where the plan stands, with the run that was asked for as the next. */
const wantedFirst = (planned: NextPlanned | null, wantedId: string | null): NextPlanned | null => {
  const wanted = planned?.open.find(({ id }) => id === wantedId);
  return planned && wanted ? { ...planned, next: wanted } : planned;
};

/** Which run is on the screen, as the address says it, and the keys that choose another. */
const useRunChoice = (places: readonly TrackPlace[], shownId: string | undefined) => {
  const router = useRouter();
  const engine = useBenchEngine();
  const [isPending, startTransition] = useTransition();
  const address = useSearchParams();
  const runs = useMemo(() => places.flatMap((place) => place.runs.toReversed()), [places]);
  const isNew = address.get("run") === "new" || runs.length === 0;
  // One answer brings the run, the list and the frame; a push to another address with a refresh beside it may lose either.
  const choose = useCallback(
    (id: string) => {
      window.history.pushState(null, "", `?run=${id}`);
      startTransition(() => router.refresh());
    },
    [router],
  );
  const chooseNew = useCallback(
    (plannedId: string | null) =>
      window.history.pushState(
        null,
        "",
        plannedId === null ? "?run=new" : `?run=new&plan=${plannedId}`,
      ),
    [],
  );
  useShownOnce(engine.state.storedId, choose);
  const at = runs.findIndex(({ id }) => id === shownId);
  const move = useCallback(
    (step: number) => {
      const to = Math.max(0, Math.min(runs.length - 1, Math.max(at, 0) + step));
      if (runs[to]) choose(runs[to].id);
    },
    [runs, at, choose],
  );
  useKeys(
    useMemo(
      () => [
        { key: "n", label: "New run", run: () => chooseNew(null) },
        { key: "[", label: "Previous run", run: () => move(-1) },
        { key: "]", label: "Next run", run: () => move(1) },
      ],
      [chooseNew, move],
    ),
  );
  return { isNew, wantedId: address.get("plan"), isPending, choose, chooseNew };
};

/** A run that the bench has just stored is shown, once. */
const useShownOnce = (storedId: string | null, show: (id: string) => void): void => {
  const shownId = useRef<string | null>(null);
  useEffect(() => {
    if (storedId === null || storedId === shownId.current) return;
    shownId.current = storedId;
    show(storedId);
  }, [storedId, show]);
};

type ShownProps = Pick<
  BenchScreenProps,
  "amplifier" | "details" | "loads" | "claims" | "stated"
> & {
  shown: ShownRun;
};

function Shown({ shown: { run, before, setMates }, ...rest }: ShownProps) {
  return (
    <RunView
      run={run}
      runs={setMates}
      before={before}
      {...rest}
      claimedWatts={claimedWatts(run.conditions.nominalOhms, rest.claims, false)}
    />
  );
}
