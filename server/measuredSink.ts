import "server-only";
import { stat } from "node:fs/promises";
import type { Knex } from "knex";
import { decodeText, readTemperatureLog, type ProbeLog } from "@/core/files";
import type { MeasuredSink } from "@/core/plan";
import { RUN_KINDS } from "@/core/run";
import type { HeatLog } from "@/records";
import { logOfRun, probesOfRun, sinkOf, tellsWatts } from "@/records/facts";
import { captures, dataFolder, findRuns } from "@/store";
import type { AmplifierRecords } from "./readAmplifier";

/** Logs and soaks that are looked through, the newest first, until one tells. */
const MOST_LOGS = 8;
/** A longer file is read on its own stage only. */
const MOST_FILE_BYTES = 8 * 1024 * 1024;

/** Files never change: what one held is read once, as far as memory should go. */
const MOST_READ = 16;
const READ = new Map<string, readonly ProbeLog[] | null>();

const probesOfFile = async (sha256: string): Promise<readonly ProbeLog[] | null> => {
  const known = READ.get(sha256);
  if (known !== undefined) return known;
  const facts = await stat(captures.path(dataFolder(), sha256)).catch(() => null);
  const isShort = facts !== null && facts.size <= MOST_FILE_BYTES;
  const bytes = isShort ? await captures.read(dataFolder(), sha256) : null;
  const log = bytes && readTemperatureLog(decodeText(bytes));
  const probes = log?.ok ? log.value.spots : null;
  if (READ.size >= MOST_READ) READ.clear();
  READ.set(sha256, probes);
  return probes;
};

/** The amplifier's cooling as the newest soak found it that tells; null where none does. */
export const measuredSinkOf = async (
  db: Knex,
  { heat, runs, room }: Pick<AmplifierRecords, "heat" | "runs" | "room">,
): Promise<MeasuredSink | null> => {
  const soaks = runs.filter(({ kind, isStruck }) => RUN_KINDS[kind].isSoaked && !isStruck);
  const found = await findRuns(
    db,
    soaks.slice(0, MOST_LOGS).map(({ id }) => id),
  );
  const known = new Map(found.map((run) => [run.id, run]));
  const said = new Set(heat.logs.map(({ runId }) => runId));
  const logs = [
    ...heat.logs,
    ...found.filter(({ id }) => !said.has(id)).map((run) => logOfRun(run, room.celsius)),
  ]
    .filter(({ isStruck }) => !isStruck)
    .toSorted((a, b) => Date.parse(b.startedAt) - Date.parse(a.startedAt))
    .slice(0, MOST_LOGS);
  for (const log of logs) {
    if (!tellsWatts(log)) continue;
    const sink = sinkOf(log, await probesOf(log, known), heat.limits);
    if (sink) return sink;
  }
  return null;
};

const probesOf = async (
  { runId, file }: HeatLog,
  known: ReadonlyMap<string, Parameters<typeof probesOfRun>[0]>,
): Promise<readonly ProbeLog[] | null> => {
  const run = runId === null ? undefined : known.get(runId);
  if (run) return probesOfRun(run);
  return file ? probesOfFile(file.sha256) : null;
};
