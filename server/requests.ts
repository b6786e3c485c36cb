import "server-only";
import { UploadTooLarge } from "@/store";

/** A request that cannot be met, with its status and a plain sentence for the screen. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly details: object = {},
  ) {
    super(message);
  }
}

/** Records are private: no cache on the way keeps them. */
export const NOT_STORED = { "cache-control": "private, no-store" };

/** All bytes of a request, up to a limit. @throws {UploadTooLarge} past it, without reading on */
export const readBody = async (request: Request, limitBytes: number): Promise<Uint8Array> => {
  if (Number(request.headers.get("content-length")) > limitBytes)
    throw new UploadTooLarge(limitBytes);
  const chunks: Uint8Array[] = [];
  let byteCount = 0;
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    byteCount += chunk.byteLength;
    if (byteCount > limitBytes) throw new UploadTooLarge(limitBytes);
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
};

/** Largest form that is taken in: 1 MB, many times what one is. */
const FORM_LIMIT_BYTES = 1024 * 1024;

/**
 * The JSON of a request. It may be anything yet: a schema must look at it.
 * @throws {UploadTooLarge} past the limit
 * @throws {Refusal} when it is no JSON
 */
export const readJson = async (
  request: Request,
  limitBytes: number = FORM_LIMIT_BYTES,
): Promise<unknown> => {
  const bytes = await readBody(request, limitBytes);
  try {
    return JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch {
    throw new Refusal(400, "The request is not valid JSON. Reload the page and try again.");
  }
};
