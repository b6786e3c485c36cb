import { createHash, randomUUID } from "node:crypto";
import type { Knex } from "knex";
import {
  claimsOfSheet,
  type Claim,
  type ClaimDraft,
  type PlacedClaim,
  type Sheet,
} from "@/records";
import { readable } from "./readable";
import { changeRevised, type Changed } from "./revised";
import { evidenceChanged } from "./summaries";

type ClaimRow = {
  id: string;
  amplifier_id: string;
  printed_text: string;
  source: string;
  stated: string;
  missing: string;
  nearest: string | null;
  given: string;
  line_key: string | null;
  made_for: string | null;
  is_left_out: number;
  revision: number;
};

/** null where what is stated cannot be read. */
const fromRow = (row: ClaimRow): Claim | null => {
  const stated = readable<Claim["stated"]>(row.stated);
  return (
    stated && {
      id: row.id,
      amplifierId: row.amplifier_id,
      printedText: row.printed_text,
      source: row.source,
      stated,
      missing: readable<string[]>(row.missing) ?? [],
      nearest: row.nearest,
      given: readable<Claim["given"]>(row.given) ?? {},
      lineKey: row.line_key,
      // Null is the text "null": the reviewer has taken away what the line names.
      ...(row.made_for !== null && { madeFor: readable<Claim["madeFor"]>(row.made_for) }),
      isLeftOut: row.is_left_out === 1,
      revision: row.revision,
    }
  );
};

const toColumns = (draft: ClaimDraft) => ({
  printed_text: draft.printedText,
  source: draft.source,
  stated: JSON.stringify(draft.stated),
  missing: JSON.stringify(draft.missing),
  nearest: draft.nearest,
  given: JSON.stringify(draft.given),
  line_key: draft.lineKey,
  made_for: draft.madeFor === undefined ? null : JSON.stringify(draft.madeFor),
  is_left_out: draft.isLeftOut ? 1 : 0,
});

/** Claims of one amplifier: those that were written down by themselves as they were added, then the lines of its sheet. */
export const listClaims = async (db: Knex, amplifierId: string): Promise<Claim[]> =>
  (
    await db<ClaimRow>("claims")
      .where({ amplifier_id: amplifierId })
      .orderBy("position")
      .orderByRaw("rowid")
  ).flatMap((row) => fromRow(row) ?? []);

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

export const changeClaim = (
  db: Knex,
  id: string,
  draft: ClaimDraft,
): Promise<Changed<Claim | null>> =>
  db.transaction(async (trx) => {
    const query = trx("claims").where({ id });
    const changed = await changeRevised<ClaimRow, Claim | null>(
      query,
      toColumns(draft),
      draft.revision,
      fromRow,
    );
    const row = (await query.first()) as ClaimRow | undefined;
    if (row) await evidenceChanged(trx, row.amplifier_id);
    return changed;
  });

/**
 * Takes a claim away. A line of the sheet stands there all the same: it is left out, and can be put back.
 * @returns false when there is no such claim
 */
export const deleteClaim = (db: Knex, id: string): Promise<boolean> =>
  db.transaction(async (trx) => {
    const query = trx<ClaimRow>("claims").where({ id });
    const row = await query.clone().first();
    if (!row) return false;
    if (row.line_key === null) await query.clone().delete();
    else await query.clone().update({ is_left_out: 1, revision: row.revision + 1 });
    await evidenceChanged(trx, row.amplifier_id);
    return true;
  });

/** Has the claims of an amplifier follow its sheet. @see claimsOfSheet */
export const followSheet = async (
  db: Knex,
  amplifierId: string,
  sheet: Pick<Sheet, "text" | "source">,
): Promise<void> => {
  const kept = await listClaims(db, amplifierId);
  await keepClaims(db, amplifierId, kept, claimsOfSheet(kept, sheet));
};

/** Has the table say what is placed, and no more. What a line of the sheet decides does not count as a change by the reviewer. */
const keepClaims = async (
  db: Knex,
  amplifierId: string,
  kept: readonly Claim[],
  placed: readonly PlacedClaim[],
): Promise<void> => {
  const staying = new Set(placed.map(({ id }) => id));
  const gone = kept.filter(({ id }) => !staying.has(id)).map(({ id }) => id);
  await db("claims").whereIn("id", gone).delete();
  for (const { id, position, ...draft } of placed) {
    if (id === null)
      await db("claims").insert({
        ...toColumns(draft),
        id: lineId(amplifierId, draft.lineKey ?? "", staying),
        amplifier_id: amplifierId,
        position,
      });
    else
      await db("claims")
        .where({ id })
        .update({
          source: draft.source,
          line_key: draft.lineKey,
          made_for: toColumns(draft).made_for,
          position,
        });
  }
};

/** The same line has the same id each time, so that what was said of its verdict is found again. */
const lineId = (
  amplifierId: string,
  lineKey: string,
  taken: ReadonlySet<string | null>,
): string => {
  const hash = createHash("sha256").update(`${amplifierId}\n${lineKey}`).digest("hex").slice(0, 32);
  return taken.has(hash) ? randomUUID() : hash;
};
