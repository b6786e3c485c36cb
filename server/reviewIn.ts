import "server-only";
import { createWriteStream } from "node:fs";
import { mkdtemp, rm } from "node:fs/promises";
import { join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { Knex } from "knex";
import { BadZip, readZip, type OpenedZip } from "@/archive/readZip";
import {
  amplifierName,
  PACKAGE_NAMES,
  REVIEW_FILE,
  REVIEW_FORMAT,
  REVIEW_VERSION,
  reviewSchema,
  validated,
  type DocumentKind,
  type DocumentOf,
  type Review,
} from "@/records";
import {
  addAmplifier,
  addClaim,
  addLoad,
  addLogEntries,
  addRun,
  captures,
  dataFolder,
  findAmplifier,
  keepDocument,
  keepRemarks,
  listLoads,
  papers,
  photos,
  takeLoad,
  UploadTooLarge,
  type HashedFiles,
} from "@/store";
import { uploadLimitBytes } from "./limits";
import { requireReadable } from "./readable";
import { Refusal } from "./requests";

const RECORD_LIMIT_BYTES = 512 * 1024 * 1024;
/** Largest package, unpacked: so many recordings of the largest size. */
const MOST_RECORDINGS = 16;
const MOST_FILES = 20_000;

const NOTHING = "Nothing was changed.";

/** Takes what arrives into a file of its own, which is gone afterwards. @throws {UploadTooLarge} past the limit */
const arrived = async <T>(body: ReadableStream, take: (path: string) => Promise<T>): Promise<T> => {
  const folder = await mkdtemp(join(dataFolder(), ".arriving-"));
  const limit = MOST_RECORDINGS * uploadLimitBytes();
  try {
    const path = join(folder, "review.zip");
    let byteCount = 0;
    await pipeline(
      Readable.fromWeb(body as never),
      async function* bounded(chunks: AsyncIterable<Uint8Array>) {
        for await (const chunk of chunks) {
          byteCount += chunk.byteLength;
          if (byteCount > limit) throw new UploadTooLarge(limit);
          yield chunk;
        }
      },
      createWriteStream(path, { flags: "wx" }),
    );
    return await take(path);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
};

/**
 * Takes in a review that left this program or another of its kind: all of it, or nothing.
 * @returns the amplifier's id
 * @throws {Refusal} in plain words, with nothing changed
 */
export const takeReview = (db: Knex, body: ReadableStream): Promise<{ id: string }> =>
  arrived(body, async (path) => {
    let zip: OpenedZip | null = null;
    try {
      zip = await readZip(path, {
        count: MOST_FILES,
        bytes: MOST_RECORDINGS * uploadLimitBytes(),
        name: PACKAGE_NAMES,
      });
      const review = await recordIn(zip);
      await requireFree(db, review);
      for (const name of zip.names) await keepFile(zip, name);
      return await addReview(db, review);
    } catch (error) {
      if (error instanceof BadZip) throw new Refusal(400, `${error.message} ${NOTHING}`);
      throw error;
    } finally {
      zip?.close();
    }
  });

const recordIn = async (zip: OpenedZip): Promise<Review> => {
  const bytes = await zip.read(REVIEW_FILE, RECORD_LIMIT_BYTES);
  let record: Partial<Review>;
  try {
    record = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes)) as Partial<Review>;
  } catch {
    throw new Refusal(400, `The record in the zip cannot be read. ${NOTHING}`);
  }
  if (record?.format !== REVIEW_FORMAT)
    throw new Refusal(400, `This zip is no review of Rimebank's. ${NOTHING}`);
  if (Number(record.formatVersion) > REVIEW_VERSION)
    throw new Refusal(
      400,
      `This review was made by a newer version of this program. Update this one first. ${NOTHING}`,
    );
  const checked = await validated(reviewSchema as never, record);
  if (!checked.ok) {
    const [[field, message]] = Object.entries(checked.errors);
    throw new Refusal(400, `${field || "The record"} is not right: ${message} ${NOTHING}`);
  }
  const review = checked.value as unknown as Review;
  if (!review.isWhole)
    throw new Refusal(
      400,
      `This is a reader's copy, to be checked and not to be taken in. Ask for the whole review. ${NOTHING}`,
    );
  return review;
};

/** What is on the shelf already stays as it is. */
const requireFree = async (db: Knex, { amplifier, runs }: Review): Promise<void> => {
  const known = await findAmplifier(db, amplifier.id);
  if (known)
    throw new Refusal(
      409,
      `${amplifierName(known)} of this review is on the shelf already. ${NOTHING}`,
    );
  const ids = runs.map(({ id }) => id);
  for (let at = 0; at < ids.length; at += 500)
    if (
      await db("runs")
        .whereIn("id", ids.slice(at, at + 500))
        .first("id")
    )
      throw new Refusal(409, `Runs of this review are on the shelf already. ${NOTHING}`);
};

const isJpeg = (bytes: Buffer): boolean => bytes[0] === 0xff && bytes[1] === 0xd8;
const isPdf = (bytes: Buffer): boolean => bytes.subarray(0, 5).toString("latin1") === "%PDF-";

/** Keeps a recording, a photo or a paper under its hash, once it is seen to be what its name says. */
const keepFile = async (zip: OpenedZip, name: string): Promise<void> => {
  const [, folder, sha256] = /^(recordings|photos|papers)\/([0-9a-f]{64})\./.exec(name) ?? [];
  if (!folder) return;
  const limit = uploadLimitBytes();
  const other = { photos: [photos, isJpeg], papers: [papers, isPdf] } as const;
  if (folder === "recordings") {
    const chunks = (await zip.stream(name)) as AsyncIterable<Uint8Array>;
    return requireHash(
      name,
      sha256,
      await captures.save(dataFolder(), chunks, limit, requireReadable),
    );
  }
  const [files, isRight]: readonly [HashedFiles, (bytes: Buffer) => boolean] =
    other[folder as keyof typeof other];
  const bytes = await zip.read(name, limit);
  if (!isRight(bytes)) throw new BadZip(`${name} is not what its name says.`);
  requireHash(name, sha256, await files.save(dataFolder(), [bytes], limit));
};

const requireHash = (name: string, sha256: string, kept: { sha256: string }): void => {
  if (kept.sha256 !== sha256) throw new BadZip(`${name} was changed: it has another SHA-256.`);
};

/** All records in one go; files that stay without a record are cleared away later. */
const addReview = async (db: Knex, review: Review): Promise<{ id: string }> => {
  const { amplifier, claims, documents, loads, log, runs } = review;
  const { id, createdAt, ...draft } = amplifier;
  return db.transaction(async (trx) => {
    await addAmplifier(trx, draft, createdAt, id);
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
      const added = await addRun(trx, dataFolder(), { amplifierId: id, takenAt }, run);
      if (added.outcome !== "stored")
        throw new Refusal(400, `A recording of the review is missing from its zip. ${NOTHING}`);
      await keepRemarks(trx, run.id, remarks);
    }
    return { id };
  });
};
