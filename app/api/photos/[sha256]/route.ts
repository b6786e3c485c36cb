import { fileAnswer } from "@/server/fileAnswer";
import { photos } from "@/store";

type Context = { params: Promise<{ sha256: string }> };

/** The photo itself. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  fileAnswer({ request, params, files: photos, missing: "This photo does not exist." }, () => ({
    "content-type": "image/jpeg",
  }));
