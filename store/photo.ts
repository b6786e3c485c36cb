import sharp from "sharp";
import { photos } from "./files";

export type SavedPhoto = { sha256: string; smallSha256: string };

const MOST_PIXELS = 120_000_000;
const LARGE_PX = 2400;
const SMALL_PX = 320;

/**
 * Keeps a photo, and a small one for lists. Both are redrawn from its pixels, upright, so that nothing else of the file
 * remains: no place, no camera, no owner.
 * @returns null when the bytes are no picture
 */
export const savePhoto = async (folder: string, bytes: Uint8Array): Promise<SavedPhoto | null> => {
  const drawn = async (sizePx: number, quality: number): Promise<string> => {
    const jpeg = await sharp(bytes, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize({ width: sizePx, height: sizePx, fit: "inside", withoutEnlargement: true })
      .flatten({ background: "#ffffff" })
      .jpeg({ quality })
      .toBuffer();
    return (await photos.save(folder, [jpeg], Number.POSITIVE_INFINITY)).sha256;
  };
  const isPicture = await formatOf(bytes).then(
    (format) => FORMATS.includes(format ?? ""),
    () => false,
  );
  if (!isPicture) return null;
  try {
    return { sha256: await drawn(LARGE_PX, 86), smallSha256: await drawn(SMALL_PX, 80) };
  } catch (error) {
    // A picture that is cut off or damaged; anything else, such as a full disk, is not for us to hide.
    if (error instanceof Error && !("code" in error)) return null;
    throw error;
  }
};

const FORMATS = ["jpeg", "png", "webp", "gif", "tiff", "avif", "heif"];

const formatOf = async (bytes: Uint8Array): Promise<string | undefined> =>
  (await sharp(bytes, { limitInputPixels: MOST_PIXELS }).metadata()).format;
