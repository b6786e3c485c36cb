import "server-only";
import type { Knex } from "knex";
import { BadZip, readZip, type OpenedZip } from "@/archive/readZip";
import {
  amplifierName,
  PACKAGE_NAMES,
  readReview,
  REVIEW_FILE,
  REVIEW_LIMIT_BYTES,
  type Review,
} from "@/records";
import {
  addReview,
  captures,
  dataFolder,
  isReviewThere,
  papers,
  photos,
  type HashedFiles,
} from "@/store";
import { arrived } from "./arrived";
import { uploadLimitBytes } from "./limits";
import { requireReadable } from "./readable";
import { Refusal } from "./requests";

/** Largest package, unpacked: so many recordings of the largest size. */
const MOST_RECORDINGS = 16;
const MOST_FILES = 20_000;

const NOTHING = "Nothing was changed.";

/** Largest package that is taken in, packed or unpacked. */
export const reviewLimitBytes = (): number => MOST_RECORDINGS * uploadLimitBytes();

/**
 * Takes in a review that left this program or another of its kind: all of it, or nothing.
 * @returns the amplifier's id
 * @throws {Refusal} in plain words, with nothing changed
 */
export const takeReview = (db: Knex, body: ReadableStream): Promise<{ id: string }> =>
  arrived(body, reviewLimitBytes(), async (path) => {
    let zip: OpenedZip | null = null;
    try {
      zip = await readZip(path, {
        count: MOST_FILES,
        bytes: reviewLimitBytes(),
        name: PACKAGE_NAMES,
      });
      const review = await recordIn(zip);
      // Reported before any recording is unpacked; looked at once more as it is stored.
      const there = await isReviewThere(db, review);
      if (there) throw taken(review, there);
      for (const name of zip.names) await keepFile(zip, name);
      // Files that stay without a record are cleared away later.
      const added = await addReview(db, dataFolder(), review);
      if (added.outcome === "capture-missing")
        throw new Refusal(400, `A recording of the review is missing from its zip. ${NOTHING}`);
      if (added.outcome !== "added") throw taken(review, added.outcome);
      return { id: added.id };
    } catch (error) {
      if (error instanceof BadZip) throw new Refusal(400, `${error.message} ${NOTHING}`);
      throw error;
    } finally {
      zip?.close();
    }
  });

const recordIn = async (zip: OpenedZip): Promise<Review> => {
  const read = await readReview(await zip.read(REVIEW_FILE, REVIEW_LIMIT_BYTES));
  if (!read.ok) throw new Refusal(400, `${read.message} ${NOTHING}`);
  if (!read.review.isWhole)
    throw new Refusal(
      400,
      `This is a readers’ copy, which cannot be imported. Ask for the full backup of the review. ${NOTHING}`,
    );
  return read.review;
};

/** What is on the shelf already stays as it is. */
const TAKEN = {
  "amplifier-taken": "of this review is on the shelf already.",
  "amplifier-deleted":
    "of this review was deleted here and can be restored: it is on the shelf under “Deleted”.",
  "parts-taken": "has a review, parts of which are on the shelf already.",
} as const;

const taken = ({ amplifier }: Review, which: keyof typeof TAKEN): Refusal =>
  new Refusal(409, `${amplifierName(amplifier)} ${TAKEN[which]} ${NOTHING}`);

const isJpeg = (bytes: Buffer): boolean => bytes[0] === 0xff && bytes[1] === 0xd8;
const isPdf = (bytes: Buffer): boolean => bytes.subarray(0, 5).toString("latin1") === "%PDF-";

/** Keeps a recording, a photo or a paper under its hash, once it is seen to be what its name says. */
const keepFile = async (zip: OpenedZip, name: string): Promise<void> => {
  const [, folder, sha256] = /^(recordings|photos|papers)\/([0-9a-f]{64})\./.exec(name) ?? [];
  if (!folder) return;
  const limit = uploadLimitBytes();
  const other = { photos: [photos, isJpeg], papers: [papers, isPdf] } as const;
  if (folder === "recordings") {
    const kept = await captures.save(dataFolder(), zip.stream(name), limit, requireReadable);
    return requireHash(name, sha256, kept);
  }
  const [files, isRight]: readonly [HashedFiles, (bytes: Buffer) => boolean] =
    other[folder as keyof typeof other];
  const bytes = await zip.read(name, limit);
  if (!isRight(bytes)) throw new BadZip(`${name} does not match its name.`);
  requireHash(name, sha256, await files.save(dataFolder(), [bytes], limit));
};

const requireHash = (name: string, sha256: string, kept: { sha256: string }): void => {
  if (kept.sha256 !== sha256) throw new BadZip(`${name} was changed: it has another SHA-256.`);
};
