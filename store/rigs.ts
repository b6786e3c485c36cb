import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import {
  emptyDocument,
  ownRig,
  sharedRig,
  type Rig,
  type RigSettings,
  type SharedRig,
} from "@/records";
import { readable } from "./readable";
import { evidenceChanged } from "./summaries";

type RigRow = { id: string; content: string };

const NO_RIG = sharedRig(emptyDocument("rig"));

const fromRow = ({ id, content }: RigRow): Rig => ({
  id,
  ...NO_RIG,
  ...readable<Partial<SharedRig>>(content),
});

/** All rigs of the workshop, in the order in which they were made. */
export const listRigs = async (db: Knex): Promise<Rig[]> =>
  (await db<RigRow>("rigs").orderByRaw("rowid")).map(fromRow);

/** Ids of the amplifiers that are measured with a rig. */
export const usersOfRig = async (db: Knex, rigId: string): Promise<string[]> =>
  (await db("rig_uses").where({ rig_id: rigId }).select("amplifier_id")).map(
    ({ amplifier_id }) => amplifier_id,
  );

/** The rig that an amplifier is measured with; null where it has none yet. */
const rigOf = async (db: Knex, amplifierId: string): Promise<Rig | null> => {
  const row: RigRow | undefined = await db("rigs")
    .join("rig_uses", "rig_uses.rig_id", "rigs.id")
    .where({ amplifier_id: amplifierId })
    .select("rigs.*")
    .first();
  return row ? fromRow(row) : null;
};

/** An amplifier's rig as one piece: its own part as it was kept, and the workshop's as it is now. */
export const wholeRig = async (
  db: Knex,
  amplifierId: string,
  own: RigSettings,
): Promise<RigSettings> => {
  const rig = await rigOf(db, amplifierId);
  if (!rig) return { ...own, ...NO_RIG, rigId: null };
  const { id, ...shared } = rig;
  return { ...own, ...shared, rigId: id };
};

const freeName = async (db: Knex): Promise<string> => {
  const names = new Set((await listRigs(db)).map(({ rigName }) => rigName));
  for (let number = names.size + 1; ; number++)
    if (!names.has(`Rig ${number}`)) return `Rig ${number}`;
};

const isSame = (one: SharedRig, other: SharedRig): boolean =>
  JSON.stringify(sharedRig(one as RigSettings)) === JSON.stringify(sharedRig(other as RigSettings));

/** What stands in their rig has changed for those who had read it: windows that show an older state are warned when they save. */
const rigChanged = async (db: Knex, amplifierIds: readonly string[]): Promise<void> => {
  await db("documents")
    .where({ kind: "rig" })
    .whereIn("amplifier_id", amplifierIds)
    .increment("revision", 1);
};

/**
 * Keeps the workshop's part of an amplifier's rig, for all amplifiers that are measured with it. Must be called in the transaction
 * that keeps the amplifier's own part.
 */
export const keepSharedRig = async (
  db: Knex,
  amplifierId: string,
  rig: RigSettings,
): Promise<void> => {
  const before = await rigOf(db, amplifierId);
  const shared = sharedRig(rig);
  const named = { ...shared, rigName: shared.rigName || (before?.rigName ?? (await freeName(db))) };
  if (before && !isSame(before, named)) {
    await db("rigs")
      .where({ id: before.id })
      .update({ content: JSON.stringify(named) });
    const others = (await usersOfRig(db, before.id)).filter((user) => user !== amplifierId);
    await rigChanged(db, others);
    // Verdicts follow from what the rig distorts by itself, and from nothing else of it.
    if (JSON.stringify(before.loop) !== JSON.stringify(named.loop))
      await evidenceChanged(db, others);
  }
  if (!before && !isSame(shared, NO_RIG)) {
    const id = randomUUID();
    await db("rigs").insert({ id, content: JSON.stringify(named) });
    await db("rig_uses").insert({ amplifier_id: amplifierId, rig_id: id });
  }
};

/**
 * Has an amplifier measured with a rig of the workshop. One that is not there is made: with the same instruments and divider, and no
 * calibration yet. Rejects when there is no such amplifier.
 */
export const takeRig = (db: Knex, amplifierId: string, rigId: string): Promise<void> =>
  db.transaction(async (trx) => {
    if (!(await trx("rigs").where({ id: rigId }).first())) {
      const { id: _, ...before } = (await rigOf(trx, amplifierId)) ?? { id: "", ...NO_RIG };
      const { meterVoltsRms, meterHz, recordedRatio, loop } = NO_RIG;
      const unread = { meterVoltsRms, meterHz, recordedRatio, loop };
      const content = { ...before, ...unread, rigName: await freeName(trx) };
      await trx("rigs").insert({ id: rigId, content: JSON.stringify(content) });
    }
    await trx("rig_uses")
      .insert({ amplifier_id: amplifierId, rig_id: rigId })
      .onConflict("amplifier_id")
      .merge();
    await trx("documents")
      .insert({
        amplifier_id: amplifierId,
        kind: "rig",
        content: JSON.stringify(ownRig(emptyDocument("rig"))),
        revision: 0,
      })
      .onConflict(["amplifier_id", "kind"])
      .ignore();
    await rigChanged(trx, [amplifierId]);
    await evidenceChanged(trx, amplifierId);
  });

/** Takes a rig that no amplifier is measured with out of the workshop. @returns false where there is none, or it is used */
export const deleteRig = (db: Knex, id: string): Promise<boolean> =>
  db.transaction(async (trx) => {
    if ((await usersOfRig(trx, id)).length > 0) return false;
    return (await trx("rigs").where({ id }).delete()) > 0;
  });

/** The rig that was used last, by an amplifier's newest run or else the newest use; null where there is none. */
export const lastRig = async (db: Knex): Promise<string | null> => {
  const row: { rig_id: string } | undefined = await db("rig_uses")
    .select("rig_id")
    .orderByRaw(
      "(SELECT max(taken_at) FROM runs WHERE runs.amplifier_id = rig_uses.amplifier_id) DESC, rowid DESC",
    )
    .first();
  return row?.rig_id ?? null;
};
