import { Readable } from "node:stream";
import { gone } from "@/server/answers";
import { guarded } from "@/server/guard";
import { database } from "@/server/records";
import { NOT_STORED } from "@/server/requests";
import { openWatched } from "@/server/watched";
import { readWorkshopDocument } from "@/store";

/** A file of the watched folder as it is now. */
export const GET = (
  request: Request,
  { params }: { params: Promise<{ name: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const { document } = await readWorkshopDocument(await database(), "watching");
    const file = await openWatched(document.folder, (await params).name);
    if (!file) return gone("This file is no longer in the watched folder.");
    return new Response(Readable.toWeb(file.createReadStream()) as ReadableStream, {
      headers: { ...NOT_STORED, "content-type": "application/octet-stream" },
    });
  });
