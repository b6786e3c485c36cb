import { amplifierName } from "@/records";
import { briefOf } from "@/server/brief";
import { fileName } from "@/server/fileName";
import { guarded, refuse } from "@/server/guard";
import { NOT_STORED } from "@/server/requests";
import { database } from "@/server/records";

/** The Brief of an amplifier as a JSON file. */
export const GET = (
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const brief = await briefOf(await database(), (await params).id);
    if (!brief) return refuse(404, "This amplifier is no longer on the shelf.");
    const name = fileName([amplifierName(brief.amplifier), "brief"], "json");
    return new Response(JSON.stringify(brief, null, 1), {
      headers: {
        ...NOT_STORED,
        "content-type": "application/json",
        "content-disposition": `attachment; filename="${name}"`,
      },
    });
  });
