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
): Promise<{ id: string; unreadCount: number }> => {
  const { amplifier, details, photos: pictures } = brief;
  const { filledIn: _, ...sheet } = brief.sheet;
  const kept: Photo[] = [];
  for (const { caption, jpegBase64 } of pictures) {
    const photo = await savePhoto(dataFolder(), Buffer.from(jpegBase64, "base64"));
    if (photo) kept.push({ ...photo, caption });
  }
  return db.transaction(async (trx) => {
    const { id } = await addAmplifier(trx, amplifier, now);
    for (const claim of claimsOfBrief(brief)) await addClaim(trx, id, claim);
    await keepDocument(trx, id, "details", { ...unrevised(details), photos: kept });
    await keepDocument(trx, id, "sheet", unrevised(sheet));
    return { id, unreadCount: pictures.length - kept.length };
  });
};
