import type { Caution } from "../caution";
import type { ReadClaim, StatedClaim } from "../claim";
import type { Band } from "../distortion";
import type { ChannelConditions } from "../power";
import type { ChannelResult, RunKind, RunStopReason } from "../run";

/** What took a run: an analysed recording of a real bench, a meter read by eye, a loudspeaker with music, or the simulated bench. */
export type EvidenceSource = "recording" | "meter" | "loudspeaker" | "simulated";

/** One channel of a run: what it worked into, and what was found on it. */
export type EvidenceChannel = ChannelConditions & {
  channelIndex: number;
  /** The resistor may have been off by this ratio while hot: a half width. */
  loadDriftRatio?: number;
} & Partial<Pick<ChannelResult, "figures" | "curves" | "levels">> & {
    cautions?: readonly Caution[];
    /** Why the run stopped there; absent where that is not known. */
    stopReason?: RunStopReason;
  };

/** A kept run with its conditions. */
export type Evidence = {
  id: string;
  kind: RunKind;
  source: EvidenceSource;
  /** Text whose order is that of time, such as UTC by ISO 8601. */
  takenAt: string;
  nominalOhms: number;
  channelsDriven: number;
  /** Of the tone; null where there is none, or it is not known. */
  frequencyHz: number | null;
  band: Band;
  /** What each channel was set to give; null where that is not known. */
  levelWatts: number | null;
  /** Runs of one set that were made alike are repeats of each other. */
  setId?: string;
  /** It was warmed up before. */
  isWarm?: boolean;
  /** THD+N of the rig itself, its output looped back; absent where it was not read. */
  rigFloorRatio?: number;
  /** Empty as it comes. */
  supply: string;
  setting: string;
  channels: readonly EvidenceChannel[];
};

/** A claim to be judged: as it was read, and which of its conditions the reviewer filled in. */
export type ClaimToJudge = ReadClaim & { filledIn?: readonly string[] };

/** What is known of the amplifier beside its runs. */
export type AmplifierFacts = {
  /** null where it is not known: then those that were recorded are all. */
  channelCount: number | null;
  massKilograms: number | null;
  /** Edges in metres; empty where they were not measured. */
  sizeMetres: readonly number[];
  /** All claims of the sheet: a rated output is the largest continuous power at a load. */
  claims: readonly ClaimToJudge[];
};

/** The unit that a reading and its claim are compared in. */
export type ReadingQuantity =
  | "watts"
  | "distortion-ratio"
  | "decibels"
  | "ohms"
  | "volts"
  | "volts-per-second"
  | "kilograms"
  | "metres";

/** One source of uncertainty. @see JCGM 100:2008, table H.1 (the form of a budget) */
export type BudgetLine = {
  source: string;
  /** A: from repeated readings; B: from anything else. */
  type: "A" | "B";
  distribution: "normal" | "rectangular";
  /** Standard uncertainty that it adds to the reading, in the reading's unit. */
  contribution: number;
  /** null where it is known as well as any. */
  degreesOfFreedom: number | null;
};

/** A limit in the unit of the reading: not below, not above, or near a value. */
export type ClaimLimit =
  | { direction: "at-least" | "at-most"; value: number }
  | { direction: "about"; value: number; tolerance: number };

/** What a run says of a claim on one channel. */
export type ClaimReading = {
  quantity: ReadingQuantity;
  value: number;
  /** Where the value would lie under the claim's very conditions; both ends the value itself where they are those of the run. */
  between: readonly [number, number];
  budget: readonly BudgetLine[];
  /** The sum of all channels of a run, and of none of them alone. */
  isTotal?: true;
  bound: "at-least" | "at-most" | null;
  /** Where the claim has several limits, the one that this reading is held against. */
  limit?: ClaimLimit;
  /** What the sentence says of where and how. */
  where: string;
  /** What it adds: a bump below the limit, a load that is off. */
  notes: readonly string[];
  /** A reading of a part of what is claimed can refute it and not prove it, or the other way round. */
  proves?: boolean;
  refutes?: boolean;
};

/** How one condition of a run stands to that of the claim. */
export type ConditionMatch = {
  condition: "load" | "channels" | "frequency" | "level" | "setting" | "supply" | "source";
  asked: string;
  was: string;
  match: "same" | "stronger" | "near" | "weaker" | "different";
};

export type LimitStatus = "met" | "missed" | "open";

export type ClaimOutcome =
  | "met"
  | "missed"
  | "too-close"
  | "met-in-bursts"
  | "met-fewer-channels"
  | "met-other-setting"
  | "met-as-total"
  | "not-tested"
  | "not-testable";

/** A reading held against its limit. */
export type Held = {
  status: LimitStatus;
  expandedUncertainty: number;
  /** To spare: below nought it misses; in the reading's unit. */
  margin: number;
};

/** The same with how sure that is: that the claim is true, by this reading; null where a bound leaves it open. */
export type Judged = Held & { probability: number | null };

/** One run's word on a claim, on one channel. */
export type ClaimFinding = Held & {
  evidence: Evidence;
  channelIndex: number;
  reading: ClaimReading;
  limit: ClaimLimit;
  matches: readonly ConditionMatch[];
  proves: boolean;
  refutes: boolean;
};

/** What became of one run as evidence. */
export type EvidenceNote = {
  runId: string;
  kind: RunKind;
  source: EvidenceSource;
  takenAt: string;
  matches: readonly ConditionMatch[];
  /** `decides`, `agrees` or `open` as it was used; `none` where it is no evidence of this claim, and `why`. */
  use: "decides" | "agrees" | "contradicts" | "open" | "rehearsal" | "none";
  why: string | null;
};

/** Two runs that cannot both be right. */
export type Contradiction = {
  runIds: readonly [string, string];
  differs: string;
  sentence: string;
};

/** A run that would decide an open claim; load and channels are null where any will do. */
export type Settling = {
  kind: RunKind;
  text: string;
  loadOhms: number | null;
  channelsDriven: number | null;
};

export type Verdict = {
  outcome: ClaimOutcome;
  /** That the claim is true; null where nothing tells. */
  probability: number | null;
  /** What decides, or comes nearest to it. */
  finding: ClaimFinding | null;
  evidence: readonly EvidenceNote[];
  conflicts: readonly Contradiction[];
  /** How it would come out by the simulated bench; null without a run on it. */
  rehearsed: { outcome: ClaimOutcome; sentence: string } | null;
  /** Of a claim that leaves something out: what it was read as, and how it comes out so. */
  nearest: { reading: string; outcome: ClaimOutcome } | null;
  /** What would decide a reading that is too close to call; null where nothing alone would. */
  lever: string | null;
  /** What to do next where it is open; null where it is decided. */
  wouldSettle: Settling | null;
  /** One plain sentence with the numbers. */
  sentence: string;
};

/** A claim of one kind, as it was read. */
export type StatedOf<Kind extends StatedClaim["kind"]> = Extract<StatedClaim, { kind: Kind }>;
