import "server-only";
import { createWriteStream } from "node:fs";
import { rm } from "node:fs/promises";
import { join } from "node:path";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { dataFolder, passingFolder, UploadTooLarge } from "@/store";

/**
 * Takes what arrives into a file of its own, which is gone afterwards.
 * @param take gets its path
 * @throws {UploadTooLarge} past the limit
 */
export const arrived = async <T>(
  body: ReadableStream,
  limitBytes: number,
  take: (path: string) => Promise<T>,
): Promise<T> => {
  const folder = passingFolder(dataFolder());
  try {
    const path = join(folder, "arrived");
    let byteCount = 0;
    await pipeline(
      Readable.fromWeb(body as never),
      async function* bounded(chunks: AsyncIterable<Uint8Array>) {
        for await (const chunk of chunks) {
          byteCount += chunk.byteLength;
          if (byteCount > limitBytes) throw new UploadTooLarge(limitBytes);
          yield chunk;
        }
      },
      createWriteStream(path, { flags: "wx" }),
    );
    return await take(path);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
};
