import { createReadStream } from "node:fs";
import { Readable } from "node:stream";
import { guarded, refuse } from "@/server/guard";
import { NOT_STORED } from "@/server/requests";
import { captures, dataFolder } from "@/store";

/** The capture itself, as it was stored. */
export const GET = (
  request: Request,
  { params }: { params: Promise<{ sha256: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const { sha256 } = await params;
    if (!/^[0-9a-f]{64}$/.test(sha256) || !captures.has(dataFolder(), sha256))
      return refuse(404, "There is no such capture.");
    return new Response(
      Readable.toWeb(createReadStream(captures.path(dataFolder(), sha256))) as ReadableStream,
      {
        headers: {
          ...NOT_STORED,
          "content-type": "audio/wav",
          "content-disposition": `attachment; filename="${sha256.slice(0, 12)}.wav"`,
        },
      },
    );
  });
