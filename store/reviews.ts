import type { Knex } from "knex";
import type { DocumentKind, DocumentOf, Review } from "@/records";
import { addAmplifier, findAmplifier, findAnyAmplifier } from "./amplifiers";
import { addClaim } from "./claims";
import { keepDocument, keepWorkshopDocument, readWorkshopDocument } from "./documents";
import { exclusively } from "./exclusively";
import { captures } from "./files";
import { addLoad, listLoads, takeLoad } from "./loads";
import { addLogEntries } from "./log";
import { insertRun, keepRemarks } from "./runs";

/** A review as it was taken in, or why it was not: nothing is changed then. */
export type AddedReview =
  | { outcome: "added"; id: string }
  | { outcome: "amplifier-taken" | "amplifier-deleted" | "parts-taken" }
  | { outcome: "capture-missing"; fileName: string };

/** SQLite takes so many values in one question at least. */
const MOST_AT_ONCE = 500;

/** Whether an amplifier of that id, or a run, a claim or a line of the logbook of the review, is there already. */
export const isReviewThere = async (
  db: Knex,
  { amplifier, runs, claims, log }: Review,
): Promise<"amplifier-taken" | "amplifier-deleted" | "parts-taken" | null> => {
  if (await findAmplifier(db, amplifier.id)) return "amplifier-taken";
  if (await findAnyAmplifier(db, amplifier.id)) return "amplifier-deleted";
  const parts = [
    ["runs", runs],
    ["claims", claims],
    ["log_entries", log],
  ] as const;
  for (const [table, rows] of parts) {
    const ids = rows.map(({ id }) => id);
    for (let at = 0; at < ids.length; at += MOST_AT_ONCE)
      if (
        await db(table)
          .whereIn("id", ids.slice(at, at + MOST_AT_ONCE))
          .first("id")
      )
        return "parts-taken";
  }
  return null;
};

/**
 * Puts a review on the shelf, all of it or nothing. Loads and instruments of the workshop that are there already stay as they are.
 * @param folder where its captures lie
 */
export const addReview = (db: Knex, folder: string, review: Review): Promise<AddedReview> =>
  exclusively(folder, async () => {
    const missing = review.runs
      .flatMap((run) => run.captures)
      .find(({ sha256 }) => !captures.has(folder, sha256));
    if (missing) return { outcome: "capture-missing", fileName: missing.fileName };
    return db.transaction(async (trx): Promise<AddedReview> => {
      const there = await isReviewThere(trx, review);
      if (there) return { outcome: there };
      await insertReview(trx, review);
      return { outcome: "added", id: review.amplifier.id };
    });
  });

const insertReview = async (
  trx: Knex.Transaction,
  { amplifier, claims, documents, instruments, loads, log, runs }: Review,
): Promise<void> => {
  const { id, createdAt, ...draft } = amplifier;
  await addAmplifier(trx, draft, createdAt, id);
  await addInstruments(trx, instruments);
  const known = new Set((await listLoads(trx)).map((load) => load.id));
  for (const { id: loadId, ...load } of loads)
    if (known.has(loadId)) await takeLoad(trx, id, loadId);
    else await addLoad(trx, id, load, loadId);
  for (const [kind, content] of Object.entries(documents))
    await keepDocument(trx, id, kind as DocumentKind, content as DocumentOf<DocumentKind>);
  // Lines of the sheet made their claims as it was kept; what the reviewer had made of them comes instead.
  await trx("claims").where({ amplifier_id: id }).delete();
  for (const { id: claimId, ...claim } of claims) await addClaim(trx, id, claim, claimId);
  await addLogEntries(
    trx,
    log.map((entry) => ({ ...entry, amplifierId: id })),
  );
  for (const { takenAt, remarks, ...run } of runs) {
    await insertRun(trx, id, run, takenAt);
    await keepRemarks(trx, run.id, remarks);
  }
};

const addInstruments = async (
  trx: Knex.Transaction,
  instruments: Review["instruments"],
): Promise<void> => {
  const { document } = await readWorkshopDocument(trx, "instruments");
  const known = new Set(document.instruments.map(({ id }) => id));
  const added = instruments.filter(({ id }) => !known.has(id));
  if (added.length > 0)
    await keepWorkshopDocument(trx, "instruments", {
      ...document,
      instruments: [...document.instruments, ...added],
    });
};
