import { readFileSync } from "node:fs";
import { dirname, resolve } from "node:path";
import { TONE_DEFAULTS } from "@/core/distortion";
import { COVERAGE_FACTOR } from "@/core/power";
import { completeSettings, RUN_KINDS } from "@/core/run";
import type { Evidence, EvidenceChannel } from "@/core/verdict";
import { decodeWav } from "@/core/wav";
import { readRun } from "@/pipeline/readRun";
import { UsageError } from "../arguments";
import { valueOrUsageError } from "../documentedForms";
import type { CaseConditions, CaseFile, CaseRun } from "./caseFile";
import { leavesSupplyOpen, supplyIn } from "./madeFor";
import { runKindOf } from "../kindNames";
import { cautionsIn, foundInPrinted } from "./fromPrinted";

/** What stands in where nothing is said of how well volts and ohms are known: one percent each, expanded. Common of hand-held meters. */
const UNSAID_RATIO = 0.01;
/** Ohms that were not measured are those on the resistor, within five percent. @see IEC 60062 (tolerance J) */
const UNMEASURED_RATIO = 0.05;

type Loads = Pick<
  EvidenceChannel,
  | "channelIndex"
  | "loadOhms"
  | "loadOhmsStdUncertainty"
  | "loadDriftRatio"
  | "voltsStdUncertaintyRatio"
>;

/** One number for all channels, or one each. */
const ofChannel = (given: number | number[] | undefined, k: number): number | undefined => {
  const all = [given].flat();
  return all[k] ?? all[all.length - 1];
};

const loadOf = (conditions: CaseConditions, k: number): Loads => {
  const given = conditions.channels?.[k];
  const measured = given?.loadOhms ?? ofChannel(conditions.loadOhms, k);
  const loadOhms = measured ?? conditions.nominalOhms;
  const expanded =
    given?.loadOhmsExpandedUncertainty ??
    ofChannel(conditions.loadOhmsExpandedUncertainty, k) ??
    loadOhms * (measured === undefined ? UNMEASURED_RATIO : UNSAID_RATIO);
  return {
    channelIndex: given?.channelIndex ?? k,
    loadOhms,
    loadOhmsStdUncertainty: expanded / COVERAGE_FACTOR,
    loadDriftRatio: given?.loadDriftRatio ?? 0,
    voltsStdUncertaintyRatio: (conditions.accuracyRatio ?? UNSAID_RATIO) / COVERAGE_FACTOR,
  };
};

type Printed = Readonly<Record<string, unknown>>;
const channelsIn = (result: Printed): Printed[] =>
  Array.isArray(result.channels)
    ? result.channels.filter((each): each is Printed => typeof each === "object" && each !== null)
    : [result];

/** What was printed of each channel; one that was refused says nothing. */
const fromResult = (run: CaseRun, result: Printed): EvidenceChannel[] =>
  channelsIn(result).flatMap((printed, k) => {
    if (typeof printed.refused === "string") return [];
    const at = typeof printed.channel === "number" ? printed.channel : k;
    const load = loadOf(run.conditions, at);
    const workedOut = typeof result.loadOhms === "number" ? result.loadOhms : load.loadOhms;
    const hertz =
      run.conditions.frequencyHz ??
      (typeof result.frequencyHz === "number" ? result.frequencyHz : null);
    const found = foundInPrinted(printed, hertz, workedOut / load.loadOhms);
    // What is said of the recording as a whole is said of each of its channels.
    const whole = result.channels === undefined ? [] : cautionsIn(result);
    return [{ ...load, ...found, cautions: [...(found.cautions ?? []), ...whole] }];
  });

/** Recordings lie beside the case that names them. */
const bytesOf = (name: string, casePath: string): Uint8Array<ArrayBuffer> => {
  try {
    return new Uint8Array(readFileSync(resolve(dirname(casePath), name)));
  } catch {
    throw new UsageError(
      `cannot read ${name}, which the case names; it is looked for beside the case`,
    );
  }
};

