import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import type { Amplifier, AmplifierDraft } from "@/records";

type AmplifierRow = Omit<Amplifier, "createdAt" | "channelCount"> & {
  created_at: string;
  channel_count: number;
};

const fromRow = ({ created_at, channel_count, ...rest }: AmplifierRow): Amplifier => ({
  ...rest,
  createdAt: created_at,
  channelCount: channel_count,
});

const toColumns = ({ channelCount, ...rest }: AmplifierDraft) => ({
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

export const addAmplifier = async (
  db: Knex,
  draft: AmplifierDraft,
  createdAt: string,
): Promise<Amplifier> => {
  const amplifier = { ...draft, id: randomUUID(), createdAt };
  await db("amplifiers").insert({ ...toColumns(draft), id: amplifier.id, created_at: createdAt });
  return amplifier;
};

/** @returns false when there is no such amplifier */
export const changeAmplifier = async (
  db: Knex,
  id: string,
  draft: AmplifierDraft,
): Promise<boolean> => (await db("amplifiers").where({ id }).update(toColumns(draft))) > 0;

/** Removes an amplifier with its claims, loads and runs. @returns false when there is none */
export const deleteAmplifier = async (db: Knex, id: string): Promise<boolean> =>
  (await db("amplifiers").where({ id }).delete()) > 0;
