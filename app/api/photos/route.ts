import { PHOTO_LIMIT_BYTES } from "@/records";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { readBody, Refusal } from "@/server/requests";
import { dataFolder, savePhoto } from "@/store";

/** Takes one photo and answers with the hashes of itself and of its small one, once both are safe on the disk. */
export const PUT = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    await writableDatabase();
    const photo = await savePhoto(dataFolder(), await readBody(request, PHOTO_LIMIT_BYTES));
    if (!photo) throw new Refusal(400, "This image cannot be read. Use JPEG, PNG or WebP.");
    return Response.json(photo);
  });
