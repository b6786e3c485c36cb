import type { Caution } from "../caution";
import type { PowerLimit, ReadClaim, StatedClaim } from "../claim";
import type { Band } from "../distortion";
import type { DistortionMeasure } from "../sweep";
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
  /** Its load is a network that stores energy, so that volts and ohms do not tell its watts. */
  isReactive?: true;
  /** THD+N of the rig itself, its output looped back; absent where it was not read. */
  rigFloorRatio?: number;
  /** Empty for the default setting. */
  supply: string;
  setting: string;
  /** The input that was used, where the amplifier has several; absent where nobody said it. */
  input?: string;
  /** Of the mains that it was connected to; absent where nobody said it. */
  mainsVolts?: number;
  /** Places of the channels that were driven, from 0, lowest first; absent where only their number is known. */
  driven?: readonly number[];
  /** Which of them the run does not record, though the amplifier has several. */
  unrecorded?: readonly ("supply" | "setting")[];
  /** How its outputs were joined; normal where it is absent. */
  connection?: Connection;
  channels: readonly EvidenceChannel[];
};

/** Each output with a load of its own, two with one load between them, or several side by side into one load. */
export type Connection = "normal" | "bridged" | "parallel";

/**
 * The supply, switches, connection, input, mains and channels that a claim is made for; a supply or setting is empty for the default one,
 * an input, the mains and the channels are absent where any will do.
 */
export type MadeFor = Pick<Evidence, "supply" | "setting" | "input" | "mainsVolts" | "driven"> & {
  connection: Connection;
  /** It names its supply or a switch, though that be the default one: then it is about no other. */
  namesSetting?: true;
};

/**
 * A claim to be judged: as it was read, which of its conditions the reviewer filled in, and what it is made for; absent, for the
 * amplifier as supplied.
 */
export type ClaimToJudge = Omit<ReadClaim, "setup"> & {
  filledIn?: readonly string[];
  madeFor?: MadeFor;
};

/** What is known of the amplifier beside its runs. */
export type AmplifierFacts = {
  /** null where it is not known: then those that were recorded are all. */
  channelCount: number | null;
  massKilograms: number | null;
  /** Edges in metres; empty where they were not measured. */
  sizeMetres: readonly number[];
  /** The supplies of the amplifier are known, so that a run that names one was not taken on the default one. */
  knowsSupplies?: true;
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

/** What makes a reading uncertain. */
export type BudgetSource =
  | "volts"
  | "load-ohms"
  | "load-drift"
  | "level-gap"
  | "level-noise"
  | "reading-noise"
  | "rig-distortion"
  | "channel-matching"
  | "volts-in-and-out"
  | "point-scatter"
  | "recorder-flatness"
  | "two-loads"
  | "intermodulation-products"
  | "mains-meter"
  | "scale-or-tape"
  | "repeats";

/** One source of uncertainty. @see JCGM 100:2008, table H.1 (the form of a budget) */
export type BudgetLine = {
  source: BudgetSource;
  /** The reading does not state it, so that a cautious value stands in for it. */
  isAssumed?: true;
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
  place: ReadingPlace;
  notes: readonly ReadingNote[];
  /** A reading of a part of what is claimed can refute it and not prove it, or the other way round. */
  proves?: boolean;
  refutes?: boolean;
};

/** Where on the amplifier's curves a reading lies. */
export type ReadingPlace =
  /** Output at a limit of distortion; the frequency is null for the usual 1 kHz. */
  | { code: "power-at-limit"; limit: PowerLimit; frequencyHz: number | null }
  | { code: "power-over-band"; limit: PowerLimit; band: Band }
  | { code: "clip-onset" }
  /** `burst` is the length as the run names it, such as "20 ms". */
  | { code: "burst"; burst: string }
  | { code: "headroom"; burst: string; ratedWatts: number }
  | { code: "distortion"; measure: DistortionMeasure; powerWatts: number | null }
  | { code: "worst-distortion"; frequencyHz: number; powerWatts: number | null }
  | { code: "worst-harmonics"; frequencyHz: number }
  | { code: "noise"; weighting: StatedOf<"noise">["weighting"]; referenceWatts: number }
  | { code: "crosstalk"; frequencyHz: number }
  /** `at` is the level as the run names it, such as "at 1.0 W". */
  | { code: "gain"; at: string }
  | { code: "sensitivity"; powerWatts: number; loadOhms: number }
  | { code: "balance" }
  | { code: "output-impedance"; frequencyHz: number }
  | { code: "intermodulation"; method: StatedOf<"intermodulation">["method"] }
  | { code: "mains"; state: NonNullable<StatedOf<"consumption">["state"]> }
  | { code: "response"; frequencyHz: number }
  | { code: "slew" }
  | { code: "mass" }
  | { code: "size" };

/** What else belongs to a reading. */
export type ReadingNote =
  | { code: "never-below-limit"; limit: PowerLimit }
  /** Below the power that is read, distortion is above the limit once more. */
  | { code: "bump-below"; powerWatts: number; ratio: number }
  | { code: "most-at-limit"; limit: PowerLimit; powerWatts: number }
  | { code: "worst-in-band"; ratio: number; frequencyHz: number }
  | { code: "mean"; count: number }
  | { code: "sum"; powerWatts: readonly number[] }
  | { code: "damping-factor"; value: number; loadOhms: number }
  | { code: "level-not-recorded" }
  /** Null where none of the harmonics is inside the recorder's band. */
  | { code: "harmonics-seen-to"; frequencyHz: number | null };

/** How one condition of a run stands to that of the claim. */
export type ConditionMatch = ConditionValues & {
  match: "same" | "stronger" | "near" | "weaker" | "different" | "unknown";
};

/** What the claim asks for and what the run had; null where the run does not record it. */
type ConditionValues =
  | { condition: "load"; asked: number; was: readonly number[] }
  | { condition: "channels"; asked: number; was: number }
  | { condition: "frequency"; asked: number | Band; was: number | Band | null }
  | { condition: "level"; asked: number; was: number | null }
  /** Empty for the default setting, null where it was not recorded. */
  | { condition: "setting" | "supply"; asked: string; was: string | null }
  | { condition: "input"; asked: string; was: string | null }
  | { condition: "mains"; asked: number; was: number | null }
  | { condition: "which-channels"; asked: readonly number[]; was: readonly number[] | null }
  | { condition: "connection"; asked: Connection; was: Connection }
  | {
      condition: "source";
      asked: "dummy-load";
      was: "dummy-load" | "reactive-load" | "loudspeaker";
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
  /** Below zero the limit is not met; in the reading's unit. */
  margin: number;
};

/** The same with the probability that the claim is true, by this reading; null where a bound leaves it open. */
export type Judged = Held & { probability: number | null };

/** What one run shows about a claim, on one channel. */
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
  /** `decides`, `agrees` or `open` as it was used; `none` where it is not evidence of this claim, and `why`. */
  use: "decides" | "agrees" | "contradicts" | "open" | "rehearsal" | "none";
  why: EvidenceReason | null;
};

