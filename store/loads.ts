import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import type { Load, LoadDraft } from "@/records";

type LoadRow = { id: string; amplifier_id: string; nominal_ohms: number; channels: string };

const fromRow = (row: LoadRow): Load => ({
  id: row.id,
  amplifierId: row.amplifier_id,
  nominalOhms: row.nominal_ohms,
  channels: JSON.parse(row.channels),
});

const toColumns = (draft: LoadDraft) => ({
  nominal_ohms: draft.nominalOhms,
  channels: JSON.stringify(draft.channels),
});

/** Loads of one amplifier, highest ohms first, or of all. */
export const listLoads = async (db: Knex, amplifierId?: string): Promise<Load[]> => {
  const query = db<LoadRow>("loads").orderBy("nominal_ohms", "desc").orderByRaw("rowid");
  return (await (amplifierId ? query.where({ amplifier_id: amplifierId }) : query)).map(fromRow);
};

/** Rejects when there is no such amplifier. */
export const addLoad = async (db: Knex, amplifierId: string, draft: LoadDraft): Promise<Load> => {
  const id = randomUUID();
  await db("loads").insert({ ...toColumns(draft), id, amplifier_id: amplifierId });
  return { ...draft, id, amplifierId };
};

/** @returns false when there is no such load */
export const changeLoad = async (db: Knex, id: string, draft: LoadDraft): Promise<boolean> =>
  (await db("loads").where({ id }).update(toColumns(draft))) > 0;

/** @returns false when there is no such load */
export const deleteLoad = async (db: Knex, id: string): Promise<boolean> =>
  (await db("loads").where({ id }).delete()) > 0;
