import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import {
  benchOf,
  EXAMPLE_RIGS,
  type ExampleName,
  type ConnectedBench,
  type SimulatedRequest,
} from "@/bench/simulated";
import { TONE_DEFAULTS } from "@/core/distortion";
import {
  BURST_KINDS,
  MULTITONE_PERIOD_SECONDS,
  type BurstName,
  type Stimulus,
} from "@/core/signal";
import { RUN_KIND_NAMES, RUN_KINDS, type RunKind } from "@/core/run";
import { recordingNote, type RecordingNote } from "@/core/files";
import { decodeWav, readWavLayout, withNote } from "@/core/wav";
import { parseCommandLine, positiveOption, UsageError, type CommandLine } from "./arguments";
import { COMMON_OPTIONS, playCommon } from "./commonForm";
import { ANALYSES, valueOrUsageError } from "./documentedForms";
import { askedKind, FORM_OPTION, isMeasuredKind, runKindOf } from "./kindNames";

/** Options of the documented forms. */
const OWN_OPTIONS = ["level", "frequency", "seconds", "burst"];
const OPTIONS = [
  "run",
  "out",
  "rate",
  "channels",
  "seed",
  FORM_OPTION,
  ...COMMON_OPTIONS,
  ...OWN_OPTIONS,
];

/** What one run plays, with the options that its analysis needs to know. */
type Plan = {
  stimulus: Stimulus;
  idleChannels?: number;
  recordsInput?: boolean;
  analysis?: Record<string, string>;
};
type Planner = (voltsPeak: number, seconds: (usual: number) => number, line: CommandLine) => Plan;

const PLANNERS: Record<string, Planner> = {
  spectrum: (voltsPeak, seconds, line) => ({
    stimulus: {
      kind: "sine",
      frequencyHz: positiveOption(line, "frequency", 1000),
      voltsPeak,
      seconds: seconds(2),
    },
  }),
  clip: (voltsPeak, seconds, line) => ({
    stimulus: {
      kind: "sine",
      frequencyHz: positiveOption(line, "frequency", 1000),
      voltsPeak,
      seconds: seconds(1),
    },
  }),
  sweep: (voltsPeak, seconds, line) => ({
    stimulus: {
      kind: "level-sweep",
      frequencyHz: positiveOption(line, "frequency", 1000),
      firstVoltsPeak: voltsPeak / 30,
      lastVoltsPeak: voltsPeak,
      stepCount: 40,
      stepSeconds: seconds(4) / 40,
    },
  }),
  burst: (voltsPeak, _, line) => ({
    stimulus: { kind: "burst", burst: burstOption(line), voltsPeak },
  }),
  response: (voltsPeak) => ({
    stimulus: {
      kind: "frequency-steps",
      lowHz: 10,
      highHz: 80_000,
      pointsPerDecade: 10,
      voltsPeak,
    },
    recordsInput: true,
    analysis: { "input-channel": "1" },
  }),
  "intermodulation-difference": (voltsPeak, seconds) => ({
    stimulus: { kind: "intermodulation-difference", voltsPeak, seconds: seconds(2) },
  }),
  "intermodulation-modulation": (voltsPeak, seconds) => ({
    stimulus: { kind: "intermodulation-modulation", voltsPeak, seconds: seconds(2) },
  }),
  multitone: (voltsPeak, seconds, line) => ({
    stimulus: { kind: "multitone", voltsPeak, seconds: seconds(4), seed: seedOf(line) },
    analysis: { "period-seconds": String(MULTITONE_PERIOD_SECONDS) },
  }),
  noise: (_, seconds) => ({ stimulus: { kind: "silence", seconds: seconds(4) } }),
  crosstalk: (voltsPeak, seconds, line) => ({
    stimulus: {
      kind: "sine",
      frequencyHz: positiveOption(line, "frequency", 10_000),
      voltsPeak,
      seconds: seconds(2),
    },
    idleChannels: 1,
  }),
  "third-octave": (voltsPeak, seconds, line) => ({
    stimulus: {
      kind: "pink-noise",
      voltsRms: voltsPeak / Math.SQRT2,
      seconds: seconds(10),
      seed: seedOf(line),
    },
  }),
};

/** Kinds whose captures and results have a form of their own. */
const DOCUMENTED = [
  ...Object.keys(PLANNERS),
  ...RUN_KIND_NAMES.filter((kind) => RUN_KINDS[kind].isSoaked),
];

/** Runs that go up to the source's limit; the others play about 1 W into 8 ohm. */
const FULL_LEVEL_RUNS = ["sweep", "clip", "burst"];

