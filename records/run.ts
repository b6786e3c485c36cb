import { array, mixed, number, object, string, type InferType } from "yup";
import type { PowerSweepResult } from "@/core/sweep";
import type { PowerEvidence } from "@/core/verdict";

/** Version of the analysis; a stored result says which one made it. Raise it when readings change. */
export const ANALYSIS_VERSION = 1;

/** Largest upload unless the owner says otherwise: 512 MB. */
export const DEFAULT_UPLOAD_LIMIT_BYTES = 512 * 1024 * 1024;

const finite = () => number().required().test("finite", "${path} must be a finite number", (value) => Number.isFinite(value));
const ratio = () => finite().min(0);

const halfWaveSchema = object({ shortfallRatio: finite(), tipVolts: finite(), tipSpreadVolts: finite(), flattenedCycleCount: finite() });

const stepSchema = object({
  startSeconds: finite(),
  windowStartSeconds: finite(),
  windowSeconds: finite(),
  fundamentalHz: finite(),
  voltsRms: ratio(),
  powerWatts: ratio(),
  powerWattsStdUncertainty: ratio(),
  thdRatio: ratio(),
  thdPlusNoiseRatio: ratio(),
  harmonics: array().of(object({ order: finite(), ratio: ratio() })).max(100).required(),
  flattening: object({
    present: mixed<boolean>().oneOf([true, false]).required(),
    firstHalf: string().oneOf(["positive", "negative", "both"]).nullable().defined(),
    cycleCount: finite(),
    positive: halfWaveSchema,
    negative: halfWaveSchema,
  }),
  heldRatio: ratio(),
});

const resultSchema = object({
  kind: string().oneOf(["power-sweep"] as const).required(),
  frequencyHz: finite(),
  channels: array().of(object({
    steps: array().of(stepSchema).min(2).max(10_000).required(),
    stop: object({ reason: string().oneOf(["rail-voltage", "supply-power-or-current", "output-limiter", "output-protection", "input-drive", "not-known"] as const).required(), evidence: string().max(1000).required() }),
  })).min(1).max(16).required(),
});

/** A run as it is handed to the store: conditions in, captures in, result out. */
export const runSchema = object({
  kind: string().oneOf(["power-sweep"] as const).required(),
  source: string().oneOf(["recording", "simulated-bench"] as const).required(),
  sourceDetail: string().max(300).defined(),
  conditions: object({
    nominalOhms: finite().positive(),
    fullScaleVolts: finite().positive(),
    mainsHz: finite().positive(),
    band: object({ lowHz: ratio(), highHz: finite().positive() }),
    /** How many channels played while this was recorded; the recording may hold fewer. */
    channelsDriven: finite().integer().min(1).max(16),
    /** Risky cautions that were confirmed before it. */
    confirmations: array().of(object({ code: string().max(40).required(), title: string().max(200).required(), at: string().max(40).required() })).max(40).optional(),
    channels: array().of(object({ channelIndex: finite().integer().min(0).max(15), loadOhms: finite().positive(), loadOhmsStdUncertainty: ratio(), voltsStdUncertaintyRatio: ratio() })).min(1).max(16).required(),
  }),
  result: resultSchema.test("channels-match", "result and conditions must have the same number of channels", (value, { parent }) => value?.channels?.length === parent.conditions?.channels?.length),
  analysisVersion: finite().integer().positive(),
  captures: array().of(object({ sha256: string().matches(/^[0-9a-f]{64}$/).required(), fileName: string().max(255).required(), fullScaleVolts: finite().positive() })).min(1).max(16).required(),
});

type RawRun = InferType<typeof runSchema>;
export type RunConditions = RawRun["conditions"];
export type RunCapture = RawRun["captures"][number];
export type RunDraft = Omit<RawRun, "result"> & { result: PowerSweepResult };
export type Run = RunDraft & { id: string; amplifierId: string; takenAt: string };

/** What a run says about a claim of power. */
export const powerEvidence = ({ conditions, result }: Pick<Run, "conditions" | "result">): PowerEvidence => ({
  channelsDriven: conditions.channelsDriven,
  channels: result.channels.map((channel, k) => ({ ...channel, channelIndex: conditions.channels[k].channelIndex, loadOhms: conditions.channels[k].loadOhms })),
});
