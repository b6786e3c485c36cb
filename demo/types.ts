import type { DEMO_LOADS } from "./workshop";
import type { AdjustableDescription } from "@/bench/catalogue";
import type { RunKind, Settings, TypedReadings } from "@/core/run";
import type {
  AmplifierDraft,
  Details,
  SetupDetails,
  Load,
  LogEntryDraft,
  PowerForm,
  RunDraft,
} from "@/records";

/** One amplifier of the demo shelf. Everything in it is invented; its runs are made on the simulated bench. */
export type DemoAmplifier = {
  draft: AmplifierDraft;
  /** Claims that the reviewer wrote down; those of the sheet follow its lines. */
  claims: readonly PowerForm[];
  /** Keys of the workshop's loads, the usual one first. */
  loads: readonly DemoLoad[];
  details: Details;
  /** How the reviewer files it. */
  labels?: readonly string[];
  /** The specification sheet, a line each, and where it is printed. */
  sheet: { source: string; lines: readonly string[] };
  bench: AdjustableDescription;
  /** Sweeps end here, where everything has been seen. */
  sweepVoltsRms: number;
  /** The reviewer has only rehearsed it so far; else its runs stand for recordings of a real bench. */
  isRehearsed?: true;
  /** All runs of the standard plan are made before the others. */
  isPlanMade?: true;
  /** Oldest first. */
  runs: readonly DemoRun[];
  /** What was written into the logbook, minutes after the start. */
  log?: readonly (Omit<LogEntryDraft, "at" | "isStruck"> & { minute: number })[];
  /** Drawings that stand for photos. */
  photos?: readonly { caption: string; svg: string }[];
};

export type DemoLoad = keyof typeof DEMO_LOADS;

/** A run of the demo: its kind, which load, how many channels, and the setting where it is not the default. */
export type DemoRun = {
  kind: RunKind;
  load: DemoLoad;
  channelsDriven: number;
  settings?: Settings;
  /** What is set otherwise, in words, and the bench as it is then. */
  setting?: string;
  bench?: AdjustableDescription;
  /** Recorded elsewhere and read as files, or typed off a meter, channel by channel. */
  from?: "files" | { meter: string; readings: readonly TypedReadings[] };
};

/** A run with all that playing it takes: plain data, so that another process can do it. */
export type DemoTask = {
  run: DemoRun;
  /** What the Brief says of supplies and switches. */
  details: SetupDetails;
  bench: AdjustableDescription;
  load: Load;
  secondLoad: Load | null;
  ratedWatts: number | null;
  /** The full level, where the amplifier was found to give less than is claimed. */
  levelWatts: number | null;
  isRehearsed: boolean;
  seed: number;
};

/** Plays a task, keeps its recordings, and reads them. */
export type Play = (task: DemoTask) => Promise<RunDraft>;
