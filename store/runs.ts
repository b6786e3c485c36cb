import type { Knex } from "knex";
import {
  conditionsInForce,
  correctableOf,
  entryOf,
  NO_REMARKS,
  NOTHING_UNDER_WAY,
  type Correctable,
  type Remarks,
  type Run,
  type RunCapture,
  type RunDraft,
  type RunEntry,
  type UnderWay,
} from "@/records";
import { findAmplifier } from "./amplifiers";
import { exclusively } from "./exclusively";
import { captures } from "./files";
import { readable } from "./readable";
import { evidenceChanged } from "./summaries";

type RunRow = {
  id: string;
  amplifier_id: string;
  kind: Run["kind"];
  source: Run["source"];
  source_detail: string;
  taken_at: string;
  conditions: string;
  analysis_version: number;
  remarks: string | null;
};
type CaptureRow = {
  run_id: string;
  position: number;
  sha256: string;
  file_name: string;
  full_scale_volts: number;
  shot: string | null;
};

const captureFrom = ({ sha256, file_name, full_scale_volts, shot }: CaptureRow): RunCapture => ({
  sha256,
  fileName: file_name,
  fullScaleVolts: full_scale_volts,
  ...(shot === null ? {} : { shot }),
});

const remarksOf = ({ remarks }: { remarks: string | null }): Remarks =>
  (remarks ? readable<Remarks>(remarks) : null) ?? NO_REMARKS;

/** Kind and result were checked together when it was stored. Null where it cannot be read. */
const fromRow = (
  row: RunRow & { content: string },
  captureRows: readonly CaptureRow[],
): Run | null => {
  const conditions = readable<Run["conditions"]>(row.conditions);
  const result = readable<object>(row.content);
  if (conditions === null || result === null) return null;
  const remarks = remarksOf(row);
  return {
    id: row.id,
    amplifierId: row.amplifier_id,
    kind: row.kind,
    source: row.source,
    sourceDetail: row.source_detail,
    takenAt: row.taken_at,
    conditions: conditionsInForce(conditions, remarks),
    result,
    analysisVersion: row.analysis_version,
    captures: captureRows.map(captureFrom),
    remarks,
  } as unknown as Run;
};

/** SQLite takes so many values in one question at least. */
const MOST_AT_ONCE = 500;

/** Runs by their ids, whole, in the order of the ids. Ids of runs that are not there, or cannot be read, are left out. */
export const findRuns = async (db: Knex, ids: readonly string[]): Promise<Run[]> => {
  const found = new Map<string, Run>();
  for (let at = 0; at < ids.length; at += MOST_AT_ONCE) {
    const some = ids.slice(at, at + MOST_AT_ONCE);
    const rows: (RunRow & { content: string })[] = await db("runs")
      .join("results", "results.run_id", "runs.id")
      .whereIn("runs.id", some)
      .select("runs.*", "results.content");
    const files = await db<CaptureRow>("captures").whereIn("run_id", some).orderBy("position");
    const filesOf = new Map<string, CaptureRow[]>(rows.map(({ id }) => [id, []]));
    for (const file of files) filesOf.get(file.run_id)?.push(file);
    for (const row of rows) {
      const run = fromRow(row, filesOf.get(row.id) ?? []);
      if (run) found.set(run.id, run);
    }
  }
  return ids.flatMap((id) => found.get(id) ?? []);
};

export const findRun = async (db: Knex, id: string): Promise<Run | null> =>
  (await findRuns(db, [id]))[0] ?? null;

/** What a list says of each run of an amplifier, newest first, without reading any result. */
export const listRunEntries = async (db: Knex, amplifierId: string): Promise<RunEntry[]> => {
  const rows = await db("runs")
    .where({ amplifier_id: amplifierId })
    .orderBy("taken_at", "desc")
    .orderByRaw("rowid desc")
    .select("id", "kind", "source", "taken_at", "conditions", "remarks");
  return rows.flatMap((row) => {
    const conditions = readable<Run["conditions"]>(row.conditions);
    if (!conditions) return [];
    const remarks = remarksOf(row);
    return entryOf({
      id: row.id,
      kind: row.kind,
      source: row.source,
      takenAt: row.taken_at,
      conditions: conditionsInForce(conditions, remarks),
      remarks,
    });
  });
};

/** A run as it was stored, or why it was not. */
export type AddedRun =
  | { outcome: "stored"; id: string }
  | { outcome: "no-amplifier" }
  | { outcome: "id-taken" }
  | { outcome: "capture-missing"; fileName: string };

/**
 * Stores a run with its captures, or neither; where it is the run under way, that is done with, in the same moment. Storing the
 * same run again, as after an answer that was lost, changes nothing.
 * @param folder where its captures lie
 */
