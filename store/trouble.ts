/** What can be the matter with the records as a whole. */
export type TroubleKind =
  "damaged" | "missing" | "locked" | "newer" | "disk-full" | "read-only" | "not-reached";

/** The records cannot be opened, or not be changed: what is the matter, and what to do. */
export class StoreTrouble extends Error {
  constructor(
    readonly kind: TroubleKind,
    message: string,
  ) {
    super(message);
    this.name = "StoreTrouble";
  }
}

/** By its name: each bundle of the server has a class of its own. */
const isStoreTrouble = (error: unknown): error is StoreTrouble =>
  error instanceof Error && error.name === "StoreTrouble" && "kind" in error;

const WORDS: Record<Exclude<TroubleKind, "newer" | "missing">, string> = {
  damaged:
    "The database is damaged: some saved data cannot be read. Recordings and photos are separate files and not affected. Restore a backup, or copy the data folder before you do anything else.",
  locked:
    "Another program has locked the database. Nothing is lost: close that program (a database viewer, a copy or a backup in progress), then try again.",
  "disk-full":
    "The disk is full. Saved data is safe and can be read and exported; this was not saved. Free some space, then try again.",
  "read-only":
    "The data folder is not writable. Saved data is safe and can be read and exported; this was not saved. Make the folder writable for this user, then try again.",
  "not-reached":
    "The data folder cannot be opened. Check that its disk is connected and that this user has access, then try again.",
};

const KINDS: readonly (readonly [RegExp, keyof typeof WORDS])[] = [
  [/^(SQLITE_CORRUPT|SQLITE_NOTADB)/, "damaged"],
  [/^(SQLITE_BUSY|SQLITE_LOCKED|SQLITE_PROTOCOL)/, "locked"],
  [/^(SQLITE_FULL|ENOSPC|EDQUOT|SQLITE_IOERR_(WRITE|FSYNC|TRUNCATE|SHMSIZE))/, "disk-full"],
  [/^(SQLITE_READONLY|EROFS)/, "read-only"],
  [/^(EACCES|EPERM)/, "read-only"],
  [/^(SQLITE_CANTOPEN|SQLITE_IOERR|ENOENT|ENOTDIR|EIO|ELOOP)/, "not-reached"],
];

/** A trouble that is known without an error of SQLite's. */
export const troubleNamed = (kind: keyof typeof WORDS): StoreTrouble =>
  new StoreTrouble(kind, WORDS[kind]);

/** What an error says of the records as a whole; null when it says nothing of them. */
export const troubleOf = (error: unknown): StoreTrouble | null => {
  if (isStoreTrouble(error)) return error;
  if (typeof error !== "object" || error === null || !("code" in error)) return null;
  const kind = KINDS.find(([pattern]) => pattern.test(String(error.code)))?.[1];
  return kind ? troubleNamed(kind) : null;
};
