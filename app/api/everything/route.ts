import { Readable } from "node:stream";
import { guarded } from "@/server/guard";
import { everything } from "@/server/everything";
import { NOT_STORED } from "@/server/requests";

/** The whole workshop as one file: unpacked into an empty folder it is a data folder again. */
export const GET = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const day = new Date();
    const zip = await everything();
    return new Response(Readable.toWeb(zip) as ReadableStream, {
      headers: {
        ...NOT_STORED,
        "content-type": "application/zip",
        "content-disposition": `attachment; filename="rimebank-${day.toISOString().slice(0, 10)}.zip"`,
      },
    });
  });
