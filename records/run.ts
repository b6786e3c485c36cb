import { array, mixed, number, object, string, type InferType } from "yup";
import { RUN_KIND_NAMES, RUN_KINDS, type RunKind } from "@/core/run";
import { readWithSchema } from "./readWith";
import { runResultSchema, type RunResult } from "./runResult";
import type { Correctable, Remarks } from "./remarks";
import { above0, MOST, upTo } from "./limits";
import { levelSchema } from "./level";
import { listOf } from "./listOf";
import { LOAD_KINDS } from "./load";
import { setupSchema, type Setup } from "./setup";
import { trimmed } from "./text";

/** Version of the analysis; a stored result says which one made it. Raise it when readings change. */
export const ANALYSIS_VERSION = 1;

/** Largest upload unless the owner says otherwise: 512 MB. */
export const DEFAULT_UPLOAD_LIMIT_BYTES = 512 * 1024 * 1024;

const conditionsSchema = object({
  nominalOhms: above0(MOST.ohms),
  /** A resistor where it is absent. */
  loadKind: string()
    .oneOf([...LOAD_KINDS])
    .optional(),
  fullScaleVolts: above0(MOST.volts),
  mainsHz: above0(1000),
  band: object({ lowHz: upTo(MOST.hertz), highHz: above0(MOST.hertz) }),
  /** How many channels played while this was recorded; the recording may hold fewer. */
  channelsDriven: number().required().integer().min(1).max(16),
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
        channelIndex: number().required().integer().min(0).max(15),
        loadOhms: above0(MOST.ohms),
        loadOhmsStdUncertainty: upTo(MOST.ohms),
        voltsStdUncertaintyRatio: upTo(1),
        /** Channel of the recording that it was read from, where the reviewer said so. */
        fileChannel: number().integer().min(0).max(63).optional(),
      }),
    )
    .min(1)
    .max(16)
    .required(),
  /** Channel of the recording that holds the amplifier's input, where the reviewer said so. */
  inputFileChannel: number().integer().min(0).max(63).optional(),
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
              (typeof each === "number" && Math.abs(each) <= MOST.figure) ||
              (typeof each === "string" && each.length <= 200),
          )),
    )
    .optional(),
  /** What the run took for its full level, and from where. */
  level: levelSchema().optional().default(undefined),
  /** Supply, switches, input and connection; runs from before it was kept lack it. */
  setup: setupSchema.optional().default(undefined),
  /** Of these, what is not at its default, in words. */
  setting: trimmed().max(200).optional(),
  /** Input that was used, and where its level control stood, in words. */
  inputUsed: trimmed().max(120).optional(),
  ambientCelsius: number().min(-30).max(60).optional(),
  /** What the analysis was given beside the recordings; runs from before this was kept lack it. */
  readWith: readWithSchema(),
  /** The set of runs that it belongs to. */
  set: object({ id: string().max(60).required(), label: string().max(120).required() })
    .optional()
    .default(undefined),
});

const captureSchema = object({
  sha256: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  fileName: string().max(255).required(),
  fullScaleVolts: above0(MOST.volts),
  shot: string().max(120).optional(),
});

/** Largest run that is taken in, recordings apart: 8 MB, several times what a long run of 16 channels has. */
export const RUN_LIMIT_BYTES = 8 * 1024 * 1024;

/** A run as it is handed to the store: conditions in, captures in, result out. What was typed or watched has no capture. */
export const runSchema = object({
  /** Made where the run is made, so that storing it again after a lost answer is no second run. */
  id: string()
    .matches(/^[A-Za-z0-9-]{1,60}$/, "The id must be letters, digits and hyphens.")
    .optional(),
  kind: string()
    .oneOf([...RUN_KIND_NAMES])
    .required(),
  source: string()
    .oneOf(["recording", "simulated-bench", "typed"] as const)
    .required(),
  sourceDetail: string().max(300).defined(),
  conditions: conditionsSchema,
  result: runResultSchema.test(
    "channels-match",
    "result and conditions must have the same kind and number of channels",
    (value, { parent }) =>
      value?.kind === parent.kind &&
      value?.channels?.length === parent.conditions?.channels?.length,
  ),
  analysisVersion: number().required().integer().positive().max(1e6),
  captures: listOf(captureSchema, 64),
});

