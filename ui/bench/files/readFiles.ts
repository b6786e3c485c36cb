import type { Finding } from "@/core/outcome";
import { RUN_KINDS, type RunKind, type Settings } from "@/core/run";
import { readMainsDrawLog, readSoakLog } from "@/core/run/reading";
import { parseNumber } from "@/core/units";
import {
  ANALYSIS_VERSION,
  outputsOn,
  runConditions,
  type Load,
  type RunCapture,
  type RunConditions,
  type Confirmation,
} from "@/records";
import type { NamedSetup } from "@/records/facts";
import { callback, type KeptWorker } from "@/workers/benchClient";
import type { SentFiles } from "@/workers/protocol";
import { settingsFrom, settingTexts } from "../settingsForm";
import { storeRun, uploadCapture } from "../uploadRun";
import { fieldsOf } from "./fieldsOf";
import { otherwiseThanNoted } from "./noteOf";
import { sentFile, type FileEntry } from "./useFiles";
import { withoutIdle } from "./withoutIdle";

/**
 * Files that make one run, in the order in which they were dropped.
 * @param sortOf what files of one run have in common beside their kind: the conditions under which they were recorded
 */
export const groupsOf = (
  entries: readonly FileEntry[],
  sortOf: (entry: FileEntry) => string = () => "",
): FileEntry[][] => {
  const groups: FileEntry[][] = [];
  for (const entry of entries) {
    const mates =
      entry.kind && RUN_KINDS[entry.kind].isReadTogether
        ? groups.find(([first]) => first.kind === entry.kind && sortOf(first) === sortOf(entry))
        : undefined;
    if (mates) mates.push(entry);
    else groups.push([entry]);
  }
  return groups;
};

/** Settings with which a file is read, or null when one is not possible. */
export const settingsOf = (entry: Pick<FileEntry, "kind" | "settings">): Settings | null => {
  const fields = fieldsOf(entry);
  return settingsFrom(fields, { ...settingTexts(fields), ...entry.settings });
};

export type FilesContext = {
  amplifierId: string;
  load: Load;
  secondLoad: Load | null;
  channelsDriven: number;
  setUp: NamedSetup;
  mainsHz: number;
  voltsAccuracyRatio: number;
  ratedWatts: number | null;
  confirmations: readonly Confirmation[];
  /** Where the files are open. */
  desk: KeptWorker;
  signal: AbortSignal;
  /** The share that is read, 0 to 1. */ onReading(doneRatio: number): void;
};

/** Reads one group of files as a run and stores it with its recordings. @returns the run's id, or what is wrong */
export const readFiles = async (
  dropped: readonly FileEntry[],
  context: FilesContext,
): Promise<string | Finding> => {
  const { channelsDriven, setUp } = context;
  const { driven } = setUp.setup;
  const placeOf = outputsOn(context.load, driven);
  const group = dropped.map((entry) => withoutIdle(entry, channelsDriven, driven, placeOf));
  const prepared = otherwiseThanNoted(group, context) ?? prepare(group, context.load);
  if (!("kind" in prepared)) return prepared;
  const { kind, settings, outputs, fullScaleVolts } = prepared;
  const isText = isTextGroup(group);
  const whole = runConditions({
    ...context,
    fullScaleVolts: fullScaleVolts > 0 ? fullScaleVolts : 1,
    settings: settings as Record<string, number | string>,
  });
  const mapping = commonMapping(group);
  const conditions: RunConditions = {
    ...whole,
    channels: outputs.map((output) => ({
      ...whole.channels[output],
      ...(mapping ? { fileChannel: mapping.channels[output] ?? undefined } : {}),
    })),
    inputFileChannel: mapping?.inputChannel ?? undefined,
  };
  const second =
    RUN_KINDS[kind].takesSecondLoad &&
    context.secondLoad &&
    runConditions({
      ...context,
      load: context.secondLoad,
      fullScaleVolts: 1,
    }).channels;
  const request: SentFiles = {
    kind,
    settings,
    mainsHz: context.mainsHz,
    files: group.filter(holdsSamples).map((entry) => ({
      ...sentFile(entry),
      fullScaleVolts: parseNumber(entry.fullScale) ?? 0,
      layout: {
        outputs: entry.channels.filter((channel): channel is number => channel !== null),
        input: entry.inputChannel,
      },
    })),
    loads: conditions.channels,
    secondLoads: second ? outputs.map((output) => second[output]) : null,
    ratedWatts: context.ratedWatts,
  };
  const texts = group.flatMap(({ opened }) => opened?.responseText ?? []);
  const readInWorker = () => {
    const { worker, stop } = context.desk;
    context.signal.addEventListener("abort", stop);
    return (
      isText
        ? worker.readResponseTables(texts, settings)
        : worker.readFiles(request, callback(context.onReading))
    ).finally(() => context.signal.removeEventListener("abort", stop));
  };
  const outcome = readLogger(group[0], settings, outputs.length) ?? (await readInWorker());
  if (!outcome.ok) return outcome.finding;
  const captures = await uploadAll(group, context);
  return storeRun(
    context.amplifierId,
    {
      id: group[0].id,
      kind,
      source: "recording",
      sourceDetail: group
        .map(({ fileName }) => fileName)
        .join(", ")
        .slice(0, 290),
      conditions: {
        ...conditions,
        readWith: {
          ratedWatts: context.ratedWatts,
          secondChannels: request.secondLoads,
          shots: [],
        },
      },
      result: { kind, channels: outcome.value },
      analysisVersion: ANALYSIS_VERSION,
      captures,
    },
    context.signal,
  );
};

