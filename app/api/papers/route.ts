import { PAPER_LIMIT_BYTES } from "@/records";
import { guarded } from "@/server/guard";
import { writableDatabase } from "@/server/records";
import { readBody, Refusal } from "@/server/requests";
import { dataFolder, papers } from "@/store";

/** A PDF says so within its first kilobyte. @see ISO 32000-1:2008, annex H; from memory */
const SIGN = "%PDF-";
const SIGNED_BYTES = 1024;

/** Takes one printed sheet as PDF and answers with its hash, once it is safe on the disk. It is kept as it came, and never read here. */
export const PUT = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    await writableDatabase();
    const bytes = await readBody(request, PAPER_LIMIT_BYTES);
    if (!Buffer.from(bytes.subarray(0, SIGNED_BYTES)).toString("latin1").includes(SIGN))
      throw new Refusal(400, "This is not a PDF. Choose a PDF or a photo of the sheet.");
    const { sha256 } = await papers.save(dataFolder(), [bytes], PAPER_LIMIT_BYTES);
    return Response.json({ sha256 });
  });
