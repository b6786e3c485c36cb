import { newIdOf, claimSchema, type ClaimDraft } from "@/records";
import { gone, keptAnswer, readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { addClaim, findAmplifier } from "@/store";

type Context = { params: Promise<{ id: string }> };

/** Adds a claim to an amplifier. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id: amplifierId } = await params;
    const draft = await readForm<ClaimDraft>(claimSchema, request);
    const db = await writableDatabase();
    if (!(await findAmplifier(db, amplifierId))) gone();
    const { id, revision } = await addClaim(db, amplifierId, draft, newIdOf(request));
    return keptAnswer(db, amplifierId, { id, revision }, 201);
  });
