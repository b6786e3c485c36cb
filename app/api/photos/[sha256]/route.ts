import { createReadStream } from "node:fs";
import { Readable } from "node:stream";
import { guarded, refuse } from "@/server/guard";
import { dataFolder, photos } from "@/store";

/** The photo itself. It never changes, so it may be kept by the browser. */
export const GET = (
  request: Request,
  { params }: { params: Promise<{ sha256: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const { sha256 } = await params;
    if (!/^[0-9a-f]{64}$/.test(sha256) || !photos.has(dataFolder(), sha256))
      return refuse(404, "There is no such photo.");
    return new Response(
      Readable.toWeb(createReadStream(photos.path(dataFolder(), sha256))) as ReadableStream,
      {
        headers: {
          "content-type": "image/jpeg",
          "cache-control": "private, max-age=31536000, immutable",
        },
      },
    );
  });
