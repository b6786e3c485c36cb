import { Readable } from "node:stream";
import { amplifierName } from "@/records";
import { fileName } from "@/server/fileName";
import { guarded, refuse } from "@/server/guard";
import { database } from "@/server/records";
import { NOT_STORED } from "@/server/requests";
import { reviewOf, reviewZip } from "@/server/reviewOut";

/** A review as one zip, a Frictionless data package: a reader's copy, or with ?whole=1 all of it. */
export const GET = (
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const review = await reviewOf(await database(), (await params).id);
    if (!review) return refuse(404, "This amplifier is no longer on the shelf.");
    const isWhole = new URL(request.url).searchParams.get("whole") === "1";
    const zip = await reviewZip(review, { isWhole, madeAt: new Date().toISOString() });
    const name = fileName([amplifierName(review.amplifier), isWhole ? "review" : "data"], "zip");
    return new Response(Readable.toWeb(zip) as ReadableStream, {
      headers: {
        ...NOT_STORED,
        "content-type": "application/zip",
        "content-disposition": `attachment; filename="${name}"`,
      },
    });
  });
