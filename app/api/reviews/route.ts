import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { Refusal } from "@/server/requests";
import { takeReview } from "@/server/reviewIn";

/** Takes in a whole review from its zip. */
export const POST = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    if (!request.body) throw new Refusal(400, "No file arrived. Choose it again.");
    return Response.json(await takeReview(await writableDatabase(), request.body), { status: 201 });
  });
