import "server-only";
import { UploadTooLarge } from "@/store";

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
