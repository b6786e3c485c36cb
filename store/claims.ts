import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import type { Claim, ClaimDraft } from "@/records";

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

/** Claims of one amplifier in the order they were added, or of all. */
export const listClaims = async (db: Knex, amplifierId?: string): Promise<Claim[]> => {
  const query = db<ClaimRow>("claims").orderByRaw("rowid");
  return (await (amplifierId ? query.where({ amplifier_id: amplifierId }) : query)).map(fromRow);
};

/** Rejects when there is no such amplifier. */
export const addClaim = async (
  db: Knex,
  amplifierId: string,
  draft: ClaimDraft,
): Promise<Claim> => {
  const id = randomUUID();
  await db("claims").insert({ ...toColumns(draft), id, amplifier_id: amplifierId });
  return { ...draft, id, amplifierId };
};

/** @returns false when there is no such claim */
export const changeClaim = async (db: Knex, id: string, draft: ClaimDraft): Promise<boolean> =>
  (await db("claims").where({ id }).update(toColumns(draft))) > 0;

/** @returns false when there is no such claim */
export const deleteClaim = async (db: Knex, id: string): Promise<boolean> =>
  (await db("claims").where({ id }).delete()) > 0;