/** Why a run is not evidence of a claim, or leaves it open. */
export type EvidenceReason =
  | { code: "other-condition"; match: ConditionMatch }
  /** Its conditions are weaker than the claim's, so that it can only refute; or stronger, so that it can only prove. */
  | { code: "one-sided"; match: ConditionMatch }
  /** A condition that matters was not recorded, so that it can do neither. */
  | { code: "not-recorded"; match: ConditionMatch }
  | { code: "no-total" }
  | { code: "doubtful" }
  | { code: "within-uncertainty" }
  | { code: "ended-below-claim" };

/** Two runs that cannot both be right. */
export type Contradiction = {
  runIds: readonly [string, string];
  readings: readonly [ClaimFinding, ClaimFinding];
  differs: readonly RunDifference[];
};

/** A condition that two runs do not share. */
export type RunDifference =
  | { condition: "kind"; values: readonly [RunKind, RunKind] }
  | { condition: "source"; values: readonly [EvidenceSource, EvidenceSource] }
  | { condition: "loads"; values: readonly [readonly number[], readonly number[]] }
  | { condition: "channels"; values: readonly [number, number] }
  | { condition: "frequency"; values: readonly [number | null, number | null] }
  | { condition: "supply" | "setting"; values: readonly [string, string] };

/** The one improvement that would decide an open reading. */
export type Improvement =
  | { code: "measure-load"; loadOhms: number }
  /** Null where the steps are not of power. */
  | { code: "finer-steps"; nearWatts: number | null }
  | { code: "calibrate-volts" }
  | { code: "repeat" }
  | { code: "cool-load" }
  | { code: "exact-load" };

/** What a run that would decide a claim is like; null for half the rated output. */
export type SettlingRun =
  | { code: "sweep"; loadOhms: number }
  | { code: "bridged-sweep"; loadOhms: number }
  | { code: "burst"; loadOhms: number }
  | { code: "distortion-over-band"; band: Band; powerWatts: number | null; loadOhms: number | null }
  | { code: "spectrum"; powerWatts: number | null; frequencyHz: number }
  | { code: "noise"; weighting: StatedOf<"noise">["weighting"] }
  | { code: "crosstalk"; frequencyHz: number }
  | { code: "gain" }
  | { code: "balance" }
  | { code: "mains" }
  | { code: "full-power-response" }
  | { code: "output-impedance"; frequencyHz: number }
  | { code: "intermodulation"; powerWatts: number | null }
  | { code: "response"; band: Band; powerWatts: number };

/** A run that would decide an open claim; load and channels are null where any will do. */
export type Settling = {
  kind: RunKind;
  run: SettlingRun;
  loadOhms: number | null;
  channelsDriven: number | null;
};

/** The condition under which a claim holds that does not hold as printed. */
export type SoftenedBy =
  | { code: "bursts" }
  | { code: "fewer-channels"; channelsDriven: number }
  | { code: "setting"; setting: string }
  | { code: "total"; channelCount: number };

export type Verdict = Decision & {
  evidence: readonly EvidenceNote[];
  conflicts: readonly Contradiction[];
  /** The decision on the simulated bench; null without a run on it. */
  rehearsed: Decision | null;
  /** Of a claim that leaves something out: what it was read as, and the outcome for that. */
  nearest: { reading: string; missing: readonly string[]; outcome: ClaimOutcome } | null;
  /** What would decide a reading that lies within its uncertainty; null where nothing alone would. */
  lever: Improvement | null;
  /** What to do next where it is open; null where it is decided. */
  wouldSettle: Settling | null;
};

/** What the evidence makes of a claim. */
export type Decision = {
  outcome: ClaimOutcome;
  /** The reading that the outcome rests on, or that comes nearest to deciding. */
  finding: ClaimFinding | null;
  /** Where the claim holds only under other conditions: the reading under the claim's own; null where there is none. */
  asPrinted: ClaimFinding | null;
  /** That the claim is true, by the channel that decides. */
  probability: number | null;
  /** How many channels must meet it and have not been recorded. */
  unrecorded: number;
  /** How many channels have been measured for it. */
  measuredChannels: number;
  /** Channels that do not meet it. */
  missedChannels: readonly number[];
  /** Where the claim holds only under other conditions: which. */
  only: SoftenedBy | null;
};

/** A claim of one kind, as it was read. */
export type StatedOf<Kind extends StatedClaim["kind"]> = Extract<StatedClaim, { kind: Kind }>;