/** A run as it is taken today: every way of taking one says what it was taken on, or that this was not recorded. */
export const takenRunSchema = runSchema.shape({
  conditions: conditionsSchema.shape({
    setup: setupSchema
      .default(undefined)
      .required("State what the reading was taken on: supply, switches, input and connection.")
      .test(
        "driven",
        "None of the channels that were driven has a reading; check which were driven.",
        ({ driven }, { parent }) => isRead(driven, parent as RunConditions),
      ),
  }),
});

/** Whether any of the channels that are said to be driven was read. */
export const isRead = (
  driven: readonly number[],
  { channels }: Pick<RunConditions, "channels">,
): boolean =>
  driven.length === 0 || channels.some(({ channelIndex }) => driven.includes(channelIndex));

export type RunConditions = InferType<typeof conditionsSchema>;

/** Whether two outputs of a run have one load between them: by its kind, or as they are connected. */
export const isBridgedRun = (kind: RunKind, setup: Pick<Setup, "connection">): boolean =>
  RUN_KINDS[kind].isBridged === true || setup.connection === "bridged";

/** What of a run's conditions may be corrected. */
export const correctableOf = ({
  setup,
  setting,
  inputUsed,
  channelsDriven,
}: RunConditions): Correctable => ({ setup, setting, inputUsed, channelsDriven });

/** A run's conditions with the last correction in force. */
export const conditionsInForce = (
  conditions: RunConditions,
  { corrected }: Pick<Remarks, "corrected">,
): RunConditions => {
  const last = corrected?.at(-1);
  return last ? { ...conditions, ...NOTHING_NAMED, ...last.now } : conditions;
};

/** A correction may take away what was there. */
const NOTHING_NAMED = { setup: undefined, setting: undefined, inputUsed: undefined };
export type RunCapture = {
  sha256: string;
  fileName: string;
  fullScaleVolts: number;
  /** Which of the run's recordings it is. */ shot?: string;
};

export type RunDraft = {
  id: string;
  kind: RunKind;
  source: "recording" | "simulated-bench" | "typed";
  sourceDetail: string;
  conditions: RunConditions;
  result: RunResult;
  analysisVersion: number;
  captures: readonly RunCapture[];
};
export type Run = RunDraft & { amplifierId: string; takenAt: string; remarks: Remarks };

/** What a list says of a run: enough to name it, to find others like it, and to see which plan or claim it answers. */
export type RunEntry = {
  id: string;
  kind: Run["kind"];
  source: Run["source"];
  /** UTC text. */
  takenAt: string;
  nominalOhms: number;
  /** As measured, a channel each. */
  loadOhms: readonly number[];
  channelsDriven: number;
  /** Supply, switches and the like; empty for the default setting. */
  setting: string;
  setup?: RunConditions["setup"];
  setId: string | null;
  isStruck: boolean;
};

/** What a list says of a run. */
export const entryOf = ({
  id,
  kind,
  source,
  takenAt,
  conditions,
  remarks,
}: Pick<Run, "id" | "kind" | "source" | "takenAt" | "conditions" | "remarks">): RunEntry => ({
  id,
  kind,
  source,
  takenAt,
  nominalOhms: conditions.nominalOhms,
  loadOhms: conditions.channels.map(({ loadOhms }) => loadOhms),
  channelsDriven: conditions.channelsDriven,
  setting: conditions.setting ?? "",
  ...(conditions.setup && { setup: conditions.setup }),
  setId: conditions.set?.id ?? null,
  isStruck: remarks.struck !== null,
});
