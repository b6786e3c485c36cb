import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import type { Amplifier, AmplifierDraft } from "@/records";
import { changeRevised, type Changed } from "./revised";
import { evidenceChanged } from "./summaries";

type AmplifierRow = Omit<Amplifier, "createdAt" | "channelCount" | "revision"> & {
  created_at: string;
  channel_count: number;
  revision: number;
  evidence_revision: number;
};

const fromRow = ({
  created_at,
  channel_count,
  evidence_revision: _,
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
    await db<AmplifierRow>("amplifiers").orderBy([
      { column: "created_at", order: "desc" },
      { column: "id" },
    ])
  ).map(fromRow);

export const findAmplifier = async (db: Knex, id: string): Promise<Amplifier | null> => {
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
      trx("amplifiers").where({ id }),
      toColumns(draft),
      draft.revision,
      fromRow,
    );
    await evidenceChanged(trx, id);
    return changed;
  });

/** Removes an amplifier with its claims and runs; its loads stay in the workshop. @returns false when there is none */
export const deleteAmplifier = async (db: Knex, id: string): Promise<boolean> =>
  (await db("amplifiers").where({ id }).delete()) > 0;
