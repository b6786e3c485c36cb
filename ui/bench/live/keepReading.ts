import type { Capture } from "@/bench/contract";
import type { Finding } from "@/core/outcome";
import type { RunKind } from "@/core/run";
import {
  ANALYSIS_VERSION,
  placesPlayed,
  runConditions,
  type Confirmation,
  type Load,
} from "@/records";
import type { NamedSetup } from "@/records/facts";
import { callback, handedOver, startJob } from "@/workers/benchClient";
import type { JobBench } from "../engine/benchOfJob";
import { markedNearFloor } from "../engine/markedNearFloor";
import { storeRun, uploadCapture } from "../uploadRun";

export type TakenByHand = {
  /** The run's, the same however often it is sent. */
  id: string;
  kind: RunKind;
  amplifierId: string;
  bench: JobBench;
  confirmations: readonly Confirmation[];
  load: Load;
  setUp: NamedSetup;
  channelsDriven: number;
  frequencyHz: number;
};

/**
 * Reads and stores what was taken while the drive was turned by hand.
 * @returns the id of the stored run, or what is wrong
 */
export const keepReading = async (
  taken: Capture,
  {
    id,
    kind,
    amplifierId,
    bench,
    confirmations,
    load,
    setUp,
    channelsDriven,
    frequencyHz,
  }: TakenByHand,
): Promise<string | Finding> => {
  const conditions = runConditions({
    load,
    places: placesPlayed(load, channelsDriven, setUp.setup),
    channelsDriven,
    fullScaleVolts: taken.fullScaleVolts,
    mainsHz: bench.mainsHz,
    voltsAccuracyRatio: bench.voltsAccuracyRatio,
    confirmations,
    setUp,
    settings: { frequencyHz },
    readWith: { ratedWatts: null, secondChannels: null, shots: [] },
  });
  const bytes = new Blob([taken.wav]);
  const layout = { outputs: conditions.channels.map((_, k) => k), input: null };
  const outcome = await startJob((reader) =>
    reader.readRun(
      handedOver({
        kind,
        settings: {},
        instrument: { kind: "files", mainsHz: bench.mainsHz, files: [{ ...taken, layout }] },
        loads: conditions.channels,
        secondLoads: null,
        ratedWatts: null,
      }),
      callback(() => {}),
    ),
  ).finished;
  if (!outcome.ok) return outcome.finding;
  const { signal } = new AbortController();
  const capture = await uploadCapture({ ...taken, bytes }, signal);
  return storeRun(
    amplifierId,
    {
      id,
      kind,
      source: bench.source,
      sourceDetail: `${bench.sourceDetail}, by hand`,
      conditions,
      result: { kind, channels: markedNearFloor(outcome.value, bench.floor) },
      analysisVersion: ANALYSIS_VERSION,
      captures: [{ ...capture, shot: "taken" }],
    },
    signal,
  );
};
