import { guarded, refuse } from "@/server/guard";
import { readBody } from "@/server/readBody";
import { PHOTO_LIMIT_BYTES } from "@/records";
import { dataFolder, savePhoto, UploadTooLarge } from "@/store";

/** Takes one photo and answers with the hashes of itself and of its small one, once both are safe on the disk. */
export const PUT = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    try {
      const photo = await savePhoto(dataFolder(), await readBody(request, PHOTO_LIMIT_BYTES));
      return photo
        ? Response.json(photo)
        : refuse(400, "This is no picture that can be read. JPEG, PNG and WebP are.");
    } catch (error) {
      if (error instanceof UploadTooLarge) return refuse(413, error.message);
      throw error;
    }
  });
