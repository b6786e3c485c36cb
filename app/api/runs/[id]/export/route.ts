import { guarded, refuse } from "@/server/guard";
import { NOT_STORED } from "@/server/requests";
import { database } from "@/server/records";
import { amplifierName, runAsCsv, runAsJson } from "@/records";
import { findAmplifier, findRun } from "@/store";

/** A run as a download: ?format=csv or ?format=json. */
export const GET = (
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const db = await database();
    const run = await findRun(db, (await params).id);
    const amplifier = run && (await findAmplifier(db, run.amplifierId));
    if (!run || !amplifier) return refuse(404, "This run is no longer there.");
    const format = new URL(request.url).searchParams.get("format");
    if (format !== "csv" && format !== "json") return refuse(400, "Say format=csv or format=json.");
    const name = `${amplifierName(amplifier)} ${run.kind} ${run.takenAt.slice(0, 10)}`
      .replace(/[^A-Za-z0-9]+/g, "-")
      .toLowerCase();
    return new Response(format === "csv" ? runAsCsv(run) : runAsJson(amplifier, run), {
      headers: {
        ...NOT_STORED,
        "content-type": format === "csv" ? "text/csv; charset=utf-8" : "application/json",
        "content-disposition": `attachment; filename="${name}.${format}"`,
      },
    });
  });
