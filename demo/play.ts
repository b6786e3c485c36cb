import { randomUUID } from "node:crypto";
import { instrumentFacts } from "@/bench/catalogue";
import type { InstrumentFacts } from "@/bench/contract";
import type { Outcome } from "@/core/outcome";
import { completeSettings, RUN_KINDS, type ChannelResult } from "@/core/run";
import { NO_LIMITS, playRun, type KeptShot } from "@/pipeline/playRun";
import { readRun } from "@/pipeline/readRun";
import {
  ANALYSIS_VERSION,
  placesPlayed,
  runConditions,
  type RunCapture,
  type RunConditions,
  type RunDraft,
} from "@/records";
import { namedSetup, setupFromText } from "@/records/facts";
import { captures } from "@/store";
import type { DemoRun, DemoTask } from "./types";

const SAMPLE_RATE_HZ = 96_000;
/** What a recorder at home takes. */
const FILE_RATE_HZ = 48_000;
const ACCURACY_RATIO = 0.01;

/** A run played and read as on the Bench, its recordings kept in the folder. */
export const playTask = async (folder: string, task: DemoTask): Promise<RunDraft> => {
  const { run, bench, isRehearsed } = task;
  const { kind, from } = run;
  const facts = instrumentFacts(bench);
  if (typeof from === "object") return typedRun(task, from, facts.mainsHz);
  const shots: KeptShot[] = [];
  const played = await playShots(task, facts, shots);
  const kept: RunCapture[] = [];
  for (const { wav, fullScaleVolts, fileName, name } of shots) {
    const { sha256 } = await captures.save(folder, [wav], Number.POSITIVE_INFINITY);
    kept.push({ sha256, fileName, fullScaleVolts, ...(from === "files" ? {} : { shot: name }) });
  }
  const conditions: RunConditions = {
    ...conditionsOf(task, kept[0]?.fullScaleVolts ?? 1, facts.mainsHz),
    readWith: {
      ratedWatts: task.ratedWatts,
      secondChannels: from === "files" ? null : secondChannelsOf(task, facts),
      shots:
        from === "files"
          ? []
          : shots.flatMap(({ name, meters, events, trip, played: how }) =>
              how ? [{ shot: name, meters, events, isCutShort: trip !== null, ...how }] : [],
            ),
    },
  };
  const outcome =
    from === "files"
      ? await readRun({
          ...requestOf(task, conditions),
          instrument: {
            kind: "files",
            mainsHz: facts.mainsHz,
            files: shots.map(({ fileName, wav, fullScaleVolts }) => ({
              fileName,
              wav,
              fullScaleVolts,
              layout: { outputs: conditions.channels.map((_, k) => k), input: null },
            })),
          },
        })
      : played;
  const recordedAs =
    from === "files" ? kept.map(({ fileName }) => fileName).join(", ") : "made up for the demo";
  return {
    ...drafted(task, conditions),
    source: isRehearsed ? "simulated-bench" : "recording",
    sourceDetail: isRehearsed ? facts.name : recordedAs,
    result: { kind, channels: valueOf(outcome) },
    captures: kept,
  };
};

const valueOf = (outcome: Outcome<ChannelResult[]>): ChannelResult[] => {
  if (!outcome.ok) throw new Error(`a demo run cannot be read: ${outcome.finding.advice}`);
  return outcome.value;
};

const playShots = (
  task: DemoTask,
  facts: InstrumentFacts,
  shots: KeptShot[],
): Promise<Outcome<ChannelResult[]>> => {
  const { run, bench, levelWatts, seed } = task;
  return playRun(
    {
      ...requestOf(task, conditionsOf(task, 1, facts.mainsHz)),
      instrument: { ...bench, seed },
      secondLoads: secondChannelsOf(task, facts),
      levelWatts,
      sampleRateHz: run.from === "files" ? FILE_RATE_HZ : SAMPLE_RATE_HZ,
      kept: [],
      limits: NO_LIMITS,
      secondLimits: NO_LIMITS,
    },
    { onMoment: () => {}, onShot: (shot) => void shots.push(shot) },
  );
};

const secondChannelsOf = (task: DemoTask, { mainsHz }: InstrumentFacts) =>
  task.secondLoad && conditionsOf({ ...task, load: task.secondLoad }, 1, mainsHz).channels;

const requestOf = (
  { run: { kind, settings }, ratedWatts }: DemoTask,
  { channels }: RunConditions,
) => ({
  kind,
  settings: completeSettings(RUN_KINDS[kind].fields, settings ?? {}),
  loads: channels,
  secondLoads: null,
  ratedWatts,
});

const conditionsOf = (
  { run, load, levelWatts, details }: Pick<DemoTask, "run" | "load" | "levelWatts" | "details">,
  fullScaleVolts: number,
  mainsHz: number,
): RunConditions =>
  runConditions({
    load,
    places: placesPlayed(load, run.channelsDriven, {
      driven: [],
      connection: RUN_KINDS[run.kind].isBridged ? "bridged" : "normal",
    }),
    channelsDriven: run.channelsDriven,
    fullScaleVolts,
    mainsHz,
    voltsAccuracyRatio: ACCURACY_RATIO,
    settings: completeSettings(RUN_KINDS[run.kind].fields, run.settings ?? {}) as Record<
      string,
      number | string
    >,
    setUp: namedSetup(setupFromText(run.setting ?? "", details), details),
    level: levelWatts === null ? null : { watts: levelWatts, from: "found" },
  });

const drafted = ({ run: { kind } }: DemoTask, conditions: RunConditions) => ({
  id: randomUUID(),
  kind,
  conditions,
  analysisVersion: ANALYSIS_VERSION,
});

const typedRun = async (
  task: DemoTask,
  { meter, readings }: Extract<DemoRun["from"], object>,
  mainsHz: number,
): Promise<RunDraft> => {
  const whole = conditionsOf(task, 1, mainsHz);
  const conditions = { ...whole, channels: whole.channels.slice(0, readings.length) };
  const outcome = await readRun({
    ...requestOf(task, conditions),
    settings: {},
    instrument: { kind: "typed", readings },
  });
  return {
    ...drafted(task, conditions),
    source: "typed",
    sourceDetail: meter,
    result: { kind: task.run.kind, channels: valueOf(outcome) },
    captures: [],
  };
};
