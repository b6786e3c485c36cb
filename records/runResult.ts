import { array, mixed, object, string } from "yup";
import {
  RUN_KIND_NAMES,
  RUN_KINDS,
  type ChannelResult,
  type Curve,
  type RunKind,
} from "@/core/run";
import { MOST, upTo, within } from "./limits";
import { listOf } from "./listOf";

/** The result of a run, a channel each. */
export type RunResult = { kind: RunKind; channels: readonly ChannelResult[] };

const MOST_CURVE_POINTS = 4000;
const MOST_CYCLES = 2000;
const figure = () => within(MOST.figure);
const figureOrNull = () => within(MOST.figure).nullable().defined();
const name = () => string().max(120).required();

/** A short list of plain values, looked at in one go. */
const values = <T>(isValue: (value: unknown) => boolean, most: number) =>
  mixed<readonly T[]>()
    .required()
    .test(
      "values",
      `\${path} must be a list of up to ${most} values`,
      (list) => Array.isArray(list) && list.length <= most && list.every(isValue),
    );

type NamedPlace = NonNullable<Curve["named"]>[number];
const MOST_NAMED = 24;

const isNamedPlace = (value: unknown): value is NamedPlace => {
  const { at, label } = (value ?? {}) as Partial<NamedPlace>;
  return isFigure(at) && typeof label === "string" && label.length <= 40;
};

const isFigure = (value: unknown): value is number =>
  typeof value === "number" && Math.abs(value) <= MOST.figure;

const curveSchema = object({
  name: name(),
  label: string().max(120).defined(),
  x: name(),
  y: name(),
  points: values<readonly [number, number]>(
    (pair) => Array.isArray(pair) && pair.length === 2 && pair.every(isFigure),
    MOST_CURVE_POINTS,
  ),
  named: mixed<readonly NamedPlace[]>()
    .notRequired()
    .default(undefined)
    .test(
      "named",
      `\${path} must be a list of up to ${MOST_NAMED} places with their names`,
      (list) =>
        list === undefined ||
        (Array.isArray(list) && list.length <= MOST_NAMED && list.every(isNamedPlace)),
    ),
});

const figureSchema = object({
  name: name(),
  label: name(),
  quantity: name(),
  value: figureOrNull(),
  stdUncertainty: figureOrNull(),
  bound: string().oneOf(["at-least", "at-most"]).nullable().defined(),
});

const burstSchema = object({
  label: name(),
  cycleSeconds: figure(),
  powerWatts: values<number>(isFigure, MOST_CYCLES),
  flattened: values<boolean>((value) => typeof value === "boolean", MOST_CYCLES),
  lastCleanCycle: figureOrNull(),
});

const ratio = () => upTo(MOST.figure);

const halfWaveSchema = object({
  shortfallRatio: within(MOST.figure),
  tipVolts: within(MOST.volts),
  tipSpreadVolts: within(MOST.volts),
  flattenedCycleCount: upTo(MOST.figure),
});

const levelSchema = object({
  startSeconds: upTo(MOST.seconds),
  windowStartSeconds: upTo(MOST.seconds),
  windowSeconds: upTo(MOST.seconds),
  fundamentalHz: upTo(MOST.hertz),
  voltsRms: upTo(MOST.volts),
  powerWatts: upTo(MOST.watts),
  powerWattsStdUncertainty: upTo(MOST.watts),
  thdRatio: ratio(),
  thdPlusNoiseRatio: ratio(),
  harmonics: listOf(object({ order: upTo(1000), ratio: ratio() }), 100),
  flattening: object({
    present: mixed<boolean>().oneOf([true, false]).required(),
    firstHalf: string().oneOf(["positive", "negative", "both"]).nullable().defined(),
    cycleCount: upTo(MOST.figure),
    positive: halfWaveSchema,
    negative: halfWaveSchema,
  }),
  heldRatio: ratio(),
});

const cautionSchema = object({
  code: name(),
  text: string().max(1000).required(),
  touches: values<string>((value) => typeof value === "string" && value.length <= 120, 40),
});

/** Levels of one sweep. */
const MOST_LEVELS = 1000;

const channelSchema = object({
  figures: listOf(figureSchema, 200),
  curves: listOf(curveSchema, 40),
  bursts: listOf(burstSchema, 40),
  levels: listOf(levelSchema, MOST_LEVELS, 2).notRequired().default(undefined),
  stop: object({
    reason: name(),
    evidence: string().max(1000).required(),
    picture: curveSchema.nullable().defined().default(null),
  }),
  summary: string().max(2000).required(),
  cautions: listOf(cautionSchema, 40).notRequired().default(undefined),
});

export const runResultSchema = object({
  kind: string()
    .oneOf([...RUN_KIND_NAMES])
    .required(),
  channels: array().of(channelSchema).min(1).max(16).required(),
}).test(
  "levels",
  "a run that claims of power are judged by must have its levels",
  ({ kind, channels }) =>
    RUN_KINDS[kind]?.speaksTo !== "power" || channels.every(({ levels }) => levels),
);
