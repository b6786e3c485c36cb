import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { KEPT_DAYS, type Amplifier, type AmplifierDraft } from "@/records";
import { changeRevised, type Changed } from "./revised";
import { evidenceChanged } from "./summaries";

type AmplifierRow = Omit<Amplifier, "createdAt" | "channelCount" | "revision"> & {
  created_at: string;
  channel_count: number;
  revision: number;
  evidence_revision: number;
  deleted_at: string | null;
};

const fromRow = ({
  created_at,
  channel_count,
  evidence_revision: _,
  deleted_at: __,
  ...rest
}: AmplifierRow): Amplifier => ({
  ...rest,
  createdAt: created_at,
  channelCount: channel_count,
});

const toColumns = ({ channelCount, revision: _, ...rest }: AmplifierDraft) => ({
  ...rest,
  channel_count: channelCount,
});

/** All amplifiers, newest first. */
export const listAmplifiers = async (db: Knex): Promise<Amplifier[]> =>
  (
    await db<AmplifierRow>("amplifiers")
      .whereNull("deleted_at")
      .orderBy([{ column: "created_at", order: "desc" }, { column: "id" }])
  ).map(fromRow);

/** One that is on the shelf or in the archive. */
export const findAmplifier = async (db: Knex, id: string): Promise<Amplifier | null> => {
  const row = await db<AmplifierRow>("amplifiers").where({ id }).whereNull("deleted_at").first();
  return row ? fromRow(row) : null;
};

/** The same, or one that was deleted and can still be brought back. */
export const findAnyAmplifier = async (db: Knex, id: string): Promise<Amplifier | null> => {
  const row = await db<AmplifierRow>("amplifiers").where({ id }).first();
  return row ? fromRow(row) : null;
};

/** @param id made by who adds it, so that adding it once more after a lost answer is no second amplifier */
export const addAmplifier = async (
  db: Knex,
  draft: AmplifierDraft,
  createdAt: string,
  id: string = randomUUID(),
): Promise<Amplifier> => {
  const columns = { ...toColumns(draft), id, created_at: createdAt };
  await db("amplifiers").insert(columns).onConflict("id").ignore();
  return { ...draft, id, createdAt, revision: 1 };
};

export const changeAmplifier = (
  db: Knex,
  id: string,
  draft: AmplifierDraft,
): Promise<Changed<Amplifier>> =>
  db.transaction(async (trx) => {
    const changed = await changeRevised<AmplifierRow, Amplifier>(
      trx("amplifiers").where({ id }).whereNull("deleted_at"),
      toColumns(draft),
      draft.revision,
      fromRow,
    );
    await evidenceChanged(trx, id);
    return changed;
  });

const DAY_MILLISECONDS = 24 * 60 * 60 * 1000;

/**
 * Takes an amplifier off the shelf. It stays as it is, out of sight, until it is brought back or its days are over.
 * @returns false when there is none
 */
export const deleteAmplifier = async (db: Knex, id: string, at: Date): Promise<boolean> =>
  (await db("amplifiers")
    .where({ id })
    .whereNull("deleted_at")
    .update({ deleted_at: at.toISOString() })) > 0;

/** Restores one that was deleted. @returns false when it is gone permanently, or was never deleted */
export const bringBackAmplifier = async (db: Knex, id: string): Promise<boolean> =>
  (await db("amplifiers").where({ id }).whereNotNull("deleted_at").update({ deleted_at: null })) >
  0;

/** Removes one that was deleted with its claims and runs, permanently; its loads stay in the workshop. @returns false when there is none */
export const removeAmplifier = async (db: Knex, id: string): Promise<boolean> =>
  (await db("amplifiers").where({ id }).whereNotNull("deleted_at").delete()) > 0;

/** Removes permanently what was deleted longer ago than it is kept. @returns how many amplifiers that were */
export const removeLongDeleted = (db: Knex, now: Date): Promise<number> =>
  db("amplifiers")
    .where("deleted_at", "<", new Date(now.getTime() - KEPT_DAYS * DAY_MILLISECONDS).toISOString())
    .delete();
