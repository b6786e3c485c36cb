import type { RecordedFile } from "@/bench/instruments";
import { success, type Finding, type Outcome } from "@/core/outcome";
import { RUN_KINDS, type ChannelResult } from "@/core/run";
import { readWavLayout } from "@/core/wav";
import {
  ANALYSIS_VERSION,
  ohmsStdUncertainty,
  outputsOn,
  recordedLayout,
  type Correctable,
  type Load,
  type Run,
  type RunConditions,
} from "@/records";
import { callback, handedOver, startJob } from "@/workers/benchClient";
import { fetchCapture, storeRun, UploadFailed } from "../bench/uploadRun";
import { newId } from "../parts/newId";

/**
 * Whether a run can be read again as if it had been taken into another load: what was recorded or typed is there, whole, and is a reading
 * of volts. The simulated bench played into the load that it states, and the watts of a soak were counted while it went on.
 */
export const canReadAgain = ({ kind, source, captures, conditions }: Run): boolean => {
  const { worksInto, isSoaked } = RUN_KINDS[kind];
  const { readWith } = conditions;
  if (isSoaked || worksInto || source === "simulated-bench") return false;
  if (source === "typed") return readWith?.typed !== undefined;
  const isWhole = readWith !== undefined && !readWith.shots.some(({ isCutShort }) => isCutShort);
  return captures.length === 0 || isWhole;
};

/** The conditions of a run with another load in place of its own; null where that load has none for one of its channels. */
const intoLoad = (conditions: RunConditions, load: Load): RunConditions | null => {
  const outputOf = outputsOn(load, conditions.setup?.driven ?? []);
  const channels = conditions.channels.flatMap((channel) => {
    const own = load.channels.find((_, k) => outputOf(k) === channel.channelIndex);
    return own
      ? [{ ...channel, loadOhms: own.ohms, loadOhmsStdUncertainty: ohmsStdUncertainty(own) }]
      : [];
  });
  const { loadKind: _, ...rest } = conditions;
  return channels.length < conditions.channels.length
    ? null
    : {
        ...rest,
        nominalOhms: load.nominalOhms,
        ...(load.kind && load.kind !== "resistor" && { loadKind: load.kind }),
        channels,
      };
};

/**
 * Reads the recordings of a run into another load and stores what is found as a run of its own: a stored run never changes.
 * @param corrected its other conditions as they are corrected at the same time
 * @returns the new run's id, or what is wrong
 * @throws {UploadFailed} with what to do
 */
export const readAgain = async (
  run: Run,
  load: Load,
  corrected: Correctable,
): Promise<string | Finding> => {
  const { kind, captures } = run;
  const conditions = intoLoad({ ...run.conditions, ...corrected }, load);
  if (!conditions)
    return {
      code: "channel-mismatch",
      where: "Load",
      advice: "it has no resistance for one of the channels; enter it under Load.",
    };
  const { signal } = new AbortController();
  const outcome = await resultOf(run, conditions, signal);
  if (!outcome.ok) return outcome.finding;
  return storeRun(
    run.amplifierId,
    {
      id: newId(),
      kind,
      source: run.source,
      sourceDetail: run.sourceDetail,
      conditions,
      result: { kind, channels: outcome.value },
      analysisVersion: ANALYSIS_VERSION,
      captures,
    },
    signal,
  );
};

/** The result under these conditions. */
const resultOf = async (
  { kind, source, captures, result }: Run,
  conditions: RunConditions,
  signal: AbortSignal,
): Promise<Outcome<readonly ChannelResult[]>> => {
  const { channels, mainsHz, settings = {}, band, readWith } = conditions;
  const { secondChannels = null, ratedWatts = null, shots, typed } = readWith ?? {};
  // A table of levels, or a log, states its figures itself: no load enters them.
  if (captures.length === 0 && !typed) return success(result.channels);
  const files: RecordedFile[] = [];
  for (const { sha256, fileName, fullScaleVolts } of captures) {
    const wav = await fetchCapture(sha256, signal);
    if (!wav) throw new UploadFailed(`The recording ${fileName} is no longer there.`);
    const header = readWavLayout(wav);
    if (!header.ok) return header;
    const layout = recordedLayout({ source, conditions }, header.value.channelCount);
    files.push({ fileName, fullScaleVolts, wav, layout });
  }
  return startJob((worker) =>
    worker.readRun(
      handedOver({
        kind,
        settings,
        instrument: typed ? { kind: "typed", readings: typed } : { kind: "files", mainsHz, files },
        loads: channels,
        secondLoads: secondChannels,
        ratedWatts,
        shots,
        band,
      }),
      callback(() => {}),
    ),
  ).finished;
};
