import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import type { Claim, ClaimDraft } from "@/records";
import { changeRevised, type Changed } from "./revised";
import { evidenceChanged } from "./summaries";

type ClaimRow = {
  id: string;
  amplifier_id: string;
  printed_text: string;
  source: string;
  power_watts: number;
  load_ohms: number;
  channels_driven: number;
  distortion_limit_ratio: number;
  distortion_measure: Claim["distortionMeasure"];
  revision: number;
};

const fromRow = (row: ClaimRow): Claim => ({
  id: row.id,
  amplifierId: row.amplifier_id,
  printedText: row.printed_text,
  source: row.source,
  powerWatts: row.power_watts,
  loadOhms: row.load_ohms,
  channelsDriven: row.channels_driven,
  distortionLimitRatio: row.distortion_limit_ratio,
  distortionMeasure: row.distortion_measure,
  revision: row.revision,
});

const toColumns = (draft: ClaimDraft) => ({
  printed_text: draft.printedText,
  source: draft.source,
  power_watts: draft.powerWatts,
  load_ohms: draft.loadOhms,
  channels_driven: draft.channelsDriven,
  distortion_limit_ratio: draft.distortionLimitRatio,
  distortion_measure: draft.distortionMeasure,
});

/** Claims of one amplifier in the order they were added. */
export const listClaims = async (db: Knex, amplifierId: string): Promise<Claim[]> =>
  (await db<ClaimRow>("claims").where({ amplifier_id: amplifierId }).orderByRaw("rowid")).map(
    fromRow,
  );

/**
 * Rejects when there is no such amplifier.
 * @param id made by who adds it, so that adding it once more after a lost answer is no second claim
 */
export const addClaim = async (
  db: Knex,
  amplifierId: string,
  draft: ClaimDraft,
  id: string = randomUUID(),
): Promise<Claim> => {
  const columns = { ...toColumns(draft), id, amplifier_id: amplifierId };
  await db("claims").insert(columns).onConflict("id").ignore();
  await evidenceChanged(db, amplifierId);
  return { ...draft, id, amplifierId, revision: 1 };
};

export const changeClaim = (db: Knex, id: string, draft: ClaimDraft): Promise<Changed<Claim>> =>
  db.transaction(async (trx) => {
    const query = trx("claims").where({ id });
    const changed = await changeRevised<ClaimRow, Claim>(
      query,
      toColumns(draft),
      draft.revision,
      fromRow,
    );
    const row = (await query.first()) as ClaimRow | undefined;
    if (row) await evidenceChanged(trx, row.amplifier_id);
    return changed;
  });

/** @returns false when there is no such claim */
export const deleteClaim = (db: Knex, id: string): Promise<boolean> =>
  db.transaction(async (trx) => {
    const row = await trx<ClaimRow>("claims").where({ id }).first();
    if (!row) return false;
    await trx("claims").where({ id }).delete();
    await evidenceChanged(trx, row.amplifier_id);
    return true;
  });