const fromFiles = async (
  run: CaseRun,
  names: readonly string[],
  casePath: string,
): Promise<EvidenceChannel[]> => {
  const kind = runKindOf(run.kind);
  const { fullScaleVolts = 1, secondLoadOhms, mainsHz = 50, levelWatts } = run.conditions;
  const files = names.map((name) => ({ name, bytes: bytesOf(name, casePath) }));
  const { channels } = valueOrUsageError(decodeWav(files[0].bytes, fullScaleVolts));
  const outputs = channels.map((_, k) => k);
  const loads = outputs.map((k) => loadOf(run.conditions, k));
  const found = valueOrUsageError(
    await readRun({
      kind,
      settings: completeSettings(RUN_KINDS[kind].fields, {}),
      instrument: {
        kind: "files",
        mainsHz,
        files: files.map(({ name, bytes }) => ({
          fileName: name,
          wav: bytes,
          fullScaleVolts,
          layout: { outputs, input: null },
        })),
      },
      loads,
      secondLoads:
        secondLoadOhms === undefined
          ? null
          : loads.map((load) => ({ ...load, loadOhms: secondLoadOhms })),
      ratedWatts: levelWatts ?? null,
    }),
  );
  return found.map((channel, k) => ({ ...loads[k], ...channel }));
};

/** What was not recorded, as the case says, or as it leaves open. */
const unrecordedIn = (
  { supply, unrecorded = [] }: CaseRun["conditions"],
  content: Pick<CaseFile, "amplifier" | "runs">,
): Pick<Evidence, "unrecorded"> => {
  const open = leavesSupplyOpen(supply, content) ? (["supply"] as const) : [];
  const all = [...new Set([...unrecorded, ...open])];
  return all.length > 0 ? { unrecorded: all } : {};
};

/** What a run was taken under. */
const takenUnder = (
  { kind, conditions }: CaseRun,
  content: Pick<CaseFile, "amplifier" | "runs">,
): Omit<Evidence, "id" | "channels" | "channelsDriven"> => ({
  kind: runKindOf(kind),
  source: conditions.loadKind === "loudspeaker" ? "loudspeaker" : conditions.source,
  takenAt: conditions.takenAt,
  nominalOhms: conditions.nominalOhms,
  frequencyHz: conditions.frequencyHz ?? null,
  band: TONE_DEFAULTS.band,
  levelWatts: conditions.levelWatts ?? null,
  ...(conditions.isWarm !== undefined && { isWarm: conditions.isWarm }),
  ...(conditions.rigFloorRatio !== undefined && { rigFloorRatio: conditions.rigFloorRatio }),
  ...(conditions.set !== undefined && { setId: conditions.set }),
  supply: supplyIn(conditions.supply ?? "", content),
  setting: conditions.setting,
  ...unrecordedIn(conditions, content),
  ...(conditions.connection && { connection: conditions.connection }),
  ...(conditions.input && { input: conditions.input }),
  ...(conditions.mainsVolts && { mainsVolts: conditions.mainsVolts }),
  ...(conditions.drivenChannels && {
    driven: conditions.drivenChannels.toSorted((a, b) => a - b),
  }),
  ...(conditions.loadKind === "reactive network" && { isReactive: true as const }),
});

/** Without the channels that were idle, where the run says which played. */
const drivenOf = (
  channels: readonly EvidenceChannel[],
  { drivenChannels }: CaseRun["conditions"],
): EvidenceChannel[] => {
  if (!drivenChannels) return [...channels];
  const driven = channels.filter(({ channelIndex }) => drivenChannels.includes(channelIndex));
  if (driven.length > 0) return driven;
  throw new UsageError("conditions.drivenChannels names no channel that the run has");
};

/** The runs of a case as evidence; recordings are analysed here. @throws {UsageError} that names the run that cannot be read */
export const evidenceOf = async (
  content: Pick<CaseFile, "amplifier" | "runs">,
  casePath: string,
): Promise<Evidence[]> => {
  const evidence: Evidence[] = [];
  for (const [k, run] of (content.runs ?? []).entries()) {
    const id = run.id ?? `run ${k + 1}`;
    const names = run.file === undefined ? null : [run.file].flat();
    try {
      const recorded = names
        ? await fromFiles(run, names, casePath)
        : fromResult(run, run.result as Printed);
      const channels = drivenOf(recorded, run.conditions);
      const { drivenChannels, channelsDriven = drivenChannels?.length ?? channels.length } =
        run.conditions;
      evidence.push({ id, ...takenUnder(run, content), channelsDriven, channels });
    } catch (error) {
      if (error instanceof UsageError) throw new UsageError(`${id}: ${error.message}`);
      throw error;
    }
  }
  return evidence;
};
