import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import type { Load, LoadDraft } from "@/records";
import { ownerOf } from "./owner";
import { readable } from "./readable";
import { changeRevised, type Changed } from "./revised";
import { evidenceChanged } from "./summaries";

type LoadRow = {
  id: string;
  amplifier_id: string;
  nominal_ohms: number;
  channels: string;
  revision: number;
};

/** Null where its channels cannot be read. */
const fromRow = (row: LoadRow): Load | null => {
  const channels = readable<Load["channels"]>(row.channels);
  return (
    channels && {
      id: row.id,
      amplifierId: row.amplifier_id,
      nominalOhms: row.nominal_ohms,
      channels,
      revision: row.revision,
    }
  );
};

const toColumns = (draft: LoadDraft) => ({
  nominal_ohms: draft.nominalOhms,
  channels: JSON.stringify(draft.channels),
});

/** Loads of one amplifier, highest ohms first, and how many of them cannot be read. */
export const readLoads = async (
  db: Knex,
  amplifierId: string,
): Promise<{ loads: Load[]; unreadCount: number }> => {
  const rows = await db<LoadRow>("loads")
    .where({ amplifier_id: amplifierId })
    .orderBy("nominal_ohms", "desc")
    .orderByRaw("rowid");
  const loads = rows.flatMap((row) => fromRow(row) ?? []);
  return { loads, unreadCount: rows.length - loads.length };
};

/**
 * Rejects when there is no such amplifier.
 * @param id made by who adds it, so that adding it once more after a lost answer is no second load
 */
export const addLoad = async (
  db: Knex,
  amplifierId: string,
  draft: LoadDraft,
  id: string = randomUUID(),
): Promise<Load> => {
  const columns = { ...toColumns(draft), id, amplifier_id: amplifierId };
  await db("loads").insert(columns).onConflict("id").ignore();
  await evidenceChanged(db, amplifierId);
  return { ...draft, id, amplifierId, revision: 1 };
};

export const changeLoad = (db: Knex, id: string, draft: LoadDraft): Promise<Changed<Load | null>> =>
  db.transaction(async (trx) => {
    const query = trx("loads").where({ id });
    const changed = await changeRevised<LoadRow, Load | null>(
      query,
      toColumns(draft),
      draft.revision,
      fromRow,
    );
    const owner = await ownerOf(trx, "loads", id);
    if (owner) await evidenceChanged(trx, owner);
    return changed;
  });

/** @returns false when there is no such load */
export const deleteLoad = (db: Knex, id: string): Promise<boolean> =>
  db.transaction(async (trx) => {
    const owner = await ownerOf(trx, "loads", id);
    if (owner === null) return false;
    await trx("loads").where({ id }).delete();
    await evidenceChanged(trx, owner);
    return true;
  });

/** Loads that stood at the bench last, of another amplifier: those of the newest run that was made into one. Null where there are none. */
export const lastLoads = async (
  db: Knex,
  exceptAmplifierId: string,
): Promise<{ amplifierId: string; loads: Load[] } | null> => {
  const row: { amplifier_id: string } | undefined = await db("loads")
    .whereNot({ amplifier_id: exceptAmplifierId })
    .select("amplifier_id")
    .orderByRaw(
      "(SELECT max(taken_at) FROM runs WHERE runs.amplifier_id = loads.amplifier_id) DESC, rowid DESC",
    )
    .first();
  if (!row) return null;
  const { loads } = await readLoads(db, row.amplifier_id);
  return loads.length === 0 ? null : { amplifierId: row.amplifier_id, loads };
};