/** The `simulate` command: plays a run on the simulated bench, writes its captures, conditions and result. @returns what was written, and the result */
export const simulate = (words: readonly string[]): object | Promise<object> => {
  const line = parseCommandLine(words, OPTIONS);
  const { kind = "", isInOneForm } = askedKind(line, "run", {
    kinds: DOCUMENTED,
    options: OWN_OPTIONS,
  });
  const folder = line.options.get("out");
  const kinds = [...new Set([...DOCUMENTED, ...RUN_KIND_NAMES])];
  if (line.positional.length !== 1 || !folder || !kinds.includes(kind))
    throw new UsageError(
      `simulate RIG.json --run KIND --out DIR; KIND is one of ${kinds.join(", ")}; RIG.json may also be the name of an example: ${Object.keys(EXAMPLE_RIGS).join(", ")}`,
    );
  const bench = readBench(line.positional[0]);
  if (isMeasuredKind(kind) && isInOneForm) return simulateCommon(bench, kind, folder, line);
  return isMeasuredKind(kind) && RUN_KINDS[kind].isSoaked
    ? simulateSoak(bench, { kind, folder }, line)
    : simulateRun(bench, kind, folder, line);
};

/** A kind of run as the application plays it: as many recordings as it takes, each a file of its own. */
const simulateCommon = async (
  bench: ConnectedBench,
  kind: RunKind,
  folder: string,
  line: CommandLine,
): Promise<object> => {
  const loadOhms = drivesOf(bench, line, 0).map((_, channel) => bench.loadOhms(channel));
  const { channels, shots, settings } = await playCommon(bench, kind, line, loadOhms);
  const conditions = {
    rig: bench.name,
    run: kind,
    settings,
    loadOhms,
    mainsHz: bench.mainsHz,
    recordings: shots.map(({ name, fullScaleVolts, meters }) => ({
      file: `${kind}-${name}.wav`,
      fullScaleVolts,
      meters,
    })),
  };
  const events = shots.flatMap((shot) => shot.events);
  const result = { channels };
  const noted = ({
    wav,
    fullScaleVolts,
  }: {
    wav: Uint8Array<ArrayBuffer>;
    fullScaleVolts: number;
  }) =>
    withNote(
      wav,
      noteOf({
        kind,
        fullScaleVolts,
        loadOhms,
        channelsDriven: loadOhms.length,
        settings,
        mainsHz: bench.mainsHz,
        ...layoutIn(wav, loadOhms.length),
      }),
    );
  const files = write(folder, {
    ...Object.fromEntries(shots.map((shot) => [`${kind}-${shot.name}.wav`, noted(shot)])),
    "conditions.json": conditions,
    "result.json": result,
  });
  return { rig: bench.name, run: kind, files, conditions, events, result };
};

const simulateRun = (
  bench: ConnectedBench,
  kind: string,
  folder: string,
  line: CommandLine,
): object => {
  const sampleRateHz = positiveOption(line, "rate", 192_000);
  const seed = seedOf(line);
  const plan = PLANNERS[kind](
    levelVoltsRms(bench, kind, line) * Math.SQRT2,
    (usual) => positiveOption(line, "seconds", usual),
    line,
  );
  const drives = drivesOf(bench, line, plan.idleChannels ?? 0);
  const request: SimulatedRequest = {
    stimulus: plan.stimulus,
    sampleRateHz,
    drives,
    recordsInput: plan.recordsInput,
  };
  const { capture, log } = playable(() => bench.record(request, seed));
  const loadOhms = drives.map((_, channel) => bench.loadOhms(channel));
  const conditions = {
    rig: bench.name,
    run: kind,
    stimulus: plan.stimulus,
    seed,
    sampleRateHz,
    fullScaleVolts: capture.fullScaleVolts,
    channelsDriven: drives.filter(Boolean).length,
    inputChannel: plan.recordsInput ? 1 : null,
    loadOhms,
    band: TONE_DEFAULTS.band,
    mainsHz: bench.mainsHz,
    room: bench.room,
  };
  // From here on there is only what any recording has: the bytes, and the conditions as declared.
  const { channels } = valueOrUsageError(decodeWav(capture.wav, capture.fullScaleVolts));
  const options = new Map(Object.entries({ "mains-hz": String(bench.mainsHz), ...plan.analysis }));
  const result = ANALYSES[kind]({
    channels,
    sampleRateHz,
    loadOhms: loadOhms[0],
    band: TONE_DEFAULTS.band,
    line: { positional: [], options },
  });
  const files = write(folder, {
    [`${kind}.wav`]: withNote(
      capture.wav,
      noteOf({
        kind: runKindOf(kind),
        fullScaleVolts: capture.fullScaleVolts,
        loadOhms,
        channelsDriven: conditions.channelsDriven,
        settings: {},
        mainsHz: bench.mainsHz,
        ...layoutIn(capture.wav, loadOhms.length),
      }),
    ),
    "conditions.json": conditions,
    "result.json": result,
    "bench.json": log,
  });
  return { rig: bench.name, run: kind, files, conditions, events: log.events, result };
};