export const addRun = (
  db: Knex,
  folder: string,
  { amplifierId, takenAt }: { amplifierId: string; takenAt: string },
  draft: RunDraft,
): Promise<AddedRun> =>
  exclusively(folder, async () => {
    const missing = draft.captures.find(({ sha256 }) => !captures.has(folder, sha256));
    if (missing) return { outcome: "capture-missing", fileName: missing.fileName };
    return db.transaction((trx) => insertRun(trx, amplifierId, draft, takenAt));
  });

/** The same within a transaction, by whoever keeps others from the folder meanwhile and has seen that its captures are there. */
export const insertRun = async (
  trx: Knex.Transaction,
  amplifierId: string,
  draft: RunDraft,
  takenAt: string,
): Promise<AddedRun> => {
  const { id } = draft;
  const known = await trx<RunRow>("runs").where({ id }).first();
  if (known)
    return known.amplifier_id === amplifierId && known.kind === draft.kind
      ? { outcome: "stored", id }
      : { outcome: "id-taken" };
  if (!(await findAmplifier(trx, amplifierId))) return { outcome: "no-amplifier" };
  await trx("runs").insert({
    id,
    amplifier_id: amplifierId,
    kind: draft.kind,
    source: draft.source,
    source_detail: draft.sourceDetail,
    taken_at: takenAt,
    conditions: JSON.stringify(draft.conditions),
    analysis_version: draft.analysisVersion,
  });
  await trx("results").insert({ run_id: id, content: JSON.stringify(draft.result) });
  for (const [position, { sha256, fileName, fullScaleVolts, shot }] of draft.captures.entries())
    await trx("captures").insert({
      run_id: id,
      position,
      sha256,
      file_name: fileName,
      full_scale_volts: fullScaleVolts,
      shot: shot ?? null,
    });
  await endUnderWay(trx, amplifierId, id);
  await evidenceChanged(trx, amplifierId);
  return { outcome: "stored", id };
};

/** The run under way has been stored: what comes next is under way now. */
const endUnderWay = async (
  trx: Knex.Transaction,
  amplifierId: string,
  runId: string,
): Promise<void> => {
  const where = { amplifier_id: amplifierId, kind: "under-way" };
  const row = await trx("documents").where(where).first();
  const underWay = row && readable<UnderWay>(row.content);
  if (underWay?.job?.id !== runId) return;
  const [job, ...queue] = underWay.queue;
  const rest: UnderWay = { ...NOTHING_UNDER_WAY, refused: underWay.refused ?? [] };
  const next: UnderWay = job ? { ...rest, job, queue } : rest;
  await trx("documents")
    .where(where)
    .update({ content: JSON.stringify(next), revision: row.revision + 1 });
};

/** Keeps what the reviewer has to say of a run; the run itself never changes. @returns false when there is no such run */
export const keepRemarks = (db: Knex, id: string, remarks: Remarks): Promise<boolean> =>
  db.transaction(async (trx) => {
    const row = await trx<RunRow>("runs").where({ id }).first("amplifier_id");
    if (!row) return false;
    await trx("runs")
      .where({ id })
      .update({ remarks: JSON.stringify(remarks) });
    await evidenceChanged(trx, row.amplifier_id);
    return true;
  });

/**
 * Corrects conditions of an amplifier's runs, all or none. The run itself stays as it was stored: what was there before and what is in force
 * now are kept with the remarks.
 * @param correct what a run's conditions should be; null where they stay
 * @returns how many were corrected
 */
export const correctRuns = (
  db: Knex,
  amplifierId: string,
  at: string,
  correct: (entry: RunEntry, conditions: Run["conditions"]) => Correctable | null,
): Promise<number> =>
  db.transaction(async (trx) => {
    const rows: RunRow[] = await trx("runs").where({ amplifier_id: amplifierId });
    let count = 0;
    for (const row of rows) {
      const stored = readable<Run["conditions"]>(row.conditions);
      if (!stored) continue;
      const remarks = remarksOf(row);
      const conditions = conditionsInForce(stored, remarks);
      const { id, kind, source, taken_at: takenAt } = row;
      const now = correct(entryOf({ id, kind, source, takenAt, conditions, remarks }), conditions);
      if (now === null) continue;
      const corrected = [...(remarks.corrected ?? []), { at, was: correctableOf(conditions), now }];
      await trx("runs")
        .where({ id })
        .update({ remarks: JSON.stringify({ ...remarks, corrected }) });
      count++;
    }
    if (count > 0) await evidenceChanged(trx, amplifierId);
    return count;
  });
