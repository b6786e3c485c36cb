import { guarded } from "@/server/guard";
import { uploadLimitBytes } from "@/server/limits";
import { requireReadable } from "@/server/readable";
import { writableDatabase } from "@/server/records";
import { Refusal } from "@/server/requests";
import { captures, dataFolder, UploadTooLarge } from "@/store";

/** Takes the bytes of one capture and answers with its SHA-256, once it is safe on the disk. */
export const PUT = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const limit = uploadLimitBytes();
    if (Number(request.headers.get("content-length")) > limit) throw new UploadTooLarge(limit);
    if (!request.body) throw new Refusal(400, "No file arrived. Choose it again.");
    await writableDatabase();
    const bytes = request.body as unknown as AsyncIterable<Uint8Array>;
    try {
      return Response.json(await captures.save(dataFolder(), bytes, limit, requireReadable));
    } catch (error) {
      if (request.signal.aborted && !(error instanceof Refusal))
        throw new Refusal(400, "The upload was interrupted. Nothing was saved.");
      throw error;
    }
  });
