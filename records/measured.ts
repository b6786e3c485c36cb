import { array, mixed, number, object, string } from "yup";
import type { MeasuredChannel, MeasuredKind } from "@/core/run";

/** The result of a run in the common form, a channel each. */
export type MeasuredResult = { kind: MeasuredKind; channels: readonly MeasuredChannel[] };

const MOST_CURVE_POINTS = 4000;
const finite = () =>
  number()
    .required()
    .test("finite", "${path} must be a finite number", (value) => Number.isFinite(value));
const finiteOrNull = () =>
  number()
    .nullable()
    .defined()
    .test(
      "finite",
      "${path} must be a finite number",
      (value) => value === null || Number.isFinite(value),
    );
const name = () => string().max(120).required();

const curveSchema = object({
  name: name(),
  label: string().max(120).defined(),
  x: name(),
  y: name(),
  points: mixed<readonly (readonly [number, number])[]>()
    .required()
    .test(
      "points",
      "${path} must be pairs of finite numbers",
      (points) =>
        Array.isArray(points) &&
        points.length <= MOST_CURVE_POINTS &&
        points.every(
          (pair) => Array.isArray(pair) && pair.length === 2 && pair.every(Number.isFinite),
        ),
    ),
});

const channelSchema = object({
  figures: array()
    .of(
      object({
        name: name(),
        label: name(),
        quantity: name(),
        value: finiteOrNull(),
        stdUncertainty: finiteOrNull(),
        bound: string().oneOf(["at-least", "at-most"]).nullable().defined(),
      }),
    )
    .max(200)
    .required(),
  curves: array().of(curveSchema).max(40).required(),
  bursts: array()
    .of(
      object({
        label: name(),
        cycleSeconds: finite(),
        powerWatts: array().of(finite()).max(2000).required(),
        flattened: array()
          .of(mixed<boolean>().oneOf([true, false]).required())
          .max(2000)
          .required(),
        lastCleanCycle: finiteOrNull(),
      }),
    )
    .max(40)
    .required(),
  stop: object({
    reason: name(),
    evidence: string().max(1000).required(),
    picture: curveSchema.nullable().defined().default(null),
  }),
  summary: string().max(2000).required(),
});

export const measuredChannelsSchema = array().of(channelSchema).min(1).max(16).required();
