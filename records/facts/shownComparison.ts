import type { ComparisonMember } from "../comparisons";
import type { Run } from "../run";
import type { AmplifierFigure } from "./amplifierFigures";

/** A member of a comparison as it stands now. */
export type ShownMember = {
  member: ComparisonMember;
  /** Null where the amplifier is no longer on the shelf. */
  name: string | null;
  /** Null where no run fits any more. */
  run: Run | null;
  ratedWatts: number | null;
};

/** What a comparison shows: its runs as they stand now, and the figures of its amplifiers, each once. */
export type ShownComparison = {
  members: readonly ShownMember[];
  amplifiers: readonly { id: string; name: string; figures: readonly AmplifierFigure[] }[];
};