const simulateSoak = (
  bench: ConnectedBench,
  { kind, folder }: { kind: RunKind; folder: string },
  line: CommandLine,
): object => {
  const request = {
    frequencyHz: positiveOption(line, "frequency", 1000),
    voltsPeak: levelVoltsRms(bench, kind, line) * Math.SQRT2,
    seconds: positiveOption(line, "seconds", 3600),
    drives: drivesOf(bench, line, 0),
  };
  const { points, events } = playable(() => bench.soak(request, seedOf(line)));
  const conditions = { rig: bench.name, run: kind, ...request, room: bench.room };
  const files = write(folder, { "conditions.json": conditions, "result.json": { points, events } });
  const hottest = points.reduce((most, { sinkCelsius }) => Math.max(most, sinkCelsius), -Infinity);
  return {
    rig: bench.name,
    run: kind,
    files,
    conditions,
    events,
    result: { hottestSinkCelsius: hottest, end: points[points.length - 1] },
  };
};

const readBench = (path: string): ConnectedBench => {
  if (path in EXAMPLE_RIGS) return valueOrUsageError(benchOf(EXAMPLE_RIGS[path as ExampleName]));
  let text: string;
  try {
    text = readFileSync(path, "utf8");
  } catch {
    throw new UsageError(
      `cannot read ${path}; check the name, or give one of the examples: ${Object.keys(EXAMPLE_RIGS).join(", ")}`,
    );
  }
  return valueOrUsageError(benchOf(parsed(text, path)));
};

const parsed = (text: string, path: string): unknown => {
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new UsageError(
      `${path} is not JSON: ${error instanceof Error ? error.message : "unreadable"}`,
    );
  }
};

/** Source volts: as asked, else full, else what makes about 1 W in 8 ohm. */
const levelVoltsRms = (bench: ConnectedBench, kind: string, line: CommandLine): number =>
  positiveOption(
    line,
    "level",
    FULL_LEVEL_RUNS.includes(kind) ? bench.mostVoltsRms : Math.sqrt(8) / bench.gainRatio,
  );

const drivesOf = (bench: ConnectedBench, line: CommandLine, idle: number): boolean[] => {
  const driven = Math.round(
    positiveOption(line, "channels", Math.max(1, Math.min(2, bench.channelCount) - idle)),
  );
  if (driven + idle > bench.channelCount)
    throw new UsageError(
      `--channels is ${driven}${idle > 0 ? `, and ${idle} must stay idle` : ""}; this rig has ${bench.channelCount}`,
    );
  return [...Array<boolean>(driven).fill(true), ...Array<boolean>(idle).fill(false)];
};

const burstOption = ({ options }: CommandLine): BurstName => {
  const name = options.get("burst") ?? "20-ms";
  if (!(name in BURST_KINDS))
    throw new UsageError(
      `--burst is "${name}"; it must be one of ${Object.keys(BURST_KINDS).join(", ")}`,
    );
  return name as BurstName;
};

const seedOf = (line: CommandLine): number => Math.round(positiveOption(line, "seed", 1));

/** A range error of the bench is a mistake in the call here. */
const playable = <T>(play: () => T): T => {
  try {
    return play();
  } catch (error) {
    if (error instanceof RangeError) throw new UsageError(error.message);
    throw error;
  }
};

/** What a recording says of itself when it is opened in the application. */
const noteOf = (facts: Omit<RecordingNote, "format" | "nominalOhms">): RecordingNote =>
  recordingNote({ ...facts, nominalOhms: Number(facts.loadOhms[0].toPrecision(2)) });

/** The bench records the amplifier's input first where it records it, then the outputs in order. */
const layoutIn = (
  wav: Uint8Array,
  outputCount: number,
): Pick<RecordingNote, "outputs" | "input"> => {
  const first = valueOrUsageError(readWavLayout(wav)).channelCount - outputCount;
  return {
    outputs: Array.from({ length: outputCount }, (_, k) => first + k),
    input: first > 0 ? 0 : null,
  };
};

const write = (folder: string, files: Record<string, Uint8Array | object>): string[] => {
  try {
    mkdirSync(folder, { recursive: true });
    return Object.entries(files).map(([name, content]) => {
      const path = join(folder, name);
      writeFileSync(
        path,
        content instanceof Uint8Array ? content : `${JSON.stringify(content, null, 2)}\n`,
      );
      return path;
    });
  } catch {
    throw new UsageError(`cannot write into ${folder}; check the folder`);
  }
};
