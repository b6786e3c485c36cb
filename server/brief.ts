import "server-only";
import type { Knex } from "knex";
import { BRIEF_FORMAT, claimsOfBrief, type Brief, type Photo } from "@/records";
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
    sheet: unrevised(await findDocument(db, amplifierId, "sheet")),
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

/** Puts an amplifier on the shelf as a brief describes it. Pictures that cannot be read are left out, and counted. */
export const addBrief = async (
  db: Knex,
  brief: Brief,
  now: string,
  newId?: string,
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
    await keepDocument(trx, id, "sheet", unrevised(sheet));
    return { id, unreadCount: pictures.length - kept.length };
  });
};

/** The words that a name of the same series ends with until the reviewer says which it is. */
const ANOTHER = ", another";
const MOST_MODEL = 80;

/**
 * Puts another amplifier of the same series on the shelf: its brief, its claims and its plan, without what is this sample's own (its
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
  const { id } = await addBrief(
    db,
    {
      ...brief,
      amplifier: { ...amplifier, model, condition: "" },
      details: { ...details, lender: "", seenBefore: "", seenAfter: "" },
      photos: [],
    },
    now,
    newId,
  );
  const claimIds = new Map<string, string>();
  const copied = await listClaims(db, id);
  for (const [index, claim] of (await listClaims(db, amplifierId)).entries())
    if (copied[index]) claimIds.set(claim.id, copied[index].id);
  const plan = unrevised(await findDocument(db, amplifierId, "plan"));
  await keepDocument(db, id, "plan", {
    ...plan,
    runs: plan.runs.map((run) => ({
      ...run,
      proves: run.proves.flatMap((claimId) => claimIds.get(claimId) ?? []),
    })),
  });
  return id;
};
