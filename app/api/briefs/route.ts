import { BRIEF_LIMIT_BYTES, briefSchema, validated } from "@/records";
import { addBrief } from "@/server/brief";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { readJson, Refusal } from "@/server/requests";

/** Takes a brief and puts its amplifier on the shelf. */
export const POST = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const input = await readJson(request, BRIEF_LIMIT_BYTES).catch((error: unknown) => {
      if (error instanceof Refusal) return null;
      throw error;
    });
    const checked = await validated(briefSchema, input);
    if (!checked.ok) {
      const [[field, message]] = Object.entries(checked.errors);
      throw new Refusal(
        400,
        field === "format" || field === ""
          ? "This file is not a Rimebank brief. Nothing was imported."
          : `Nothing was imported: ${field} is invalid. ${message}`,
      );
    }
    const db = await writableDatabase();
    const added = await addBrief(db, checked.value, new Date().toISOString());
    return Response.json(added, { status: 201 });
  });
