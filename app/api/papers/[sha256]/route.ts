import { fileAnswer } from "@/server/fileAnswer";
import { papers } from "@/store";

type Context = { params: Promise<{ sha256: string }> };

/** The printed sheet itself, to be saved: what came from elsewhere is not shown as a page of this program. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  fileAnswer(
    { request, params, files: papers, missing: "This document does not exist." },
    (sha256) => ({
      "content-type": "application/pdf",
      "content-disposition": `attachment; filename="sheet-${sha256.slice(0, 8)}.pdf"`,
    }),
  );
