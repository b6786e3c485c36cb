import {
  ALL_OF_THE_SHELF,
  amplifierName,
  amplifierSchema,
  newIdOf,
  type AmplifierDraft,
} from "@/records";
import { keptAnswer, readForm } from "@/server/answers";
import { beginAtTheBench } from "@/server/atTheBench";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { NOT_STORED } from "@/server/requests";
import { freshShelf } from "@/server/shelf";
import { addAmplifier, findAmplifier, shelfPage } from "@/store";

const MOST_FOUND = 20;
const LONGEST_FIND = 100;

/** Names of amplifiers by words of what is written of them: ?find=. */
export const GET = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const find = (new URL(request.url).searchParams.get("find") ?? "").slice(0, LONGEST_FIND);
    const { entries } = await shelfPage(await freshShelf(), {
      ...ALL_OF_THE_SHELF,
      find,
      order: "name",
      descending: false,
      pageSize: MOST_FOUND,
    });
    const amplifiers = entries.map((entry) => ({ id: entry.id, name: amplifierName(entry) }));
    return Response.json({ amplifiers }, { headers: NOT_STORED });
  });

/** Puts an amplifier on the shelf. */
export const POST = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const draft = await readForm<AmplifierDraft>(amplifierSchema, request);
    const db = await writableDatabase();
    const now = new Date().toISOString();
    const newId = newIdOf(request);
    const { id, revision } = await db.transaction(async (trx) => {
      const isThere = newId !== undefined && (await findAmplifier(trx, newId)) !== null;
      const added = await addAmplifier(trx, draft, now, newId);
      if (!isThere) await beginAtTheBench(trx, added);
      return added;
    });
    return keptAnswer(db, id, { id, revision }, 201);
  });
