import { array, boolean, mixed, number, object, string, type InferType } from "yup";
import { RUN_KIND_NAMES } from "@/core/run";
import { CONNECTIONS, LOAD_KINDS, validated } from "@/records";
import { UsageError } from "../arguments";
import { OTHERWISE_CALLED } from "../kindNames";

/** Kinds as `analyse` names them, beside those of the application. */
const KINDS = [...RUN_KIND_NAMES, ...Object.keys(OTHERWISE_CALLED)];
export const SOURCES = ["recording", "meter", "loudspeaker", "simulated"] as const;

const connection = () => string().oneOf([...CONNECTIONS]);

const above0 = () => number().positive().max(1e9);
/** One number for all channels, or one each. */
const perChannel = (most: number) =>
  mixed<number | number[]>().test(
    "per-channel",
    ({ path }) => `${path} must be a number above zero, or one for each channel`,
    (value) =>
      value === undefined ||
      [value].flat().every((each) => typeof each === "number" && each > 0 && each <= most),
  );

const channelSchema = object({
  channelIndex: number().integer().min(0).max(63),
  loadOhms: above0(),
  loadOhmsExpandedUncertainty: number().min(0).max(1e9),
  loadDriftRatio: number().min(0).max(1),
});

const conditionsSchema = object({
  source: string()
    .oneOf([...SOURCES])
    .required(),
  takenAt: string().max(60).default(""),
  nominalOhms: above0().default(8),
  channels: array().of(channelSchema).max(64),
  loadOhms: perChannel(1e9),
  loadOhmsExpandedUncertainty: perChannel(1e9),
  channelsDriven: number().integer().min(1).max(64),
  frequencyHz: above0(),
  levelWatts: above0(),
  /** Not recorded where it is left out and the amplifier has several. */
  supply: string().max(200),
  setting: string().max(200).default(""),
  /** Which of the two was not recorded, though the amplifier has several. */
  unrecorded: array()
    .of(
      string()
        .oneOf(["supply", "setting"] as const)
        .required(),
    )
    .max(2),
  connection: connection(),
  /** Where the amplifier has several. */
  input: string().max(200),
  mainsVolts: above0(),
  loadKind: string().oneOf([...LOAD_KINDS]),
  /** Places of the channels that played, from 0; the rest of a recording was idle. */
  drivenChannels: array().of(number().required().integer().min(0).max(63)).min(1).max(64),
  /** Expanded, of the volts: 0.005 is half a percent. */
  accuracyRatio: number().min(0).max(1),
  isWarm: boolean(),
  rigFloorRatio: number().min(0).max(1),
  /** Runs of one set are repeats of each other. */
  set: string().max(60),
  fullScaleVolts: above0(),
  secondLoadOhms: above0(),
  mainsHz: above0(),
}).required();

const runSchema = object({
  id: string().max(60),
  kind: string().oneOf(KINDS).required(),
  conditions: conditionsSchema,
  file: mixed<string | string[]>().test(
    "file",
    ({ path }) => `${path} must be the name of a recording, or of several`,
    (value) => value === undefined || [value].flat().every((name) => typeof name === "string"),
  ),
  // Results are taken as `analyse` prints them; each field is checked where it is used.
  result: mixed<Record<string, unknown>>().test(
    "result",
    ({ path }) => `${path} must be what \`analyse --as KIND\` prints`,
    (value) => value === undefined || (typeof value === "object" && !Array.isArray(value)),
  ),
}).test(
  "file-or-result",
  ({ path }) => `${path} must have either a file or a result`,
  ({ file, result }) => (file === undefined) !== (result === undefined),
);

const claimLine = object({
  text: string().max(1000).required(),
  /** Conditions that the reviewer filled in, by name, such as loadOhms: 8. */
  filledIn: object().default({}),
  supply: string().max(200),
  setting: string().max(200),
  connection: connection(),
  input: string().max(200),
  mainsVolts: above0(),
});

export const caseSchema = object({
  $schema: string(),
  claims: mixed<string | (string | InferType<typeof claimLine>)[]>()
    .required("claims must be lines of a specification, as text or as a list")
    .test("claims", "claims must be lines of a specification, as text or as a list", (value) =>
      typeof value === "string"
        ? value.length <= 20_000
        : Array.isArray(value) &&
          value.length <= 400 &&
          value.every((each) => typeof each === "string" || claimLine.isValidSync(each)),
    ),
  amplifier: object({
    channels: number().integer().min(1).max(64).default(2),
    kind: string().max(60),
    /** The one in the box: claims that name no supply are about it. */
    supply: string().max(200),
    massKilograms: above0(),
    sizeMetres: array().of(above0().required()).max(3),
  }).default({ channels: 2 }),
  runs: array().of(runSchema).max(2000).default([]),
});

export type CaseFile = InferType<typeof caseSchema>;
export type CaseRun = NonNullable<CaseFile["runs"]>[number];
export type CaseConditions = CaseRun["conditions"];

/** A case as it was read from a file. @throws {UsageError} that names the field where it is not as it should be */
export const checkedCase = async (content: unknown): Promise<CaseFile> => {
  if (typeof content !== "object" || content === null || Array.isArray(content))
    throw new UsageError("the case must be a JSON object with claims, amplifier and runs");
  const outcome = await validated(caseSchema, content);
  if (outcome.ok) return outcome.value as CaseFile;
  const [[path, message]] = Object.entries(outcome.errors);
  throw new UsageError(message.includes(path) ? message : `${path}: ${message}`);
};
