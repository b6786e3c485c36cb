import { claimSchema, type ClaimDraft } from "@/records";
import { gone, keptAnswer, readForm, revisionOf } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { changeClaim, deleteClaim, ownerOf } from "@/store";

type Context = { params: Promise<{ id: string }> };

/** Changes a claim. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const draft = await readForm<ClaimDraft>(claimSchema, request);
    const db = await writableDatabase();
    const owner = await ownerOf(db, "claims", id);
    return keptAnswer(db, owner, { id, revision: revisionOf(await changeClaim(db, id, draft)) });
  });

/** Removes a claim. */
export const DELETE = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id } = await params;
    const db = await writableDatabase();
    const owner = await ownerOf(db, "claims", id);
    if (!(await deleteClaim(db, id))) gone();
    return keptAnswer(db, owner, {});
  });
