import type { Finding } from "@/core/outcome";
import {
  ANALYSIS_VERSION,
  ohmsStdUncertainty,
  outputsOn,
  type Correctable,
  type Load,
  type Run,
  type RunConditions,
} from "@/records";
import { callback, handedOver, startJob } from "@/workers/benchClient";
import { fetchCapture, storeRun, UploadFailed } from "../bench/uploadRun";
import { newId } from "../parts/newId";

/** Whether a run can be read again as if it had been taken into another load: its recordings came as files, and hold volts. */
export const canReadAgain = ({ source, captures, conditions }: Run): boolean =>
  source === "recording" &&
  captures.length > 0 &&
  captures.every(({ fileName }) => /\.wav$/i.test(fileName)) &&
  conditions.readWith !== undefined &&
  conditions.readWith.shots.length === 0;

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
  const files = await Promise.all(
    captures.map(async ({ sha256, fileName, fullScaleVolts }) => {
      const wav = await fetchCapture(sha256, signal);
      if (!wav) throw new UploadFailed(`The recording ${fileName} is no longer there.`);
      const layout = {
        outputs: conditions.channels.map(({ fileChannel }, k) => fileChannel ?? k),
        input: conditions.inputFileChannel ?? null,
      };
      return { fileName, fullScaleVolts, wav, layout };
    }),
  );
  const { mainsHz, settings, readWith } = conditions;
  const outcome = await startJob((worker) =>
    worker.readRun(
      handedOver({
        kind,
        settings: settings ?? {},
        instrument: { kind: "files", mainsHz, files },
        loads: conditions.channels,
        secondLoads: readWith?.secondChannels ?? null,
        ratedWatts: readWith?.ratedWatts ?? null,
      }),
      callback(() => {}),
    ),
  ).finished;
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
