import "server-only";
import { open, readFile, rename } from "node:fs/promises";
import { join } from "node:path";
import { array, number, object, string } from "yup";
import type { InstrumentAddress } from "@/records";
import { reachOf } from "./address";

/**
 * Where instruments are reached, in a file of its own beside the records: it goes into no package, no copy of the whole and no backup, so
 * that nothing from elsewhere is ever connected to. Each of them was typed on this machine.
 */
const FILE = "instrument-addresses.json";

const bookSchema = array()
  .of(
    object({
      id: string().max(60).required(),
      typed: string().max(300).required(),
      ip: string().max(60).required(),
      port: number().integer().min(1).max(65_535).required(),
    }),
  )
  .max(200)
  .required();

/** All addresses; none where nobody typed one, or the file holds what is none. */
export const readAddresses = async (folder: string): Promise<readonly InstrumentAddress[]> => {
  try {
    const content: unknown = JSON.parse(await readFile(join(folder, FILE), "utf8"));
    const book = await bookSchema.validate(content, { strict: true });
    return book.filter(({ ip }) => reachOf(ip) !== "never");
  } catch {
    return [];
  }
};

// One change after another: two pages may keep at once.
let turn: Promise<unknown> = Promise.resolve();

const change = (
  folder: string,
  how: (book: readonly InstrumentAddress[]) => readonly InstrumentAddress[],
): Promise<void> => {
  const next = turn.then(async () => {
    const book = how(await readAddresses(folder));
    const path = join(folder, FILE);
    const fresh = `${path}.new`;
    const file = await open(fresh, "w", 0o600);
    try {
      await file.writeFile(JSON.stringify(book, null, 2));
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(fresh, path);
  });
  turn = next.catch(() => {});
  return next;
};

/** Keeps an address in place of the one before; when this returns it is on the disk. */
export const keepAddress = (folder: string, address: InstrumentAddress): Promise<void> =>
  change(folder, (book) => [...book.filter(({ id }) => id !== address.id), address]);

export const forgetAddress = (folder: string, id: string): Promise<void> =>
  change(folder, (book) => book.filter((each) => each.id !== id));
