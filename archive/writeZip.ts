import type { Readable } from "node:stream";
import { ZipFile } from "yazl";

/** A file of a zip: its text or bytes, or where it lies on the disk. */
export type ZippedFile = { name: string } & ({ content: string | Uint8Array } | { path: string });

/** When a zip says that its files were made: nothing private is in there, and the same content makes the same zip. */
const WHEN = new Date("2000-01-01T00:00:00Z");

/** A zip while it is being made: files on the disk are read one after another as it is taken. It breaks off where one of them cannot be read. */
export const writeZip = (files: readonly ZippedFile[]): Readable => {
  const zip = new ZipFile();
  const output = zip.outputStream as Readable;
  // Nobody else listens for it, and what nobody listens for ends the program.
  zip.on("error", (error: Error) => output.destroy(error));
  for (const file of files)
    if ("path" in file)
      // What is measured is noise at its end, and a picture is packed already.
      zip.addFile(file.path, file.name, {
        mtime: WHEN,
        compress: !/\.(wav|jpg|pdf)$/.test(file.name),
      });
    else zip.addBuffer(Buffer.from(file.content), file.name, { mtime: WHEN });
  zip.end();
  return output;
};
