import { isPerChannel, type StatedClaim } from "../claim";
import { AS_SUPPLIED, settingOf } from "./conditions";
import { channelsOf, runFindings, type JudgingScope, type RunFindings } from "./findings";
import { decisionOf, probabilityBy } from "./decision";
import type { Question } from "./questions";
import { remembered } from "./remembered";
import { totalsOf } from "./totals";
import type { ClaimFinding, Decision, Evidence } from "./types";

type Ways = {
  question: Question<StatedClaim["kind"]>;
  scope: JudgingScope;
  evidence: readonly Evidence[];
  /** What they show about the claim as printed. */
  runs: readonly RunFindings[];
};

/**
 * A claim that was missed, or not tested as printed, may be met under other conditions: with fewer channels, with another supply or
 * switch, in bursts, or as the total of all channels. The first of these that holds is what it is met with only.
 */
export const softened = (asPrinted: Decision, ways: Ways): Decision => {
  if (asPrinted.outcome !== "missed" && asPrinted.outcome !== "not-tested") return asPrinted;
  const inAnySetting = withoutDefaultSetting(asPrinted, ways);
  if (inAnySetting) return inAnySetting;
  const other =
    withFewerChannels(asPrinted, ways) ??
    withOtherSetting(ways) ??
    (asPrinted.outcome === "missed" ? (inBursts(ways) ?? asTotal(ways)) : null);
  if (!other) return asPrinted;
  return { ...other, asPrinted: asPrinted.outcome === "missed" ? asPrinted.finding : null };
};

const decisionUnder = ({ question, scope, evidence }: Omit<Ways, "runs">): Decision =>
  decisionOf(
    channelsOf(runFindings(question, scope, evidence)),
    question.channelsAsked(scope.stated, scope.facts),
  );

/** The runs of each setting other than the default, by its name; what was not recorded is no setting. */
const bySetting = remembered((evidence: readonly Evidence[]): Map<string, Evidence[]> => {
  const groups = new Map<string, Evidence[]>();
  for (const run of evidence) {
    const name = settingOf(run);
    if (name !== "" && !run.unrecorded?.length)
      groups.set(name, [...(groups.get(name) ?? []), run]);
  }
  return groups;
});

const withSettings = ({
  question,
  scope,
  evidence,
}: Ways): { name: string; decision: Decision }[] =>
  namesNoSetting(scope)
    ? [...bySetting(evidence)].map(([name, runs]) => {
        const madeFor = { ...scope.madeFor, supply: runs[0].supply, setting: runs[0].setting };
        return {
          name,
          decision: decisionUnder({ question, scope: { ...scope, madeFor }, evidence: runs }),
        };
      })
    : [];

/** A claim that names its supply or a switch is about nothing else. */
const namesNoSetting = ({ madeFor }: JudgingScope): boolean =>
  !madeFor.namesSetting &&
  madeFor.supply === AS_SUPPLIED.supply &&
  madeFor.setting === AS_SUPPLIED.setting;

/** Two supplies and neither of them the default: where the outcome is the same with both, it does not depend on them. */
const withoutDefaultSetting = (asPrinted: Decision, ways: Ways): Decision | null => {
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
  const { stated, facts } = ways.scope;
  if (stated.kind !== "power") return null;
  const asked = ways.question.channelsAsked(stated, facts) ?? 1;
  const counts = new Set(ways.evidence.map(({ channelsDriven }) => channelsDriven));
  for (const channelsDriven of [...counts].toSorted((a, b) => b - a)) {
    if (channelsDriven >= asked) continue;
    const scope = { ...ways.scope, stated: { ...stated, channelsDriven } };
    const decision = decisionUnder({ ...ways, scope });
    const isHeldBack =
      missedChannels.length === 0 ||
      (decision.finding !== null && missedChannels.includes(decision.finding.channelIndex));
    if (decision.outcome === "met" && isHeldBack)
      return {
        ...decision,
        outcome: "met-fewer-channels",
        only: { code: "fewer-channels", channelsDriven },
      };
  }
  return null;
};

const withOtherSetting = (ways: Ways): Decision | null => {
  const met = withSettings(ways).find(({ decision }) => decision.outcome === "met");
  return met
    ? {
        ...met.decision,
        outcome: "met-other-setting",
        only: { code: "setting", setting: met.name },
      }
    : null;
};

const inBursts = (ways: Ways): Decision | null => {
  const { stated } = ways.scope;
  if (stated.kind !== "power" || stated.rating !== undefined) return null;
  const scope = { ...ways.scope, stated: { ...stated, rating: "burst" as const } };
  const decision = decisionUnder({ ...ways, scope });
  return decision.outcome === "met"
    ? { ...decision, outcome: "met-in-bursts", only: { code: "bursts" } }
    : null;
};

/**
 * The channels of one run together, each at the claim's own limit. A claim printed per channel is never a total, nor is one that a
 * single channel comes nearer to than all together.
 */
const asTotal = ({ scope, runs }: Ways): Decision | null => {
  if (scope.stated.kind !== "power" || scope.printedText === "" || isPerChannel(scope.printedText))
    return null;
  const { stated } = scope;
  const claimed = stated.powerWatts;
  const isMeant = ({ status, reading, evidence: { channels } }: ClaimFinding): boolean =>
    status === "met" && reading.value ** 2 < claimed ** 2 * channels.length;
  // The newest that reaches it is looked for, and no further.
  let total: ClaimFinding | undefined;
  for (const run of runs) {
    if (run.findings.reduce((sum, { reading }) => sum + reading.value, 0) < claimed) continue;
    total = totalsOf([run], stated).find(isMeant);
    if (total) break;
  }
  return total
    ? {
        outcome: "met-as-total",
        finding: total,
        probability: probabilityBy(total),
        unrecorded: 0,
        measuredChannels: total.evidence.channels.length,
        missedChannels: [],
        asPrinted: null,
        only: { code: "total", channelCount: total.evidence.channels.length },
      }
    : null;
};
