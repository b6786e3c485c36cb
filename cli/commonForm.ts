import type { ConnectedBench } from "@/bench/simulated";
import type { Band } from "@/core/distortion";
import {
  completeSettings,
  RUN_KINDS,
  type ChannelResult,
  type RunKind,
  type SettingField,
  type Settings,
} from "@/core/run";
import { parseNumber } from "@/core/units";
import { NO_LIMITS, playRun, type KeptShot } from "@/pipeline/playRun";
import { readRun } from "@/pipeline/readRun";
import { positiveOption, UsageError, type CommandLine } from "./arguments";
import { valueOrUsageError } from "./documentedForms";

/** Options of the command line for these kinds. */
export const COMMON_OPTIONS = ["set", "second-load-ohms", "rated-watts", "mains-hz"];

/**
 * "--set frequencyHz=60,seconds=2": these settings of the run, the rest at their defaults. A band that is given holds for those that name its ends.
 * @throws {UsageError} on a name or a value that the run does not have
 */
export const settingsOfLine = (line: CommandLine, kind: RunKind): Settings => {
  const { fields } = RUN_KINDS[kind];
  const ends = line.options.get("band")?.split("-") ?? [];
  const ofBand = ["bandLowHz", "bandHighHz"].flatMap((name, k) =>
    ends[k] && fields.some((field) => field.name === name) ? [`${name}=${ends[k]}`] : [],
  );
  const given = (line.options.get("set") ?? "").split(",").filter((part) => part.trim() !== "");
  return completeSettings(
    fields,
    Object.fromEntries([...ofBand, ...given].map((part) => settingFrom(part, fields, kind))),
  );
};

const settingFrom = (
  part: string,
  fields: readonly SettingField[],
  kind: RunKind,
): [string, number | string] => {
  const [name, text = ""] = part.split("=").map((each) => each.trim());
  const field = fields.find((each) => each.name === name);
  if (!field)
    throw new UsageError(
      `--set names "${name}", which ${kind} does not have; it has ${fields.map((each) => each.name).join(", ") || "none"}`,
    );
  if (field.kind === "choice") {
    if (field.choices.some(({ value }) => value === text)) return [name, text];
    throw new UsageError(
      `--set ${name} is "${text}"; it must be one of ${field.choices.map(({ value }) => value).join(", ")}`,
    );
  }
  const value = parseNumber(text);
  if (value !== null && value >= field.least && value <= field.most) return [name, value];
  throw new UsageError(
    `--set ${name} is "${text}"; it must be a number from ${field.least} to ${field.most}`,
  );
};

const exactly = (ohms: number, channelIndex: number) => ({
  channelIndex,
  loadOhms: ohms,
  loadOhmsStdUncertainty: 0,
  voltsStdUncertaintyRatio: 0,
});

export type CommonFiles = {
  files: readonly { name: string; bytes: Uint8Array<ArrayBuffer>; channelCount: number }[];
  fullScaleVolts: number;
  loadOhms: number;
  band: Band;
  line: CommandLine;
};

/** Reads recordings as any kind of run, by the same way as the application. */
export const analyseCommon = async (
  kind: RunKind,
  { files, fullScaleVolts, loadOhms, band, line }: CommonFiles,
): Promise<object> => {
  const channels = Array.from({ length: files[0].channelCount }, (_, k) => k);
  const second = line.options.has("second-load-ohms")
    ? positiveOption(line, "second-load-ohms", loadOhms)
    : null;
  const found = valueOrUsageError(
    await readRun({
      kind,
      settings: settingsOfLine(line, kind),
      band,
      instrument: {
        kind: "files",
        mainsHz: positiveOption(line, "mains-hz", 50),
        files: files.map(({ name, bytes }) => ({
          fileName: name,
          wav: bytes,
          fullScaleVolts,
          layout: { outputs: channels, input: null },
        })),
      },
      loads: channels.map((k) => exactly(loadOhms, k)),
      secondLoads: second === null ? null : channels.map((k) => exactly(second, k)),
      ratedWatts: line.options.has("rated-watts") ? positiveOption(line, "rated-watts", 1) : null,
    }),
  );
  return { channels: found };
};

export type PlayedCommon = {
  channels: readonly ChannelResult[];
  shots: readonly KeptShot[];
  settings: Settings;
};

/** Plays any kind of run on the simulated bench, shot by shot, and reads it. */
export const playCommon = async (
  { amplifier }: ConnectedBench,
  kind: RunKind,
  line: CommandLine,
  loads: readonly number[],
): Promise<PlayedCommon> => {
  const shots: KeptShot[] = [];
  const second = positiveOption(line, "second-load-ohms", loads[0] / 2);
  const settings = settingsOfLine(line, kind);
  const outcome = await playRun(
    {
      kind,
      settings,
      instrument: {
        kind: "simulated",
        amplifier,
        seed: Math.round(positiveOption(line, "seed", 1)),
      },
      loads: loads.map(exactly),
      secondLoads: loads.map((_, k) => exactly(second, k)),
      ratedWatts: line.options.has("rated-watts") ? positiveOption(line, "rated-watts", 1) : null,
      sampleRateHz: positiveOption(line, "rate", 192_000),
      kept: [],
      limits: NO_LIMITS,
      secondLimits: NO_LIMITS,
    },
    { onMoment: () => {}, onShot: (shot) => void shots.push(shot) },
  );
  return { channels: valueOrUsageError(outcome), shots, settings };
};
