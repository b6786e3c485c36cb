import { array, lazy, mixed, number, object, string, type InferType } from "yup";
import { GUARD_REASONS } from "@/core/drive";
import { MEASURED_KINDS, type MeasuredKind } from "@/core/run";
import type { PowerSweepResult } from "@/core/sweep";
import type { PowerEvidence } from "@/core/verdict";
import { measuredChannelsSchema, type MeasuredResult } from "./measured";
import type { Remarks } from "./remarks";

/** Version of the analysis; a stored result says which one made it. Raise it when readings change. */
export const ANALYSIS_VERSION = 1;

/** Largest upload unless the owner says otherwise: 512 MB. */
export const DEFAULT_UPLOAD_LIMIT_BYTES = 512 * 1024 * 1024;

const finite = () =>
  number()
    .required()
    .test("finite", "${path} must be a finite number", (value) => Number.isFinite(value));
const ratio = () => finite().min(0);

const halfWaveSchema = object({
  shortfallRatio: finite(),
  tipVolts: finite(),
  tipSpreadVolts: finite(),
  flattenedCycleCount: finite(),
});

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
  harmonics: array()
    .of(object({ order: finite(), ratio: ratio() }))
    .max(100)
    .required(),
  flattening: object({
    present: mixed<boolean>().oneOf([true, false]).required(),
    firstHalf: string().oneOf(["positive", "negative", "both"]).nullable().defined(),
    cycleCount: finite(),
    positive: halfWaveSchema,
    negative: halfWaveSchema,
  }),
  heldRatio: ratio(),
});

const sweepResultSchema = object({
  kind: string()
    .oneOf(["power-sweep"] as const)
    .required(),
  frequencyHz: finite(),
  channels: array()
    .of(
      object({
        steps: array().of(stepSchema).min(2).max(10_000).required(),
        stop: object({
          reason: string()
            .oneOf([
              "rail-voltage",
              "supply-power-or-current",
              "output-limiter",
              "output-protection",
              "input-drive",
              "not-known",
              ...Object.values(GUARD_REASONS),
            ] as const)
            .required(),
          evidence: string().max(1000).required(),
        }),
      }),
    )
    .min(1)
    .max(16)
    .required(),
});

const measuredResultSchema = object({
  kind: string()
    .oneOf([...MEASURED_KINDS])
    .required(),
  channels: measuredChannelsSchema,
});

const KINDS = ["power-sweep", ...MEASURED_KINDS] as const;

const conditionsSchema = object({
  nominalOhms: finite().positive(),
  fullScaleVolts: finite().positive(),
  mainsHz: finite().positive(),
  band: object({ lowHz: ratio(), highHz: finite().positive() }),
  /** How many channels played while this was recorded; the recording may hold fewer. */
  channelsDriven: finite().integer().min(1).max(16),
  /** Risky cautions that were confirmed before it. */
  confirmations: array()
    .of(
      object({
        code: string().max(40).required(),
        title: string().max(200).required(),
        at: string().max(40).required(),
      }),
    )
    .max(40)
    .optional(),
  channels: array()
    .of(
      object({
        channelIndex: finite().integer().min(0).max(15),
        loadOhms: finite().positive(),
        loadOhmsStdUncertainty: ratio(),
        voltsStdUncertaintyRatio: ratio(),
      }),
    )
    .min(1)
    .max(16)
    .required(),
  /** What was set for this kind of run. */
  settings: mixed<Record<string, number | string>>()
    .test(
      "settings",
      "settings must be numbers and words by name",
      (value) =>
        value === undefined ||
        (typeof value === "object" &&
          value !== null &&
          Object.keys(value).length <= 40 &&
          Object.values(value).every(
            (each) =>
              (typeof each === "number" && Number.isFinite(each)) ||
              (typeof each === "string" && each.length <= 200),
          )),
    )
    .optional(),
  /** Supply, switches and the like where they are otherwise than usual. */
  setting: string().trim().max(200).optional(),
  /** Input that was used, and where its level control stood. */
  inputUsed: string().trim().max(120).optional(),
  ambientCelsius: number().min(-30).max(60).optional(),
  /** The set of runs that it belongs to. */
  set: object({ id: string().max(60).required(), label: string().max(120).required() })
    .optional()
    .default(undefined),
});

/** A run as it is handed to the store: conditions in, captures in, result out. What was typed or watched has no capture. */
export const runSchema = lazy((input: { kind?: unknown } | null | undefined) =>
  object({
    kind: string().oneOf(KINDS).required(),
    source: string()
      .oneOf(["recording", "simulated-bench", "typed"] as const)
      .required(),
    sourceDetail: string().max(300).defined(),
    conditions: conditionsSchema,
    result: (
      (input?.kind === "power-sweep"
        ? sweepResultSchema
        : measuredResultSchema) as typeof measuredResultSchema
    ).test(
      "channels-match",
      "result and conditions must have the same kind and number of channels",
      (value, { parent }) =>
        value?.kind === parent.kind &&
        value?.channels?.length === parent.conditions?.channels?.length,
    ),
    analysisVersion: finite().integer().positive(),
    captures: array()
      .of(
        object({
          sha256: string()
            .matches(/^[0-9a-f]{64}$/)
            .required(),
          fileName: string().max(255).required(),
          fullScaleVolts: finite().positive(),
          shot: string().max(120).optional(),
        }),
      )
      .max(64)
      .required(),
  }),
);

export type RunConditions = InferType<typeof conditionsSchema>;
export type RunCapture = {
  sha256: string;
  fileName: string;
  fullScaleVolts: number;
  /** Which of the run's recordings it is. */ shot?: string;
};
type Common = {
  source: "recording" | "simulated-bench" | "typed";
  sourceDetail: string;
  conditions: RunConditions;
  analysisVersion: number;
  captures: readonly RunCapture[];
};
type Stored = { id: string; amplifierId: string; takenAt: string; remarks: Remarks };

export type SweepDraft = Common & { kind: "power-sweep"; result: PowerSweepResult };
export type MeasuredDraft = Common & { kind: MeasuredKind; result: MeasuredResult };
export type RunDraft = SweepDraft | MeasuredDraft;
export type SweepRun = SweepDraft & Stored;
export type MeasuredRun = MeasuredDraft & Stored;
export type Run = SweepRun | MeasuredRun;

export const isSweep = (run: Run): run is SweepRun => run.kind === "power-sweep";

/** What a sweep says about a claim of power. */
export const powerEvidence = ({
  conditions,
  result,
}: Pick<SweepRun, "conditions" | "result">): PowerEvidence => ({
  channelsDriven: conditions.channelsDriven,
  channels: result.channels.map((channel, k) => ({
    ...channel,
    channelIndex: conditions.channels[k].channelIndex,
    loadOhms: conditions.channels[k].loadOhms,
  })),
});

/** Runs that count as evidence of the amplifier as it comes: not struck out, nothing set otherwise than usual. */
export const evidenceOf = (runs: readonly Run[]): PowerEvidence[] =>
  runs
    .filter(isSweep)
    .filter(({ remarks, conditions }) => remarks.struck === null && !conditions.setting)
    .map(powerEvidence);
