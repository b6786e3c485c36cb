import type { ChannelFinding } from "./findings";
import { judgeReading } from "./judgeReading";
import type { ClaimFinding, Decision } from "./types";

/** The weakest channel decides: one that misses, then one that is open; met only where as many as are asked meet it. */
export const decisionOf = (channels: readonly ChannelFinding[], asked: number | null): Decision => {
  const worst = (status: ChannelFinding["status"], among = channels) =>
    among
      .filter((channel) => channel.status === status)
      .map(({ finding }) => finding)
      .toSorted((a, b) => a.margin - b.margin)[0] ?? null;
  const count = channels.filter(({ status }) => status === "met").length;
  const unrecorded = Math.max(0, (asked ?? 0) - channels.length);
  const missedChannels = channels
    .filter(({ status }) => status === "missed")
    .map(({ channelIndex }) => channelIndex);
  const common = {
    unrecorded,
    measuredChannels: channels.length,
    missedChannels,
    asPrinted: null,
    only: null,
  };
  const missed = worst("missed");
  if (missed)
    return { ...common, outcome: "missed", finding: missed, probability: probabilityBy(missed) };
  // What was missed under stricter conditions does not count against channels that were read under the claim's own.
  const readAsAsked = channels.filter((channel) => !isMetOrIdle(channel));
  const open = worst("open", readAsAsked) ?? worst("open");
  const isIdle = count >= (asked ?? 1) && channels.every(isMetOrIdle);
  if (open && !isIdle) return { ...common, ...openBy(open) };
  const met = worst("met");
  if (!met) return { ...common, outcome: "not-tested", finding: null, probability: null };
  return count >= (asked ?? 1)
    ? { ...common, outcome: "met", finding: met, probability: probabilityBy(met) }
    : { ...common, outcome: "not-tested", finding: met, probability: null };
};

/** That the claim is true, by the reading that decides. */
export const probabilityBy = ({ reading, limit }: ClaimFinding): number | null =>
  judgeReading(reading, limit).probability;

/** A reading that could have decided and lies within its uncertainty is inconclusive; one that could not has tested nothing. */
const openBy = (finding: ClaimFinding): Pick<Decision, "outcome" | "finding" | "probability"> => {
  const isClose =
    finding.status === "open" &&
    finding.reading.bound === null &&
    finding.proves &&
    finding.refutes;
  return {
    outcome: isClose ? "too-close" : "not-tested",
    finding,
    probability: isClose ? probabilityBy(finding) : null,
  };
};

const isMetOrIdle = ({ status, finding }: ChannelFinding): boolean =>
  status === "met" || (finding.status === "missed" && !finding.refutes);
