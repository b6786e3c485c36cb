import type { Knex } from "knex";
import {
  emptyDocument,
  emptyWorkshopDocument,
  ownRig,
  type DocumentKind,
  type DocumentOf,
  type WorkshopKind,
  type WorkshopOf,
} from "@/records";
import { followSheet } from "./claims";
import { readable } from "./readable";
import type { Changed } from "./revised";
import { keepSharedRig, wholeRig } from "./rigs";
import { evidenceChanged } from "./summaries";

type DocumentRow = { content: string; revision: number };
type Where = { amplifier_id?: string; kind: string };

/** Content of a row with its revision; fields that are newer than it have their defaults. Null where it cannot be read. */
const contentOf = <T extends object>(row: DocumentRow, empty: T): T | null => {
  const content = readable<object>(row.content);
  return content && { ...empty, ...content, revision: row.revision };
};

/** A document that is there cannot be read; it stays where it is until another takes its place. */
export type ReadDocument<T> = { document: T; isUnreadable: boolean };

const read = async <T extends object>(
  db: Knex,
  table: string,
  where: Where,
  empty: T,
): Promise<ReadDocument<T>> => {
  const row = await db<DocumentRow>(table).where(where).first();
  if (!row) return { document: { ...empty, revision: 0 }, isUnreadable: false };
  const document = contentOf(row, empty);
  return {
    document: document ?? { ...empty, revision: row.revision },
    isUnreadable: document === null,
  };
};

const keep = <T extends object>(
  db: Knex,
  { table, where }: { table: string; where: Where },
  { revision: expected, ...content }: T & { revision?: number },
  empty: T,
): Promise<Changed<T>> =>
  db.transaction(async (trx) => {
    const row = await trx<DocumentRow>(table).where(where).first();
    const now = row ? contentOf(row, empty) : { ...empty, revision: 0 };
    const revision = row?.revision ?? 0;
    if (now && expected !== undefined && expected !== revision)
      return { outcome: "changed-meanwhile", now, revision };
    if (row && !now)
      await trx("set_aside").insert({
        amplifier_id: where.amplifier_id ?? null,
        kind: where.kind,
        content: row.content,
        at: new Date().toISOString(),
      });
    await trx(table)
      .insert({ ...where, content: JSON.stringify(content), revision: revision + 1 })
      .onConflict(Object.keys(where))
      .merge();
    return { outcome: "kept", revision: revision + 1 };
  });

/** What of a document belongs to the workshop and is kept there. */
const whole = async <K extends DocumentKind>(
  db: Knex,
  amplifierId: string,
  kind: K,
  kept: DocumentOf<K>,
): Promise<DocumentOf<K>> =>
  kind === "rig"
    ? ((await wholeRig(db, amplifierId, kept as DocumentOf<"rig">)) as DocumentOf<K>)
    : kept;

/** A document of an amplifier; an empty one where none was kept. */
export const readDocument = async <K extends DocumentKind>(
  db: Knex,
  amplifierId: string,
  kind: K,
): Promise<ReadDocument<DocumentOf<K>>> => {
  const where = { amplifier_id: amplifierId, kind };
  const { document, isUnreadable } = await read(db, "documents", where, emptyDocument(kind));
  return { document: await whole(db, amplifierId, kind, document), isUnreadable };
};

/** The same without the word on whether it can be read. */
export const findDocument = async <K extends DocumentKind>(
  db: Knex,
  amplifierId: string,
  kind: K,
): Promise<DocumentOf<K>> => (await readDocument(db, amplifierId, kind)).document;

/** Documents that verdicts follow from: claims of the sheet, mass and size, the rig's own distortion, and what the reviewer says. */
const JUDGED_FROM: readonly DocumentKind[] = ["sheet", "details", "rig", "verdict"];

/**
 * Keeps a document in place of the one before, unless that is not the one whose revision it names. Rejects when there is no such
 * amplifier.
 */
export const keepDocument = <K extends DocumentKind>(
  db: Knex,
  amplifierId: string,
  kind: K,
  content: DocumentOf<K>,
): Promise<Changed<DocumentOf<K>>> =>
  db.transaction(async (trx) => {
    const changed = await keep(
      trx,
      { table: "documents", where: { amplifier_id: amplifierId, kind } },
      kind === "rig" ? (ownRig(content as DocumentOf<"rig">) as DocumentOf<K>) : content,
      emptyDocument(kind),
    );
    if (changed.outcome === "changed-meanwhile")
      return { ...changed, now: await whole(trx, amplifierId, kind, changed.now) };
    if (kind === "sheet") await followSheet(trx, amplifierId, content as DocumentOf<"sheet">);
    if (kind === "rig") await keepSharedRig(trx, amplifierId, content as DocumentOf<"rig">);
    if (JUDGED_FROM.includes(kind)) await evidenceChanged(trx, amplifierId);
    return changed;
  });

/** A document of the workshop, which all amplifiers share. */
export const readWorkshopDocument = <K extends WorkshopKind>(
  db: Knex,
  kind: K,
): Promise<ReadDocument<WorkshopOf<K>>> =>
  read(db, "workshop", { kind }, emptyWorkshopDocument(kind));

export const keepWorkshopDocument = <K extends WorkshopKind>(
  db: Knex,
  kind: K,
  content: WorkshopOf<K>,
): Promise<Changed<WorkshopOf<K>>> =>
  keep(db, { table: "workshop", where: { kind } }, content, emptyWorkshopDocument(kind));