/** Reads what another instrument logged; null where the file is none of these. */
const readLogger = ({ opened, places }: FileEntry, settings: Settings, channelCount: number) => {
  if (opened?.temperatureLog) return readSoakLog(opened.temperatureLog, places, channelCount);
  return opened?.mainsLog ? readMainsDrawLog(opened.mainsLog, settings, channelCount) : null;
};

/** Heat and mains belong to the whole amplifier: their logs speak of all its channels. */
const isLogged = ({ opened }: FileEntry): boolean =>
  Boolean(opened?.temperatureLog ?? opened?.mainsLog);

/** Which channel of the files is which output, where all of them agree; null for text. */
const commonMapping = (
  group: readonly FileEntry[],
): Pick<FileEntry, "channels" | "inputChannel"> | null => {
  const [{ channels, inputChannel, opened }, ...others] = group;
  const isCommon = others.every(
    (other) => other.inputChannel === inputChannel && other.channels.join() === channels.join(),
  );
  return opened?.hasSamples && isCommon ? { channels, inputChannel } : null;
};

const isTextGroup = (group: readonly FileEntry[]): boolean =>
  group.every(({ opened }) => opened?.responseText !== null);

type Prepared = {
  kind: RunKind;
  settings: Settings;
  /** Which outputs the files speak of, from 0. */
  outputs: number[];
  fullScaleVolts: number;
};

/** What the reviewer said of a group, or what of it does not do. */
const prepare = (group: readonly FileEntry[], load: Load): Prepared | Finding => {
  const [{ kind, fileName, fullScale, channels, opened }] = group;
  if (!kind) return { code: "no-samples", where: fileName, advice: "choose which run it is." };
  const misfit = misfitOf(group[0], kind);
  if (misfit) return misfit;
  const fullScaleVolts = parseNumber(fullScale) ?? 0;
  if (opened?.hasSamples && !(fullScaleVolts > 0))
    return {
      code: "bad-full-scale",
      where: "Full scale",
      advice: "enter the voltage of a full-scale sample, above zero.",
    };
  const isLog = isLogged(group[0]);
  if (!isLog && channels.every((channel) => channel === null))
    return {
      code: "channel-mismatch",
      where: fileName,
      advice: "choose which channel is an output that was driven.",
    };
  const outputs = outputsOf(group, isLog ? load.channels.length : null);
  if (outputs.some((output) => !load.channels[output]))
    return {
      code: "channel-mismatch",
      where: "Load",
      advice: "the load has no resistance for that channel; enter it under Load.",
    };
  const settings = settingsOf(group[0]);
  return settings
    ? { kind, settings, outputs, fullScaleVolts }
    : {
        code: "bad-setting",
        where: fileName,
        advice: "one of its settings is invalid; see the message below the field.",
      };
};

/** A logger holds temperatures, and a soak takes nothing else; what a mains meter logged is a mains draw. */
const misfitOf = ({ opened, fileName }: FileEntry, kind: RunKind): Finding | null => {
  const misfit = (advice: string): Finding => ({ code: "no-samples", where: fileName, advice });
  const isSoak = RUN_KINDS[kind].isSoaked === true;
  if (opened?.temperatureLog && !isSoak)
    return misfit(
      `it holds temperatures and is analysed as ${RUN_KINDS["heat-soak"].title.toLowerCase()}.`,
    );
  if (opened?.mainsLog && opened.guess.kind !== kind)
    return misfit("it is a mains meter log and is analysed as mains draw.");
  return isSoak && !opened?.temperatureLog
    ? misfit("a heat soak needs a temperature logger file.")
    : null;
};

/** Which outputs the files speak of: all of them where heat belongs to the whole amplifier. */
const outputsOf = (group: readonly FileEntry[], channelCount: number | null): number[] => {
  if (channelCount !== null) return Array.from({ length: channelCount }, (_, k) => k);
  return isTextGroup(group)
    ? group.map((_, k) => k)
    : group[0].channels.flatMap((channel, output) => (channel === null ? [] : [output]));
};

const holdsSamples = ({ opened }: FileEntry): boolean => opened?.hasSamples === true;

const uploadAll = async (
  group: readonly FileEntry[],
  { desk, signal }: Pick<FilesContext, "desk" | "signal">,
): Promise<RunCapture[]> => {
  const captures: RunCapture[] = [];
  for (const entry of group.filter(holdsSamples)) {
    const { fileName, fullScale } = entry;
    const bytes = await desk.worker.wavOf(sentFile(entry));
    captures.push({
      ...(await uploadCapture(
        { fileName, fullScaleVolts: parseNumber(fullScale) ?? 1, bytes },
        signal,
      )),
      shot: fileName.slice(0, 110),
    });
  }
  return captures;
};
