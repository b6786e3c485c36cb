import { createReadStream } from "node:fs";
import { Readable } from "node:stream";
import { guarded, refuse } from "@/server/guard";
import { NOT_STORED } from "@/server/requests";
import { notedCapture } from "@/server/notedCapture";
import { database } from "@/server/records";
import { captures, dataFolder, findRun } from "@/store";

/** The capture itself, as it was stored; with `?run=` of a run that it belongs to, with a note of what it is behind its samples. */
export const GET = (
  request: Request,
  { params }: { params: Promise<{ sha256: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const { sha256 } = await params;
    if (!/^[0-9a-f]{64}$/.test(sha256) || !captures.has(dataFolder(), sha256))
      return refuse(404, "This recording does not exist.");
    const path = captures.path(dataFolder(), sha256);
    const runId = new URL(request.url).searchParams.get("run");
    const run = runId === null ? null : await findRun(await database(), runId);
    const noted = run && (await notedCapture(path, sha256, run));
    return new Response(
      Readable.toWeb(noted ? Readable.from(noted) : createReadStream(path)) as ReadableStream,
      {
        headers: {
          ...NOT_STORED,
          "content-type": "audio/wav",
          "content-disposition": `attachment; filename="${sha256.slice(0, 12)}.wav"`,
        },
      },
    );
  });
