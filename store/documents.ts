import type { Knex } from "knex";
import {
  emptyDocument,
  emptyWorkshopDocument,
  type DocumentKind,
  type DocumentOf,
  type WorkshopKind,
  type WorkshopOf,
} from "@/records";

/** A document of an amplifier; an empty one where none was kept. Fields that are newer than it have their defaults. */
export const findDocument = async <K extends DocumentKind>(
  db: Knex,
  amplifierId: string,
  kind: K,
): Promise<DocumentOf<K>> => {
  const row = await db("documents").where({ amplifier_id: amplifierId, kind }).first();
  return row ? { ...emptyDocument(kind), ...JSON.parse(row.content) } : emptyDocument(kind);
};

/** Keeps a document in place of the one before. Rejects when there is no such amplifier. */
export const keepDocument = async <K extends DocumentKind>(
  db: Knex,
  amplifierId: string,
  kind: K,
  content: DocumentOf<K>,
): Promise<void> => {
  await db("documents")
    .insert({ amplifier_id: amplifierId, kind, content: JSON.stringify(content) })
    .onConflict(["amplifier_id", "kind"])
    .merge();
};

/** A document of the workshop, which all amplifiers share. */
export const findWorkshopDocument = async <K extends WorkshopKind>(
  db: Knex,
  kind: K,
): Promise<WorkshopOf<K>> => {
  const row = await db("workshop").where({ kind }).first();
  return row
    ? { ...emptyWorkshopDocument(kind), ...JSON.parse(row.content) }
    : emptyWorkshopDocument(kind);
};

export const keepWorkshopDocument = async <K extends WorkshopKind>(
  db: Knex,
  kind: K,
  content: WorkshopOf<K>,
): Promise<void> => {
  await db("workshop")
    .insert({ kind, content: JSON.stringify(content) })
    .onConflict("kind")
    .merge();
};

/** Hashes of all photos that a document refers to, whatever it is. */
export const referredPhotos = async (db: Knex): Promise<Set<string>> => {
  const rows: { content: string }[] = [
    ...(await db("documents").select("content")),
    ...(await db("workshop").select("content")),
  ];
  return new Set(rows.flatMap(({ content }) => content.match(/[0-9a-f]{64}/g) ?? []));
};
