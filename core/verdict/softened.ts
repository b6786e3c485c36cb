import { drivenText, isPerChannel, type StatedClaim } from "../claim";
import { settingOf } from "./conditions";
import { channelsOf, wordsOf, type Sight, type Word } from "./findings";
import { decisionOf, sureBy, type Decision } from "./decision";
import type { Question } from "./questions";
import { remembered } from "./remembered";
import { totalsOf } from "./totals";
import type { Evidence, ClaimFinding } from "./types";

type Ways = {
  question: Question<StatedClaim["kind"]>;
  sight: Sight;
  evidence: readonly Evidence[];
  /** What they say of the claim as it is printed. */
  words: readonly Word[];
};

/**
 * A claim that was missed, or not tested as printed, may be met under other conditions: with fewer channels, with another supply or
 * switch, in bursts, or as the total of all channels. The first of these that holds is what it is met with only.
 */
export const softened = (asPrinted: Decision, ways: Ways): Decision => {
  if (asPrinted.outcome !== "missed" && asPrinted.outcome !== "not-tested") return asPrinted;
  return (
    withoutUsualSetting(asPrinted, ways) ??
    withFewerChannels(asPrinted, ways) ??
    withOtherSetting(ways) ??
    (asPrinted.outcome === "missed" ? (inBursts(ways) ?? asTotal(ways)) : null) ??
    asPrinted
  );
};

const decisionUnder = ({ question, sight, evidence }: Omit<Ways, "words">): Decision =>
  decisionOf(
    channelsOf(wordsOf(question, sight, evidence)),
    question.channelsAsked(sight.stated, sight.facts),
  );

/** The runs of each setting other than the usual, by its name. */
const bySetting = remembered((evidence: readonly Evidence[]): Map<string, Evidence[]> => {
  const groups = new Map<string, Evidence[]>();
  for (const run of evidence) {
    const name = settingOf(run);
    if (name !== "") groups.set(name, [...(groups.get(name) ?? []), run]);
  }
  return groups;
});

const withSettings = ({
  question,
  sight,
  evidence,
}: Ways): { name: string; decision: Decision }[] =>
  [...bySetting(evidence)].map(([name, runs]) => ({
    name,
    decision: decisionUnder({ question, sight: { ...sight, isAnySetting: true }, evidence: runs }),
  }));

/** Two supplies and none of them the usual one: where both say the same, it is so with either. */
const withoutUsualSetting = (asPrinted: Decision, ways: Ways): Decision | null => {
  if (asPrinted.finding !== null) return null;
  const decisions = withSettings(ways);
  const [first] = decisions;
  const isAlike =
    decisions.length > 1 &&
    (first.decision.outcome === "met" || first.decision.outcome === "missed") &&
    decisions.every(({ decision }) => decision.outcome === first.decision.outcome);
  return isAlike
    ? decisions.toSorted(
        (a, b) => (a.decision.finding?.margin ?? 0) - (b.decision.finding?.margin ?? 0),
      )[0].decision
    : null;
};

/** Only a channel that misses it with the others driven, and meets it without them, is held back by their number. */
const withFewerChannels = ({ missedChannels }: Decision, ways: Ways): Decision | null => {
  const { stated, facts } = ways.sight;
  if (stated.kind !== "power") return null;
  const asked = ways.question.channelsAsked(stated, facts) ?? 1;
  const counts = new Set(ways.evidence.map(({ channelsDriven }) => channelsDriven));
  for (const channelsDriven of [...counts].toSorted((a, b) => b - a)) {
    if (channelsDriven >= asked) continue;
    const sight = { ...ways.sight, stated: { ...stated, channelsDriven } };
    const decision = decisionUnder({ ...ways, sight });
    const isHeldBack =
      missedChannels.length === 0 ||
      (decision.finding !== null && missedChannels.includes(decision.finding.channelIndex));
    if (decision.outcome === "met" && isHeldBack)
      return { ...decision, outcome: "met-fewer-channels", only: drivenText(channelsDriven) };
  }
  return null;
};

const withOtherSetting = (ways: Ways): Decision | null => {
  const met = withSettings(ways).find(({ decision }) => decision.outcome === "met");
  return met ? { ...met.decision, outcome: "met-other-setting", only: met.name } : null;
};

const inBursts = (ways: Ways): Decision | null => {
  const { stated } = ways.sight;
  if (stated.kind !== "power" || stated.rating !== undefined) return null;
  const sight = { ...ways.sight, stated: { ...stated, rating: "burst" as const } };
  const decision = decisionUnder({ ...ways, sight });
  return decision.outcome === "met"
    ? { ...decision, outcome: "met-in-bursts", only: "bursts" }
    : null;
};

/**
 * The channels of one run together, each at the claim's own limit. A claim that is printed of each channel is no total, and one that
 * a channel alone comes nearer to than all together is not meant as one.
 */
const asTotal = ({ sight, words }: Ways): Decision | null => {
  if (sight.stated.kind !== "power" || sight.printedText === "" || isPerChannel(sight.printedText))
    return null;
  const { stated } = sight;
  const claimed = stated.powerWatts;
  const isMeant = ({ status, reading, evidence: { channels } }: ClaimFinding): boolean =>
    status === "met" && reading.value ** 2 < claimed ** 2 * channels.length;
  // The newest that reaches it is looked for, and no further.
  let total: ClaimFinding | undefined;
  for (const word of words) {
    if (word.findings.reduce((sum, { reading }) => sum + reading.value, 0) < claimed) continue;
    total = totalsOf([word], stated).find(isMeant);
    if (total) break;
  }
  return total
    ? {
        outcome: "met-as-total",
        finding: total,
        probability: sureBy(total),
        unrecorded: 0,
        spokenOf: total.evidence.channels.length,
        missedChannels: [],
        only: `the total of ${total.evidence.channels.length} channels`,
      }
    : null;
};
