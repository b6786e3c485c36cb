import type { StatedClaim } from "../../claim";
import type { RunKind } from "../../run";
import type {
  AmplifierFacts,
  ClaimLimit,
  ConditionMatch,
  Evidence,
  EvidenceChannel,
  ClaimReading,
  SettlingRun,
  StatedOf,
} from "../types";

/** What a reading of one run is made from, beside the claim. */
export type Asked = {
  evidence: Evidence;
  channel: EvidenceChannel;
  facts: AmplifierFacts;
  /** All runs of the same sort, for what one alone cannot tell. */
  others: readonly Evidence[];
};

/** How claims of one kind are asked of the evidence. */
export type Question<Kind extends StatedClaim["kind"]> = {
  /** Kinds of run that test it. */
  kinds: readonly RunKind[];
  /** What is promised: what is read of a run does not depend on it. */
  promise: readonly string[];
  /** What is promised, in the unit of the readings; null where each reading has its own limit. */
  limit(stated: StatedOf<Kind>, facts: AmplifierFacts): ClaimLimit | null;
  matches(stated: StatedOf<Kind>, evidence: Evidence, facts: AmplifierFacts): ConditionMatch[];
  /** Readings of one channel; none where the run does not test the claim. */
  read(stated: StatedOf<Kind>, asked: Asked): ClaimReading[];
  /** How many channels must meet it; those that were recorded where it is null. */
  channelsAsked(stated: StatedOf<Kind>, facts: AmplifierFacts): number | null;
  /** The run that would settle it, and what it should be like. */
  settledBy(stated: StatedOf<Kind>): { kind: RunKind; run: SettlingRun };
};
