import type { Knex } from "knex";
import type { Amplifier, Remarks } from "@/records";
import {
  WORDS_VERSION,
  WRITTEN_DOCUMENTS,
  writtenWords,
  type WrittenRecords,
} from "@/records/facts";
import { findAnyAmplifier } from "./amplifiers";
import { listClaims } from "./claims";
import { findDocument } from "./documents";
import { listLog } from "./log";
import { readable } from "./readable";

/** So many entries are made at once; others get their turn between. */
const AT_ONCE = 20;

/** Rebuilds what the shelf is found and filed by, of all amplifiers that have changed. @returns how many those were */
export const refreshShelf = async (db: Knex): Promise<number> => {
  for (let count = 0; ;) {
    const due: { amplifier_id: string }[] = await db("shelf_due").limit(AT_ONCE);
    if (due.length === 0) return count;
    await db.transaction(async (trx) => {
      for (const { amplifier_id: id } of due) await refreshEntry(trx, id);
    });
    count += due.length;
  }
};

/** Has all entries rebuilt when a newer version of the program takes words from more of the records. */
export const outdateEntries = (db: Knex): Promise<void> =>
  db.raw(
    "INSERT INTO shelf_due SELECT amplifier_id FROM shelf_entries WHERE words_version <> ? ON CONFLICT DO NOTHING",
    [WORDS_VERSION],
  );

const refreshEntry = async (trx: Knex.Transaction, id: string): Promise<void> => {
  await trx("shelf_due").where({ amplifier_id: id }).delete();
  const amplifier = await findAnyAmplifier(trx, id);
  if (!amplifier) return;
  const records = await writtenRecords(trx, amplifier);
  const { words, ...entry } = entryOf(records) ?? NOTHING;
  await trx("shelf_entries")
    .insert({ amplifier_id: id, words_version: WORDS_VERSION, ...entry })
    .onConflict("amplifier_id")
    .merge();
  await trx("written").where({ amplifier_id: id }).delete();
  for (const { place, text } of words)
    await trx("written").insert({ amplifier_id: id, place, text });
};

type Entry = {
  is_archived: 0 | 1;
  labels: string;
  supplies: string;
  mass_kilograms: number | null;
  price: number | null;
  words: ReturnType<typeof writtenWords>;
};

const NOTHING: Entry = {
  is_archived: 0,
  labels: "[]",
  supplies: "[]",
  mass_kilograms: null,
  price: null,
  words: [],
};

/** What a shelf says and finds of an amplifier; null where a piece of its records is not as it should be: others are found all the same. */
const entryOf = (records: WrittenRecords): Entry | null => {
  try {
    const { details, filing } = records.documents;
    const { priceNow, priceThen, priceIndexRatio } = details;
    return {
      is_archived: filing.isArchived ? 1 : 0,
      labels: JSON.stringify(filing.labels),
      supplies: JSON.stringify([...new Set(details.supplies.map(({ kind }) => kind))]),
      mass_kilograms: details.massKilograms ?? null,
      // Of today; where that is not known, of then, in money of today where the reviewer says what that comes to.
      price: priceNow ?? (priceThen ? priceThen * (priceIndexRatio ?? 1) : null),
      words: writtenWords(records),
    };
  } catch {
    return null;
  }
};

const writtenRecords = async (db: Knex, amplifier: Amplifier): Promise<WrittenRecords> => {
  const { id } = amplifier;
  const documents = Object.fromEntries(
    await Promise.all(
      WRITTEN_DOCUMENTS.map(async (kind) => [kind, await findDocument(db, id, kind)]),
    ),
  ) as WrittenRecords["documents"];
  return {
    amplifier,
    claims: await listClaims(db, id),
    documents,
    log: await listLog(db, id),
    runs: await wordsOfRuns(db, id),
  };
};

/** Settings, remarks and names of files, each once. */
const wordsOfRuns = async (db: Knex, amplifierId: string): Promise<string[]> => {
  const runs: { detail: string; setting: string | null; remarks: string | null }[] = await db(
    "runs",
  )
    .where({ amplifier_id: amplifierId })
    .distinct(
      "source_detail as detail",
      db.raw(
        "CASE WHEN json_valid(conditions) THEN json_extract(conditions, '$.setting') END AS setting",
      ),
      "remarks",
    );
  const files: { name: string }[] = await db("captures")
    .join("runs", "runs.id", "captures.run_id")
    .where({ amplifier_id: amplifierId })
    .distinct("file_name as name");
  return [
    ...runs.flatMap(({ detail, setting, remarks }) => [
      setting ?? "",
      detail,
      ...wordsIn(remarks ? readable<Remarks>(remarks) : null),
    ]),
    ...files.map(({ name }) => name),
  ];
};

const wordsIn = (remarks: Remarks | null): string[] =>
  remarks === null
    ? []
    : [remarks.struck?.reason ?? "", ...(remarks.overruled ?? []).map(({ note }) => note)];
