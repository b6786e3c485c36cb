import type { ChannelWord } from "./findings";
import { judgeReading } from "./judgeReading";
import type { ClaimFinding, ClaimOutcome } from "./types";

/** What the evidence makes of a claim, before it is said. */
export type Decision = {
  outcome: ClaimOutcome;
  finding: ClaimFinding | null;
  /** That the claim is true, by the channel that decides. */
  probability: number | null;
  /** How many channels must keep it and have not been recorded. */
  unrecorded: number;
  /** Channels that runs speak of. */
  spokenOf: number;
  /** Channels that miss it. */
  missedChannels: readonly number[];
  /** What it is met with, where it is met only so. */
  only: string | null;
};

/** The weakest channel decides: one that misses, then one that is open; met only where as many as are asked meet it. */
export const decisionOf = (channels: readonly ChannelWord[], asked: number | null): Decision => {
  const worst = (status: ChannelWord["status"]) =>
    channels
      .filter((channel) => channel.status === status)
      .map(({ finding }) => finding)
      .toSorted((a, b) => a.margin - b.margin)[0] ?? null;
  const count = channels.filter(({ status }) => status === "met").length;
  const unrecorded = Math.max(0, (asked ?? 0) - channels.length);
  const missedChannels = channels
    .filter(({ status }) => status === "missed")
    .map(({ channelIndex }) => channelIndex);
  const common = { unrecorded, spokenOf: channels.length, missedChannels, only: null };
  const missed = worst("missed");
  if (missed) return { ...common, outcome: "missed", finding: missed, probability: sureBy(missed) };
  const open = worst("open");
  // What was missed under sterner conditions says nothing against channels that meet it under its own.
  const isIdle = count >= (asked ?? 1) && channels.every(isMetOrIdle);
  if (open && !isIdle) return { ...common, ...openBy(open) };
  const met = worst("met");
  if (!met) return { ...common, outcome: "not-tested", finding: null, probability: null };
  return count >= (asked ?? 1)
    ? { ...common, outcome: "met", finding: met, probability: sureBy(met) }
    : { ...common, outcome: "not-tested", finding: met, probability: null };
};

/** That the claim is true, by the reading that decides. */
export const sureBy = ({ reading, limit }: ClaimFinding): number | null =>
  judgeReading(reading, limit).probability;

/** A reading that could have decided and lies within its uncertainty is too close to call; one that could not has tested nothing. */
const openBy = (finding: ClaimFinding): Pick<Decision, "outcome" | "finding" | "probability"> => {
  const isClose =
    finding.status === "open" &&
    finding.reading.bound === null &&
    finding.proves &&
    finding.refutes;
  return {
    outcome: isClose ? "too-close" : "not-tested",
    finding,
    probability: isClose ? sureBy(finding) : null,
  };
};

const isMetOrIdle = ({ status, finding }: ChannelWord): boolean =>
  status === "met" || (finding.status === "missed" && !finding.refutes);
