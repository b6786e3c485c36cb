import { array, boolean, mixed, number, object, string } from "yup";
import type { RunKind } from "@/core/plan";
import { RUN_KIND_NAMES } from "@/core/plan";
import type { GuardName, Trip } from "@/core/drive";
import type { Recorded, Settings } from "@/core/run";
import type { Confirmation } from "./rig";

/** A run on the simulated bench as it is asked for. */
export type BenchJob = {
  id: string;
  kind: RunKind;
  /** The simulated amplifier as it was chosen; the bench checks it anew before it plays. */
  rig: object;
  loadId: string;
  secondLoadId: string | null;
  channelsDriven: number;
  settings: Settings;
  setting: string;
  inputUsed: string;
  ratedWatts: number | null;
  /** Source volts at the top of a power sweep. */
  lastVoltsRms: number | null;
  seed: number;
  set: { id: string; label: string } | null;
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
};

/** What the bench was at when it was left: the run under way with the recordings it has, and those still to come. */
export type UnderWay = {
  job: BenchJob | null;
  shots: readonly UnderWayShot[];
  queue: readonly BenchJob[];
  startedAt: string;
};

const plainObject = (what: string) =>
  mixed<object>()
    .test(
      "object",
      `${what} must be given`,
      (value) =>
        typeof value === "object" && value !== null && JSON.stringify(value).length < 100_000,
    )
    .required();

const jobSchema = object({
  id: string().max(60).required(),
  kind: string()
    .oneOf([...RUN_KIND_NAMES])
    .required(),
  rig: plainObject("the rig"),
  loadId: string().max(60).required(),
  secondLoadId: string().max(60).nullable().defined(),
  channelsDriven: number().integer().min(1).max(16).required(),
  settings: plainObject("the settings"),
  setting: string().max(200).defined(),
  inputUsed: string().max(120).defined(),
  ratedWatts: number().positive().nullable().defined(),
  lastVoltsRms: number().positive().nullable().defined(),
  seed: number().integer().required(),
  set: object({ id: string().max(60).required(), label: string().max(120).required() })
    .nullable()
    .defined(),
});

const shotSchema = object({
  name: string().max(120).required(),
  sha256: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  fileName: string().max(255).required(),
  fullScaleVolts: number().positive().required(),
  meters: object({ mainsWatts: number().required(), mainsAmperes: number().required() })
    .nullable()
    .defined(),
  events: array()
    .of(object({ seconds: number().required(), event: string().max(60).required() }))
    .max(2000)
    .required(),
  trip: object({
    guard: string<GuardName>().max(40).required(),
    text: string().max(400).required(),
    seconds: number().required(),
    isOfOutput: boolean().required(),
  })
    .nullable()
    .defined()
    .default(null),
});

export const underWaySchema = object({
  job: mixed<BenchJob>((value): value is BenchJob => jobSchema.isValidSync(value))
    .nullable()
    .defined()
    .default(null),
  shots: array().of(shotSchema).max(64).required().default([]),
  queue: array().of(jobSchema).max(400).required().default([]),
  startedAt: string().max(40).defined().default(""),
});

export const NOTHING_UNDER_WAY: UnderWay = { job: null, shots: [], queue: [], startedAt: "" };
