import { boolean, mixed, number, object, string } from "yup";
import { FORECAST_CLASSES } from "@/core/forecast";
import type { RunKind } from "@/core/run";
import { RUN_KIND_NAMES } from "@/core/run";
import type { GuardName, SinkFacts, Trip } from "@/core/drive";
import type { Recorded, Settings } from "@/core/run";
import type { Stimulus } from "@/core/signal";
import type { Confirmation } from "./rig";
import { above0, MOST, within } from "./limits";
import { levelSchema } from "./level";
import { listOf } from "./listOf";
import { setupSchema, type Setup } from "./setup";

/** A run on a bench that plays, as it is asked for. */
export type BenchJob = {
  id: string;
  kind: RunKind;
  /** What plays it, where it is not the simulated bench. */
  played?: "audio interface" | "network instruments";
  /** The simulated amplifier as it was chosen; the bench checks it again before it plays. Nothing of a real one. */
  rig: object;
  loadId: string;
  secondLoadId: string | null;
  channelsDriven: number;
  settings: Settings;
  /** Supply, switches, input and connection; jobs from before it was kept have the words alone. */
  setup?: Setup;
  setting: string;
  inputUsed: string;
  ratedWatts: number | null;
  /** Full level: the smaller of what is claimed and what was found. */
  level?: { watts: number; from: "claim" | "found" } | null;
  seed: number;
  set: { id: string; label: string } | null;
  /** What its heat sink is predicted by where no thermometer is on it; null and absent where nothing is. */
  sink?: SinkFacts | null;
  confirmations?: readonly Confirmation[];
};

/** A recording of the run that is already stored. */
export type UnderWayShot = {
  name: string;
  sha256: string;
  fileName: string;
  fullScaleVolts: number;
  meters: Recorded["meters"];
  events: Recorded["events"];
  /** The guard that ended it early. */ trip:
    (Trip & { seconds: number; isOfOutput: boolean }) | null;
  /** What was played, and into which load. */
  played?: { stimulus: Stimulus; isSecondLoad: boolean };
};

/** A run that could not be made, by what the plan knows it by, and why. */
export type RefusedRun = Pick<BenchJob, "kind" | "loadId" | "channelsDriven" | "setting"> & {
  message: string;
};

/** What the bench was at when it was left: the run under way with the recordings it has, and those still to come. */
export type UnderWay = {
  job: BenchJob | null;
  shots: readonly UnderWayShot[];
  queue: readonly BenchJob[];
  startedAt: string;
  /** Runs that were refused, each until it is made after all; the last of them. */
  refused: readonly RefusedRun[];
};

/** Refused runs that are remembered. */
export const MOST_REFUSED = 60;

const plainObject = (what: string) =>
  mixed<object>()
    .test(
      "object",
      `${what} must be given`,
      (value) =>
        typeof value === "object" && value !== null && JSON.stringify(value).length < 100_000,
    )
    .required();

const sinkSchema = object({
  stageClass: string()
    .oneOf([...FORECAST_CLASSES])
    .required(),
  efficiencyRatio: number().positive().max(1).required(),
  fullWatts: above0(MOST.watts),
  kelvinPerWatt: above0(MOST.figure),
  timeConstantSeconds: above0(MOST.seconds),
  roomCelsius: number().min(-50).max(100).required(),
  isMeasured: boolean().required(),
});

const jobSchema = object({
  id: string().max(60).required(),
  kind: string()
    .oneOf([...RUN_KIND_NAMES])
    .required(),
  played: string()
    .oneOf(["audio interface", "network instruments"] as const)
    .optional(),
  rig: plainObject("the rig"),
  loadId: string().max(60).required(),
  secondLoadId: string().max(60).nullable().defined(),
  channelsDriven: number().integer().min(1).max(16).required(),
  settings: plainObject("the settings"),
  setup: setupSchema.optional().default(undefined),
  setting: string().max(200).defined(),
  inputUsed: string().max(120).defined(),
  ratedWatts: above0(MOST.watts).nullable().defined(),
  level: levelSchema().nullable().optional().default(undefined),
  seed: number().integer().required(),
  set: object({ id: string().max(60).required(), label: string().max(120).required() })
    .nullable()
    .defined(),
  sink: sinkSchema.nullable().optional().default(undefined),
  /** Checked again with the run that they are kept with. */
  confirmations: mixed<readonly Confirmation[]>().optional(),
});

const shotSchema = object({
  name: string().max(120).required(),
  sha256: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  fileName: string().max(255).required(),
  fullScaleVolts: above0(MOST.volts),
  meters: object({ mainsWatts: within(MOST.watts), mainsAmperes: within(MOST.watts) })
    .nullable()
    .defined(),
  events: listOf(
    object({ seconds: within(MOST.seconds), event: string().max(60).required() }),
    2000,
  ),
  trip: object({
    guard: string<GuardName>().max(40).required(),
    text: string().max(400).required(),
    seconds: within(MOST.seconds),
    isOfOutput: boolean().required(),
  })
    .nullable()
    .defined()
    .default(null),
  played: mixed<NonNullable<UnderWayShot["played"]>>()
    .optional()
    .test(
      "played",
      "what was played must be a stimulus",
      (value) =>
        value === undefined ||
        (typeof value?.stimulus?.kind === "string" && JSON.stringify(value).length < 100_000),
    ),
});

export const underWaySchema = object({
  job: mixed<BenchJob>((value): value is BenchJob => jobSchema.isValidSync(value))
    .nullable()
    .defined()
    .default(null),
  shots: listOf(shotSchema, 64).default([]),
  queue: listOf(jobSchema, 400).default([]),
  startedAt: string().max(40).defined().default(""),
  refused: listOf(
    object({
      kind: string()
        .oneOf([...RUN_KIND_NAMES])
        .required(),
      loadId: string().max(60).required(),
      channelsDriven: number().integer().min(1).max(16).required(),
      setting: string().max(200).defined(),
      message: string().max(1000).required(),
    }),
    MOST_REFUSED,
  ).default([]),
});

/** Largest record of a run under way: its queue holds a simulated amplifier for each run. */
export const UNDER_WAY_LIMIT_BYTES = 8 * 1024 * 1024;

export const NOTHING_UNDER_WAY: UnderWay = {
  job: null,
  shots: [],
  queue: [],
  startedAt: "",
  refused: [],
};
