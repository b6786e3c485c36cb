import { mixed } from "yup";
import type { ChannelConditions } from "@/core/power";
import type { Recorded } from "@/core/run";

/** What an analysis was given beside the recordings, so that they can be read again to the same figures. */
export type ReadWith = {
  ratedWatts: number | null;
  /** Of the second load, where the run took one. */
  secondChannels: readonly ChannelConditions[] | null;
  /** A recording each, in the order in which they were read; none of recordings that were made elsewhere. */
  shots: readonly ReadShot[];
};

export type ReadShot = Pick<Recorded, "shot" | "stimulus" | "meters" | "events"> & {
  isSecondLoad: boolean;
  /** A guard ended it, so that not all of it was read. */
  isCutShort: boolean;
};

const MOST_SHOTS = 64;
const MOST_CHARACTERS = 1_000_000;

const isReadWith = (value: unknown): value is ReadWith => {
  const { ratedWatts, secondChannels, shots } = (value ?? {}) as Partial<ReadWith>;
  return (
    (ratedWatts === null || (typeof ratedWatts === "number" && ratedWatts > 0)) &&
    (secondChannels === null || Array.isArray(secondChannels)) &&
    Array.isArray(shots) &&
    shots.length <= MOST_SHOTS &&
    shots.every((each) => typeof (each as Partial<ReadShot> | null)?.shot === "string") &&
    JSON.stringify(value).length <= MOST_CHARACTERS
  );
};

export const readWithSchema = () =>
  mixed<ReadWith>()
    .optional()
    .default(undefined)
    .test(
      "read-with",
      "what the analysis was given is not right",
      (value) => value === undefined || isReadWith(value),
    );
