import { array, object, string } from "yup";
import { readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { beginTurn, instrumentTurns, withInstruments } from "@/server/instruments/turns";
import { NOT_STORED } from "@/server/requests";

const askedSchema = object({
  ids: array().of(string().max(60).required()).min(1).max(30).required(),
});

/** Takes hold of instruments for one measurement. */
export const POST = (request: Request): Promise<Response> =>
  guarded(request, () =>
    withInstruments(async () => {
      const { ids } = await readForm<{ ids: string[] }>(askedSchema, request);
      return Response.json({ turn: await beginTurn(ids) }, { headers: NOT_STORED });
    }),
  );

/** Mute: every output off, whoever holds it. */
export const DELETE = (request: Request): Promise<Response> =>
  guarded(request, () =>
    withInstruments(async () => {
      await instrumentTurns().endAll();
      return Response.json({}, { headers: NOT_STORED });
    }),
  );
