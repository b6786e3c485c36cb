import { UNDER_WAY_LIMIT_BYTES, underWaySchema, type UnderWay } from "@/records";
import { gone, readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { Refusal } from "@/server/requests";
import { findAmplifier, keepUnderWay } from "@/store";

type Context = { params: Promise<{ id: string }> };

/**
 * Keeps how far the bench has got, so that a run can go on after the page was closed. `?after=JOB` names the run that this window
 * knows of; where another window has begun one meanwhile, its recordings are not put out of sight. Screens need not be redrawn.
 */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const underWay = await readForm<UnderWay>(underWaySchema, request, {
      limitBytes: UNDER_WAY_LIMIT_BYTES,
    });
    const db = await writableDatabase();
    if (!(await findAmplifier(db, id))) return gone("This amplifier is no longer on the shelf.");
    const known = new URL(request.url).searchParams.get("after");
    if (!(await keepUnderWay(db, id, underWay, known)))
      throw new Refusal(
        409,
        "Another window has started a run on this amplifier. Finish or discard it there, then reload this page.",
      );
    return Response.json({});
  });
