import "server-only";
import { Readable } from "node:stream";
import { ZipFile } from "yazl";

/** A file of a zip: its text or bytes, or where it lies on the disk. */
export type ZippedFile = { name: string } & ({ content: string | Uint8Array } | { path: string });

/** When a zip says that its files were made: nothing private is in there, and the same content makes the same zip. */
const WHEN = new Date("2000-01-01T00:00:00Z");

/** A zip as it is being made, for an answer: files on the disk are read one after another. */
export const zipped = (files: readonly ZippedFile[]): ReadableStream => {
  const zip = new ZipFile();
  for (const file of files)
    if ("path" in file)
      // What is measured is noise at its end, which hardly shrinks.
      zip.addFile(file.path, file.name, {
        mtime: WHEN,
        compress: !/\.(wav|jpg|pdf)$/.test(file.name),
      });
    else zip.addBuffer(Buffer.from(file.content), file.name, { mtime: WHEN });
  zip.end();
  return Readable.toWeb(zip.outputStream as Readable) as ReadableStream;
};
