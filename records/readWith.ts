import { mixed } from "yup";
import type { ChannelConditions } from "@/core/power";
import type { Recorded, TypedReadings } from "@/core/run";

/** What an analysis was given beside the recordings, so that they can be read again to the same figures. */
export type ReadWith = {
  ratedWatts: number | null;
  /** Of the second load, where the run took one. */
  secondChannels: readonly ChannelConditions[] | null;
  /** A recording each, in the order in which they were read; none of recordings that were made elsewhere. */
  shots: readonly ReadShot[];
  /** What a meter showed, a channel each, where no recording was made; readings from before it was kept lack it. */
  typed?: readonly TypedReadings[];
};

export type ReadShot = Pick<Recorded, "shot" | "stimulus" | "meters" | "events"> & {
  isSecondLoad: boolean;
  /** A guard ended it, so that not all of it was read. */
  isCutShort: boolean;
};

const MOST_SHOTS = 64;
const MOST_CHARACTERS = 1_000_000;

const isNumber = (value: unknown): value is number =>
  typeof value === "number" && Number.isFinite(value);

const isChannel = (value: unknown): boolean => {
  const { loadOhms, loadOhmsStdUncertainty, voltsStdUncertaintyRatio } = (value ??
    {}) as Partial<ChannelConditions>;
  return (
    isNumber(loadOhms) &&
    loadOhms > 0 &&
    isNumber(loadOhmsStdUncertainty) &&
    isNumber(voltsStdUncertaintyRatio)
  );
};

const isShot = (value: unknown): boolean => {
  const { shot, stimulus, meters, events } = (value ?? {}) as Partial<ReadShot>;
  return (
    typeof shot === "string" &&
    (stimulus === null || typeof stimulus?.kind === "string") &&
    (meters === null || (isNumber(meters?.mainsWatts) && isNumber(meters.mainsAmperes))) &&
    Array.isArray(events) &&
    events.every((each) => isNumber(each?.seconds) && typeof each.event === "string")
  );
};

const isTyped = (value: unknown): boolean =>
  typeof value === "object" &&
  value !== null &&
  Object.values(value).every((each) => each === undefined || isNumber(each));

const isReadWith = (value: unknown): value is ReadWith => {
  const { ratedWatts, secondChannels, shots, typed } = (value ?? {}) as Partial<ReadWith>;
  return (
    (ratedWatts === null || (isNumber(ratedWatts) && ratedWatts > 0)) &&
    (secondChannels === null ||
      (Array.isArray(secondChannels) && secondChannels.every(isChannel))) &&
    Array.isArray(shots) &&
    shots.length <= MOST_SHOTS &&
    shots.every(isShot) &&
    (typed === undefined || (Array.isArray(typed) && typed.every(isTyped))) &&
    JSON.stringify(value).length <= MOST_CHARACTERS
  );
};

export const readWithSchema = () =>
  mixed<ReadWith>()
    .optional()
    .default(undefined)
    .test(
      "read-with",
      "the inputs of the analysis are invalid",
      (value) => value === undefined || isReadWith(value),
    );
