import { Worker } from "node:worker_threads";

/**
 * What takes seconds with a large database, away from the thread that answers. A copy is made in one go: readers of a database with a
 * write-ahead log hold nobody up, and a copy that is made a little at a time starts again whenever something is written.
 */
const SCRIPT = `
const { parentPort, workerData: { copyFrom, check } } = require("node:worker_threads");
const Database = require("better-sqlite3");
const work = async () => {
  if (copyFrom) {
    const source = new Database(copyFrom, { readonly: true, fileMustExist: true });
    await source.backup(check, { progress: () => 0x7fffffff }).finally(() => source.close());
  }
  const copy = new Database(check, { readonly: true, fileMustExist: true });
  try {
    const found = copy.pragma("quick_check(1)", { simple: true });
    if (found !== "ok") throw Object.assign(new Error(String(found)), { code: "SQLITE_CORRUPT" });
  } finally {
    copy.close();
  }
};
work().then(
  () => parentPort.postMessage(null),
  ({ message, code }) => parentPort.postMessage({ message, code }),
);
`;

const inThread = (asked: { copyFrom?: string; check: string }): Promise<void> =>
  new Promise((resolve, reject) => {
    const thread = new Worker(SCRIPT, { eval: true, workerData: asked });
    thread.once("error", reject);
    thread.once("exit", () => reject(new Error("the thread ended without an answer")));
    thread.once("message", (failure: { message: string; code?: string } | null) => {
      if (failure === null) resolve();
      else reject(Object.assign(new Error(failure.message), { code: failure.code }));
    });
  });

/**
 * Looks through a whole database for damage.
 * @throws {Error} with SQLite's code, such as SQLITE_CORRUPT
 */
export const checkDatabase = (path: string): Promise<void> => inThread({ check: path });

/**
 * Copies a database while it is in use, and checks the copy.
 * @see SQLite's online backup interface
 * @throws {Error} with SQLite's code, such as SQLITE_CORRUPT when the copy is damaged
 */
export const copyDatabaseFile = (from: string, to: string): Promise<void> =>
  inThread({ copyFrom: from, check: to });
