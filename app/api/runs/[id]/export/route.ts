import { fileName } from "@/server/fileName";
import { guarded, refuse } from "@/server/guard";
import { NOT_STORED } from "@/server/requests";
import { database } from "@/server/records";
import {
  amplifierName,
  runAsCsv,
  runAsJson,
  runAsResponseText,
  type Amplifier,
  type Run,
} from "@/records";
import { findAmplifier, findRun } from "@/store";

type Format = { type: string; of(run: Run, amplifier: Amplifier, channel: number): string | null };

const FORMATS: Readonly<Record<string, Format>> = {
  csv: { type: "text/csv; charset=utf-8", of: (run) => runAsCsv(run) },
  json: { type: "application/json", of: (run, amplifier) => runAsJson(amplifier, run) },
  txt: {
    type: "text/plain; charset=utf-8",
    of: (run, _, channel) => runAsResponseText(run, channel),
  },
};

/** A run as a download: ?format=csv, json, or txt for a response (&channel= from 0). */
export const GET = (
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const db = await database();
    const run = await findRun(db, (await params).id);
    const amplifier = run && (await findAmplifier(db, run.amplifierId));
    if (!run || !amplifier) return refuse(404, "This run no longer exists.");
    const asked = new URL(request.url).searchParams;
    const ending = asked.get("format") ?? "";
    const format = Object.hasOwn(FORMATS, ending) ? FORMATS[ending] : null;
    if (!format) return refuse(400, "Give format=csv, format=json or format=txt.");
    const text = format.of(run, amplifier, Number(asked.get("channel") ?? 0));
    if (text === null) return refuse(404, "This run has no response on that channel.");
    const name = fileName([amplifierName(amplifier), run.kind, run.takenAt.slice(0, 10)], ending);
    return new Response(text, {
      headers: {
        ...NOT_STORED,
        "content-type": format.type,
        "content-disposition": `attachment; filename="${name}"`,
      },
    });
  });
