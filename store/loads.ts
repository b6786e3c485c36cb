import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import type { Load, LoadDraft, LoadKind } from "@/records";
import { readable } from "./readable";
import { changeRevised, type Changed } from "./revised";
import { evidenceChanged } from "./summaries";

type LoadRow = {
  id: string;
  nominal_ohms: number;
  kind: LoadKind;
  channels: string;
  revision: number;
};

/** Null where its channels cannot be read. */
const fromRow = (row: LoadRow): Load | null => {
  const channels = readable<Load["channels"]>(row.channels);
  return (
    channels && {
      id: row.id,
      nominalOhms: row.nominal_ohms,
      kind: row.kind,
      channels,
      revision: row.revision,
    }
  );
};

const toColumns = (draft: LoadDraft) => ({
  nominal_ohms: draft.nominalOhms,
  kind: draft.kind ?? "resistor",
  channels: JSON.stringify(draft.channels),
});

const loadsOf = async (
  query: Knex.QueryBuilder,
): Promise<{ loads: Load[]; unreadCount: number }> => {
  const rows: LoadRow[] = await query
    .select("loads.*")
    .orderBy("nominal_ohms", "desc")
    .orderByRaw("loads.rowid");
  const loads = rows.flatMap((row) => fromRow(row) ?? []);
  return { loads, unreadCount: rows.length - loads.length };
};

/** Loads that an amplifier is measured with, highest ohms first, and how many of them cannot be read. */
export const readLoads = (
  db: Knex,
  amplifierId: string,
): Promise<{ loads: Load[]; unreadCount: number }> =>
  loadsOf(
    db("loads")
      .join("load_uses", "load_uses.load_id", "loads.id")
      .where({ amplifier_id: amplifierId }),
  );

/** All loads of the workshop, highest ohms first. */
export const listLoads = async (db: Knex): Promise<Load[]> => (await loadsOf(db("loads"))).loads;

/** Ids of the amplifiers that are measured with a load. */
export const usersOfLoad = async (db: Knex, loadId: string): Promise<string[]> =>
  (await db("load_uses").where({ load_id: loadId }).select("amplifier_id")).map(
    ({ amplifier_id }) => amplifier_id,
  );

/**
 * Adds a load to the workshop, for an amplifier that is measured with it. Rejects when there is no such amplifier.
 * @param id made by who adds it, so that adding it once more after a lost answer is no second load
 */
export const addLoad = (
  db: Knex,
  amplifierId: string,
  draft: LoadDraft,
  id: string = randomUUID(),
): Promise<Load> =>
  db.transaction(async (trx) => {
    await trx("loads")
      .insert({ ...toColumns(draft), id })
      .onConflict("id")
      .ignore();
    await takeLoad(trx, amplifierId, id);
    return { ...draft, id, revision: 1 };
  });

/** Has an amplifier measured with a load of the workshop. Rejects when there is no such amplifier or load. */
export const takeLoad = (db: Knex, amplifierId: string, loadId: string): Promise<void> =>
  db.transaction(async (trx) => {
    await trx("load_uses")
      .insert({ amplifier_id: amplifierId, load_id: loadId })
      .onConflict(["amplifier_id", "load_id"])
      .ignore();
    await evidenceChanged(trx, amplifierId);
  });

/** An amplifier is no longer measured with a load, which stays in the workshop. */
export const leaveLoad = (db: Knex, amplifierId: string, loadId: string): Promise<void> =>
  db.transaction(async (trx) => {
    await trx("load_uses").where({ amplifier_id: amplifierId, load_id: loadId }).delete();
    await evidenceChanged(trx, amplifierId);
  });

/** Changes a load for all amplifiers that are measured with it. */
export const changeLoad = (db: Knex, id: string, draft: LoadDraft): Promise<Changed<Load | null>> =>
  db.transaction(async (trx) => {
    const changed = await changeRevised<LoadRow, Load | null>(
      trx("loads").where({ id }),
      toColumns(draft),
      draft.revision,
      fromRow,
    );
    await evidenceChanged(trx, await usersOfLoad(trx, id));
    return changed;
  });

/** Takes a load out of the workshop, and from all amplifiers. @returns false when there is no such load */
export const deleteLoad = (db: Knex, id: string): Promise<boolean> =>
  db.transaction(async (trx) => {
    await evidenceChanged(trx, await usersOfLoad(trx, id));
    return (await trx("loads").where({ id }).delete()) > 0;
  });

/** The amplifier that was at the bench last and has loads, other than one; null where there is none. */
export const lastAtTheBench = async (
  db: Knex,
  exceptAmplifierId: string,
): Promise<string | null> => {
  const row: { amplifier_id: string } | undefined = await db("load_uses")
    .whereNot({ amplifier_id: exceptAmplifierId })
    .select("amplifier_id")
    .orderByRaw(
      "(SELECT max(taken_at) FROM runs WHERE runs.amplifier_id = load_uses.amplifier_id) DESC, rowid DESC",
    )
    .first();
  return row?.amplifier_id ?? null;
};
