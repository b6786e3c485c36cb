import { array, mixed, object, string } from "yup";
import type { MeasuredChannel, MeasuredKind } from "@/core/run";
import { MOST, within } from "./limits";
import { listOf } from "./listOf";

/** The result of a run in the common form, a channel each. */
export type MeasuredResult = { kind: MeasuredKind; channels: readonly MeasuredChannel[] };

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

const channelSchema = object({
  figures: listOf(figureSchema, 200),
  curves: listOf(curveSchema, 40),
  bursts: listOf(burstSchema, 40),
  stop: object({
    reason: name(),
    evidence: string().max(1000).required(),
    picture: curveSchema.nullable().defined().default(null),
  }),
  summary: string().max(2000).required(),
});

export const measuredChannelsSchema = array().of(channelSchema).min(1).max(16).required();
