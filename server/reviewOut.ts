import "server-only";
import { createHash } from "node:crypto";
import { stat } from "node:fs/promises";
import type { Readable } from "node:stream";
import type { Knex } from "knex";
import { writeZip, type ZippedFile } from "@/archive/writeZip";
import {
  packageDescriptor,
  readersCopy,
  REVIEW_DOCUMENTS,
  REVIEW_FILE,
  REVIEW_FORMAT,
  REVIEW_VERSION,
  reviewTables,
  type PackagedFile,
  type Heat,
  type Instruments,
  type Review,
  type RigSettings,
} from "@/records";
import {
  captures,
  dataFolder,
  findAmplifier,
  findDocument,
  findRuns,
  listClaims,
  listLog,
  listRunEntries,
  papers,
  photos,
  readLoads,
  readWorkshopDocument,
  type HashedFiles,
} from "@/store";

/** How often something was changed here, and whose it is here, means nothing elsewhere. */
const plain = <T extends object>(thing: T): Omit<T, "revision" | "amplifierId"> => {
  const {
    revision: _,
    amplifierId: __,
    ...rest
  } = thing as T & {
    revision?: number;
    amplifierId?: string;
  };
  return rest;
};

/** Everything that is kept of an amplifier, as one piece; null where it is not on the shelf. */
export const reviewOf = async (db: Knex, amplifierId: string): Promise<Review | null> => {
  const amplifier = await findAmplifier(db, amplifierId);
  if (!amplifier) return null;
  const documents: Review["documents"] = {};
  for (const kind of REVIEW_DOCUMENTS) {
    const { rigId: _, ...content } = plain(await findDocument(db, amplifierId, kind)) as {
      rigId?: unknown;
    };
    documents[kind] = content;
  }
  const entries = await listRunEntries(db, amplifierId);
  const runs = await findRuns(
    db,
    entries.map(({ id }) => id),
  );
  return {
    format: REVIEW_FORMAT,
    formatVersion: REVIEW_VERSION,
    isWhole: true,
    amplifier: plain(amplifier) as Review["amplifier"],
    claims: (await listClaims(db, amplifierId)).map(plain) as Review["claims"],
    documents,
    instruments: usedBy(
      (await readWorkshopDocument(db, "instruments")).document,
      await findDocument(db, amplifierId, "rig"),
    ),
    loads: (await readLoads(db, amplifierId)).loads.map(plain) as Review["loads"],
    log: (await listLog(db, amplifierId)).map(plain) as Review["log"],
    // The oldest first, as they were made.
    runs: runs.toReversed().map(plain) as Review["runs"],
  };
};

const usedBy = (
  { instruments }: Instruments,
  { sourceId, converterId, voltmeterId }: RigSettings,
): Review["instruments"] =>
  instruments.filter(({ id }) => [sourceId, converterId, voltmeterId].includes(id));

const HASH = /\b[0-9a-f]{64}\b/g;

/** Files that a text names by their hashes, of those that are there. */
const namedIn = (text: string, files: HashedFiles): string[] =>
  [...new Set(text.match(HASH) ?? [])].filter((sha256) => files.has(dataFolder(), sha256));

const README = `# A review, measured

\`review.json\` is the record, \`tables/\` the same in tables, \`recordings/\` the recordings by their SHA-256; \`datapackage.json\` describes them
all (Frictionless Data Package v1). Whoever has Rimebank reads the recordings again and compares: \`npm run rimebank -- verify FILE.zip\`.
`;

/** A review as one zip. @param isWhole with what is private, so that it can be taken in again; else a reader's copy */
export const reviewZip = async (
  whole: Review,
  { isWhole, madeAt }: { isWhole: boolean; madeAt: string },
): Promise<Readable> => {
  const review = isWhole ? whole : readersCopy(whole);
  const text = JSON.stringify(review, null, 1);
  const tables = reviewTables(review);
  const written: (ZippedFile & { content: string; table?: (typeof tables)[number] })[] = [
    { name: REVIEW_FILE, content: text },
    ...tables.map((table) => ({ name: `tables/${table.name}.csv`, content: table.csv, table })),
    { name: "README.md", content: README },
  ];
  // What a logger wrote is kept among the recordings, and is text.
  const logs = new Set(
    (review.documents.heat as Heat | undefined)?.logs.map(({ file }) => file?.sha256),
  );
  const named = [
    ...namedIn(text, captures).map(
      (sha256) => ["recordings", captures, sha256, logs.has(sha256) ? "csv" : "wav"] as const,
    ),
    ...namedIn(text, photos).map((sha256) => ["photos", photos, sha256, "jpg"] as const),
    ...namedIn(text, papers).map((sha256) => ["papers", papers, sha256, "pdf"] as const),
  ];
  const beside = await Promise.all(
    named.map(async ([folder, files, sha256, ending]) => {
      const path = files.path(dataFolder(), sha256);
      return {
        name: `${folder}/${sha256}.${ending}`,
        path,
        sha256,
        bytes: (await stat(path)).size,
      };
    }),
  );
  const packaged: PackagedFile[] = [
    ...written.map(({ name, content, table }) => ({
      path: name,
      bytes: Buffer.byteLength(content),
      sha256: createHash("sha256").update(content).digest("hex"),
      ...(table ? { table } : {}),
    })),
    ...beside.map(({ name, bytes, sha256 }) => ({ path: name, bytes, sha256 })),
  ];
  const descriptor = packageDescriptor(review, packaged, madeAt);
  return writeZip([
    { name: "datapackage.json", content: JSON.stringify(descriptor, null, 1) },
    ...written.map(({ name, content }) => ({ name, content })),
    ...beside.map(({ name, path }) => ({ name, path })),
  ]);
};
