import { guarded, refuse } from "@/server/guard";
import { uploadLimitBytes } from "@/server/limits";
import { captures, dataFolder, UploadTooLarge } from "@/store";

/** Takes the bytes of one capture and answers with its SHA-256, once it is safe on the disk. */
export const PUT = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const limit = uploadLimitBytes();
    if (Number(request.headers.get("content-length")) > limit)
      return refuse(413, new UploadTooLarge(limit).message);
    if (!request.body) return refuse(400, "No file arrived. Choose it again.");
    try {
      return Response.json(
        await captures.save(
          dataFolder(),
          request.body as unknown as AsyncIterable<Uint8Array>,
          limit,
        ),
      );
    } catch (error) {
      if (error instanceof UploadTooLarge) return refuse(413, error.message);
      if (request.signal.aborted)
        return refuse(400, "The upload was broken off. Nothing was stored.");
      throw error;
    }
  });
