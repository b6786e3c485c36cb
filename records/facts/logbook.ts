import { drivenText } from "@/core/claim";
import { RUN_KINDS } from "@/core/run";
import { formatShort } from "@/core/units";
import type { LogEntry, LogKind, RigSettings, RunEntry, VerdictNotes } from "@/records";

/** One thing that happened, whatever it is known from. */
export type LogLine = {
  key: string;
  at: string;
  kind: LogKind | "run" | "confirmation" | "ruling";
  text: string;
  /** The run that it is about. */
  runId: string | null;
  isStruck: boolean;
  /** Written down, so that it can be taken back. */
  entryId: string | null;
};

export type LogRecords = {
  entries: readonly LogEntry[];
  runs: readonly RunEntry[];
  rig: Pick<RigSettings, "confirmations">;
  verdictNotes: Pick<VerdictNotes, "overrules">;
};

/** Everything that happened at the bench, in order of time: what was written down, runs, confirmations and rulings. */
export const logbook = ({ entries, runs, rig, verdictNotes }: LogRecords): LogLine[] => {
  const lines: LogLine[] = [
    ...entries.map((entry) => ({
      key: entry.id,
      at: entry.at,
      kind: entry.kind,
      text: entryText(entry),
      runId: null,
      isStruck: entry.isStruck,
      entryId: entry.id,
    })),
    ...runs.map((run) => ({
      key: run.id,
      at: run.takenAt,
      kind: "run" as const,
      text: runText(run),
      runId: run.id,
      isStruck: run.isStruck,
      entryId: null,
    })),
    ...rig.confirmations.map(({ code, title, at }) => ({
      ...DERIVED,
      key: `confirmation ${code}`,
      at,
      kind: "confirmation" as const,
      text: title,
    })),
    ...verdictNotes.overrules.map(({ claim, says, reason, at }) => ({
      ...DERIVED,
      key: `ruling ${claim}`,
      at,
      kind: "ruling" as const,
      text: `${says}: ${reason}`,
    })),
  ];
  return lines
    .filter(({ at }) => at !== "")
    .toSorted((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.key < b.key ? -1 : 1));
};

const DERIVED = { runId: null, isStruck: false, entryId: null };

const entryText = ({ kind, text, celsius }: LogEntry): string =>
  kind === "temperature" && celsius !== null
    ? `${formatShort(celsius)} °C${text === "" ? "" : `, ${text}`}`
    : text;

const runText = ({ kind, nominalOhms, channelsDriven, setting }: RunEntry): string =>
  [RUN_KINDS[kind].title, `${formatShort(nominalOhms)} Ω`, drivenText(channelsDriven), setting]
    .filter((part) => part !== "")
    .join(", ");
