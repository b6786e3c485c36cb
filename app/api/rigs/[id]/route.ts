import { gone, keptAnswer } from "@/server/answers";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { deleteRig } from "@/store";

type Context = { params: Promise<{ id: string }> };

/** Takes a rig that no amplifier is measured with out of the workshop. */
export const DELETE = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const db = await writableDatabase();
    if (!(await deleteRig(db, (await params).id)))
      gone("This rig no longer exists, or an amplifier still uses it.");
    return keptAnswer(db, null, {});
  });
