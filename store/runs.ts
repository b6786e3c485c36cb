import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { NO_REMARKS, type Remarks, type Run, type RunCapture, type RunDraft } from "@/records";

type RunRow = {
  id: string;
  amplifier_id: string;
  kind: Run["kind"];
  source: Run["source"];
  source_detail: string;
  taken_at: string;
  conditions: string;
  result: string;
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

/** Kind and result were checked together when it was stored. */
const fromRow = (row: RunRow, captures: readonly CaptureRow[]): Run =>
  ({
    id: row.id,
    amplifierId: row.amplifier_id,
    kind: row.kind,
    source: row.source,
    sourceDetail: row.source_detail,
    takenAt: row.taken_at,
    conditions: JSON.parse(row.conditions),
    result: JSON.parse(row.result),
    analysisVersion: row.analysis_version,
    captures: captures.map(({ sha256, file_name, full_scale_volts, shot }): RunCapture => ({
      sha256,
      fileName: file_name,
      fullScaleVolts: full_scale_volts,
      ...(shot === null ? {} : { shot }),
    })),
    remarks: row.remarks === null ? NO_REMARKS : JSON.parse(row.remarks),
  }) as Run;

const withCaptures = async (db: Knex, rows: readonly RunRow[]): Promise<Run[]> => {
  const captures = await db<CaptureRow>("captures")
    .whereIn(
      "run_id",
      rows.map(({ id }) => id),
    )
    .orderBy("position");
  return rows.map((row) =>
    fromRow(
      row,
      captures.filter(({ run_id }) => run_id === row.id),
    ),
  );
};

/** Runs of one amplifier, or of all, newest first. */
export const listRuns = async (db: Knex, amplifierId?: string): Promise<Run[]> => {
  const query = db<RunRow>("runs").orderBy("taken_at", "desc").orderByRaw("rowid desc");
  return withCaptures(db, await (amplifierId ? query.where({ amplifier_id: amplifierId }) : query));
};

export const findRun = async (db: Knex, id: string): Promise<Run | null> =>
  (await withCaptures(db, await db<RunRow>("runs").where({ id })))[0] ?? null;

/** Stores a run with its captures, or neither. Rejects when there is no such amplifier. */
export const addRun = async (
  db: Knex,
  amplifierId: string,
  draft: RunDraft,
  takenAt: string,
): Promise<Run> => {
  const id = randomUUID();
  await db.transaction(async (trx) => {
    await trx("runs").insert({
      id,
      amplifier_id: amplifierId,
      kind: draft.kind,
      source: draft.source,
      source_detail: draft.sourceDetail,
      taken_at: takenAt,
      conditions: JSON.stringify(draft.conditions),
      result: JSON.stringify(draft.result),
      analysis_version: draft.analysisVersion,
    });
    for (const [position, { sha256, fileName, fullScaleVolts, shot }] of draft.captures.entries())
      await trx("captures").insert({
        run_id: id,
        position,
        sha256,
        file_name: fileName,
        full_scale_volts: fullScaleVolts,
        shot: shot ?? null,
      });
  });
  return { ...draft, id, amplifierId, takenAt, remarks: NO_REMARKS };
};

/** Keeps what the reviewer has to say of a run; the run itself never changes. @returns false when there is no such run */
export const keepRemarks = async (db: Knex, id: string, remarks: Remarks): Promise<boolean> =>
  (await db("runs")
    .where({ id })
    .update({ remarks: JSON.stringify(remarks) })) > 0;

/** Hashes of all captures that a run refers to. */
export const referredCaptures = async (db: Knex): Promise<Set<string>> =>
  new Set((await db<CaptureRow>("captures").distinct("sha256")).map(({ sha256 }) => sha256));
