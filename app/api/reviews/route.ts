import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { Refusal } from "@/server/requests";
import { reviewLimitBytes, takeReview } from "@/server/reviewIn";
import { UploadTooLarge } from "@/store";

/** Takes in a whole review from its zip. */
export const POST = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const limit = reviewLimitBytes();
    if (Number(request.headers.get("content-length")) > limit) throw new UploadTooLarge(limit);
    if (!request.body) throw new Refusal(400, "No file arrived. Choose it again.");
    return Response.json(await takeReview(await writableDatabase(), request.body), { status: 201 });
  });
