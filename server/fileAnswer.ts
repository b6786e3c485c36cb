import "server-only";
import { createReadStream } from "node:fs";
import { Readable } from "node:stream";
import { dataFolder, type HashedFiles } from "@/store";
import { guarded, refuse } from "./guard";

/** It never changes under its name, so it may be kept by the browser. */
const KEPT_BY_BROWSERS = "private, max-age=31536000, immutable";

type Asked = {
  request: Request;
  params: Promise<{ sha256: string }>;
  files: HashedFiles;
  /** What is said where there is none. */
  missing: string;
};

/** Answers with a file that is named by its hash. @param headersOf what kind of file it is, and what is to be done with it */
export const fileAnswer = (
  { request, params, files, missing }: Asked,
  headersOf: (sha256: string) => Record<string, string>,
): Promise<Response> =>
  guarded(request, async () => {
    const { sha256 } = await params;
    if (!/^[0-9a-f]{64}$/.test(sha256) || !files.has(dataFolder(), sha256))
      return refuse(404, missing);
    const bytes = Readable.toWeb(createReadStream(files.path(dataFolder(), sha256)));
    return new Response(bytes as ReadableStream, {
      headers: { ...headersOf(sha256), "cache-control": KEPT_BY_BROWSERS },
    });
  });
