import { revalidatePath } from "next/cache";
import { BRIEF_LIMIT_BYTES, briefSchema, validated } from "@/records";
import { addBrief } from "@/server/brief";
import { guarded, refuse } from "@/server/guard";
import { readBody } from "@/server/readBody";
import { database } from "@/server/records";
import { UploadTooLarge } from "@/store";

/** Takes a brief and puts its amplifier on the shelf. */
export const POST = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    try {
      const text = new TextDecoder().decode(await readBody(request, BRIEF_LIMIT_BYTES));
      const checked = await validated(briefSchema, parsed(text));
      if (!checked.ok) {
        const [[field, message]] = Object.entries(checked.errors);
        return refuse(
          400,
          field === "format" || field === ""
            ? "This file is no brief of Rimebank's. Nothing was added."
            : `Nothing was added: ${field} is not right. ${message}`,
        );
      }
      const added = await addBrief(await database(), checked.value, new Date().toISOString());
      revalidatePath("/", "layout");
      return Response.json(added, { status: 201 });
    } catch (error) {
      if (error instanceof UploadTooLarge) return refuse(413, error.message);
      throw error;
    }
  });

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
};
