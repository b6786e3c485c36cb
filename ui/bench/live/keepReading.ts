import type { Capture, InstrumentFacts } from "@/bench/contract";
import type { Finding } from "@/core/outcome";
import type { RunKind } from "@/core/run";
import { ANALYSIS_VERSION, runConditions, type Load } from "@/records";
import { callback, startJob } from "@/workers/benchClient";
import { storeRun, uploadCapture } from "../uploadRun";

/** The simulated converter is taken to be within 0.5 %. */
const SIMULATED_ACCURACY_RATIO = 0.005;

export type TakenByHand = {
  /** The run's, the same however often it is sent. */
  id: string;
  kind: RunKind;
  amplifierId: string;
  facts: InstrumentFacts;
  load: Load;
  channelsDriven: number;
  frequencyHz: number;
};

/**
 * Reads and stores what was taken while the drive was turned by hand.
 * @returns the id of the stored run, or what is wrong
 */
export const keepReading = async (
  taken: Capture,
  { id, kind, amplifierId, facts, load, channelsDriven, frequencyHz }: TakenByHand,
): Promise<string | Finding> => {
  const conditions = runConditions({
    load,
    channelCount: channelsDriven,
    firstChannel: 0,
    channelsDriven,
    fullScaleVolts: taken.fullScaleVolts,
    mainsHz: facts.mainsHz,
    voltsAccuracyRatio: SIMULATED_ACCURACY_RATIO,
    settings: { frequencyHz },
  });
  const bytes = new Blob([taken.wav]);
  const layout = { outputs: conditions.channels.map((_, k) => k), input: null };
  const outcome = await startJob((reader) =>
    reader.readRun(
      {
        kind,
        settings: {},
        instrument: { kind: "files", mainsHz: facts.mainsHz, files: [{ ...taken, layout }] },
        loads: conditions.channels,
        secondLoads: null,
        ratedWatts: null,
      },
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
      source: "simulated-bench",
      sourceDetail: `${facts.name}, by hand`,
      conditions,
      result: { kind, channels: outcome.value },
      analysisVersion: ANALYSIS_VERSION,
      captures: [{ ...capture, shot: "taken" }],
    },
    signal,
  );
};
