import "server-only";
import type { Knex } from "knex";
import { BRIEF_FORMAT, claimsOfBrief, type Brief, type Photo } from "@/records";
import { beginAtTheBench } from "./atTheBench";
import {
  addAmplifier,
  addClaim,
  dataFolder,
  findAmplifier,
  findDocument,
  keepDocument,
  listClaims,
  photos,
  savePhoto,
} from "@/store";

/** How often something was changed here means nothing elsewhere. */
const unrevised = <T extends { revision?: number }>({ revision: _, ...rest }: T) => rest;

/** The Brief of an amplifier as one piece, photos included. Null when there is no such amplifier. */
export const briefOf = async (db: Knex, amplifierId: string): Promise<Brief | null> => {
  const amplifier = await findAmplifier(db, amplifierId);
  if (!amplifier) return null;
  const { id: _id, createdAt: _createdAt, ...draft } = unrevised(amplifier);
  const { photos: kept, ...details } = unrevised(await findDocument(db, amplifierId, "details"));
  return {
    format: BRIEF_FORMAT,
    amplifier: draft,
    claims: (await listClaims(db, amplifierId)).map(({ id: _, amplifierId: __, ...claim }) =>
      unrevised(claim),
    ),
    details,
    // Pages are files of this shelf, and a brief is one file that stands alone.
    sheet: { ...unrevised(await findDocument(db, amplifierId, "sheet")), pages: [] },
    photos: await Promise.all(
      kept
        .filter(({ sha256 }) => photos.has(dataFolder(), sha256))
        .map(async ({ sha256, caption }) => ({
          caption,
          jpegBase64: (await photos.read(dataFolder(), sha256)).toString("base64"),
        })),
    ),
  };
};

/**
 * Puts an amplifier on the shelf as a brief describes it, with what stands at the bench. Pictures that cannot be read are left out, and
 * counted.
 * @param ids of what is new, and of an amplifier that it is like
 */
export const addBrief = async (
  db: Knex,
  brief: Brief,
  now: string,
  { newId, likeId }: { newId?: string; likeId?: string } = {},
): Promise<{ id: string; unreadCount: number }> => {
  const { amplifier, details, photos: pictures } = brief;
  const { filledIn: _, ...sheet } = brief.sheet;
  const kept: Photo[] = [];
  for (const { caption, jpegBase64 } of pictures) {
    const photo = await savePhoto(dataFolder(), Buffer.from(jpegBase64, "base64"));
    if (photo) kept.push({ ...photo, caption });
  }
  return db.transaction(async (trx) => {
    const { id } = await addAmplifier(trx, amplifier, now, newId);
    for (const claim of claimsOfBrief(brief)) await addClaim(trx, id, claim);
    await keepDocument(trx, id, "details", { ...unrevised(details), photos: kept });
    await keepDocument(trx, id, "sheet", { ...unrevised(sheet), pages: [] });
    await beginAtTheBench(trx, { id, channelCount: amplifier.channelCount }, likeId);
    return { id, unreadCount: pictures.length - kept.length };
  });
};

/** The words that a name of the same series ends with until the reviewer says which it is. */
const ANOTHER = ", another";
const MOST_MODEL = 80;

/**
 * Puts another amplifier of the same series on the shelf: its brief, its claims, its plan and its loads, without what is this sample's own (its
 * condition, what was seen, photos, lender). Null when there is no such amplifier.
 * @param newId made by who asks, so that asking once more after a lost answer is no second one
 */
export const addAnother = async (
  db: Knex,
  amplifierId: string,
  now: string,
  newId?: string,
): Promise<string | null> => {
  if (newId && (await findAmplifier(db, newId))) return newId;
  const brief = await briefOf(db, amplifierId);
  if (!brief) return null;
  const { amplifier, details } = brief;
  const model = `${amplifier.model.slice(0, MOST_MODEL - ANOTHER.length)}${ANOTHER}`;
  // All of it or nothing: asked for once more after a lost answer, it is whole.
  return db.transaction(async (trx) => {
    const { id } = await addBrief(
      trx,
      {
        ...brief,
        amplifier: { ...amplifier, model, condition: "" },
        // What was seen and tried is of the other sample.
        details: { ...details, supplyTests: [], lender: "", seenBefore: "", seenAfter: "" },
        photos: [],
      },
      now,
      { newId, likeId: amplifierId },
    );
    const { pages } = await findDocument(trx, amplifierId, "sheet");
    await keepDocument(trx, id, "sheet", {
      ...unrevised(await findDocument(trx, id, "sheet")),
      pages,
    });
    const claimIds = new Map<string, string>();
    const copied = await listClaims(trx, id);
    for (const [index, claim] of (await listClaims(trx, amplifierId)).entries())
      if (copied[index]) claimIds.set(claim.id, copied[index].id);
    const plan = unrevised(await findDocument(trx, amplifierId, "plan"));
    await keepDocument(trx, id, "plan", {
      ...plan,
      runs: plan.runs.map((run) => ({
        ...run,
        proves: run.proves.flatMap((claimId) => claimIds.get(claimId) ?? []),
      })),
    });
    return id;
  });
};
