import { claimText } from "@/core/claim";
import { judgePowerClaim, type Verdict } from "@/core/verdict";
import {
  amplifierName,
  evidenceOf,
  powerClaim,
  type Amplifier,
  type Claim,
  type Run,
} from "@/records";

export type ShelfRow = {
  id: string;
  name: string;
  line: string;
  kind: string;
  /** The claim shown for this amplifier: its first. */
  claim: { text: string; powerWatts: number; verdict: Verdict } | null;
  moreClaims: number;
  /** Moment of the newest run, UTC text. */
  lastRunAt: string | null;
};

/** "1978, class AB, stereo" */
export const amplifierLine = ({
  year,
  topology,
  channelCount,
}: Pick<Amplifier, "year" | "topology" | "channelCount">): string =>
  [
    year,
    topology === "not known" ? null : topology,
    channelCount === 1 ? "mono" : channelCount === 2 ? "stereo" : `${channelCount} channels`,
  ]
    .filter((part) => part !== null)
    .join(", ");

/** What the shelf shows of one amplifier. Runs are newest first. */
export const shelfRow = (
  amplifier: Amplifier,
  claims: readonly Claim[],
  runs: readonly Run[],
): ShelfRow => {
  const [first] = claims;
  return {
    id: amplifier.id,
    name: amplifierName(amplifier),
    line: amplifierLine(amplifier),
    kind: amplifier.kind,
    claim: first
      ? {
          text: claimText(powerClaim(first)),
          powerWatts: first.powerWatts,
          verdict: judgePowerClaim(powerClaim(first), evidenceOf(runs)),
        }
      : null,
    moreClaims: Math.max(0, claims.length - 1),
    lastRunAt: runs[0]?.takenAt ?? null,
  };
};
