import { randomUUID } from "node:crypto";
import { RUN_KIND_NAMES } from "@/core/run";
import { comparables } from "@/records/facts";
import { RUN_LIMIT_BYTES, takenRunSchema, type RunDraft } from "@/records";
import { gone, keptAnswer, readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { database, writableDatabase } from "@/server/records";
import { NOT_STORED, Refusal } from "@/server/requests";
import { noteGuards } from "@/server/logged";
import { addRun, dataFolder, listRunEntries } from "@/store";

type Context = { params: Promise<{ id: string }> };

/** What of an amplifier may be compared: ?kind= of run. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const asked = new URL(request.url).searchParams.get("kind");
    const kind = RUN_KIND_NAMES.find((name) => name === asked);
    if (!kind) throw new Refusal(400, "Give the kind of run, such as kind=power-sweep.");
    const entries = await listRunEntries(await database(), (await params).id);
    return Response.json({ comparables: comparables(entries, kind) }, { headers: NOT_STORED });
  });

/** Stores a run whose captures have been uploaded before. The same run, sent again, is stored once. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { id: amplifierId } = await params;
    const form = await readForm<RunDraft>(takenRunSchema, request, {
      limitBytes: RUN_LIMIT_BYTES,
      what: "The run cannot be saved",
    });
    const run = { ...form, id: form.id ?? randomUUID() };
    const db = await writableDatabase();
    const added = await addRun(
      db,
      dataFolder(),
      { amplifierId, takenAt: new Date().toISOString() },
      run,
    );
    if (added.outcome === "no-amplifier") return gone("This amplifier is no longer on the shelf.");
    if (added.outcome === "capture-missing")
      throw new Refusal(400, `The recording ${added.fileName} has not arrived. Try again.`);
    if (added.outcome === "id-taken")
      throw new Refusal(409, "Another run already has this id. Nothing was saved; run it again.");
    await noteGuards(db, amplifierId, { ...run, id: added.id });
    return keptAnswer(db, amplifierId, { id: added.id }, 201);
  });
