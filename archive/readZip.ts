import type { Readable } from "node:stream";
import { fromBuffer, open, type Entry, type Options, type ZipFile } from "yauzl";

/** What is wrong with a zip, in a sentence for people. */
export class BadZip extends Error {}

/** What may be in a zip at most. */
export type ZipLimits = {
  count: number;
  /** Of all files unpacked, in bytes. */
  bytes: number;
  /** Names that are expected; any other is refused. */
  name: RegExp;
};

/** A zip whose list of files is in order. */
export type OpenedZip = {
  names: readonly string[];
  /** A file as it is unpacked. @throws {BadZip} where there is none of that name, or it is damaged */
  stream(name: string): AsyncIterable<Uint8Array>;
  /** A file whole. @throws {BadZip} where it is larger than the limit */
  read(name: string, limitBytes: number): Promise<Buffer>;
  close(): void;
};

const OPTIONS: Options = { lazyEntries: true, autoClose: false, validateEntrySizes: true };

const DAMAGED = "The file is damaged or not a zip archive.";

const openZip = (source: string | Buffer): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    const done = (error: Error | null, zip?: ZipFile) =>
      error || !zip ? reject(new BadZip(DAMAGED)) : resolve(zip);
    if (typeof source === "string") open(source, OPTIONS, done);
    else fromBuffer(source, OPTIONS, done);
  });

/**
 * Opens a zip that came from anywhere and looks at its whole list of files before any of them is unpacked.
 * @param source its path, or its bytes
 * @throws {BadZip} on what is no zip, too much in it, the same name twice, or a name that is not expected
 */
export const readZip = async (source: string | Buffer, limits: ZipLimits): Promise<OpenedZip> => {
  const zip = await openZip(source);
  try {
    const entries = await entriesOf(zip, limits);
    const entryOf = (name: string): Entry => {
      const entry = entries.get(name);
      if (!entry) throw new BadZip(`The file does not contain ${name}.`);
      return entry;
    };
    const opened = (name: string): Promise<Readable> =>
      new Promise((resolve, reject) =>
        zip.openReadStream(entryOf(name), (error, readable) =>
          error || !readable ? reject(new BadZip(DAMAGED)) : resolve(readable),
        ),
      );
    async function* stream(name: string): AsyncGenerator<Uint8Array> {
      const readable = await opened(name);
      try {
        for await (const chunk of readable) yield chunk as Uint8Array;
      } catch {
        throw new BadZip(DAMAGED);
      }
    }
    return {
      names: [...entries.keys()],
      stream,
      read: async (name, limitBytes) => {
        if (entryOf(name).uncompressedSize > limitBytes)
          throw new BadZip(`${name} is larger than any file this program writes.`);
        const chunks: Uint8Array[] = [];
        for await (const chunk of stream(name)) chunks.push(chunk);
        return Buffer.concat(chunks);
      },
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error;
  }
};

const entriesOf = (zip: ZipFile, limits: ZipLimits): Promise<Map<string, Entry>> =>
  new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    let bytes = 0;
    const refuse = (words: string) => reject(new BadZip(words));
    if (zip.entryCount > limits.count)
      return refuse(
        `The zip contains ${zip.entryCount} files, more than this program ever writes.`,
      );
    zip.on("error", () => refuse(DAMAGED));
    zip.on("end", () => resolve(entries));
    zip.on("entry", (entry: Entry) => {
      const { fileName, uncompressedSize } = entry;
      bytes += uncompressedSize;
      if (!limits.name.test(fileName))
        return refuse(
          `The zip contains “${fileName.slice(0, 80)}”, which this program does not write.`,
        );
      if (entries.has(fileName)) return refuse(`The zip contains ${fileName} twice.`);
      if (bytes > limits.bytes)
        return refuse(
          `The unpacked zip is larger than the limit of ${Math.round(limits.bytes / 1e6)} MB.`,
        );
      entries.set(fileName, entry);
      zip.readEntry();
    });
    zip.readEntry();
  });
