import { mkdtempSync, rmSync, truncateSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { checkDatabase, copyDatabaseFile } from "./databaseThread";

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-thread-"))));
afterEach(() => rmSync(folder, { recursive: true }));

const filled = (rows: number): { path: string; db: Database.Database } => {
  const path = join(folder, "one.sqlite");
  const db = new Database(path);
  db.pragma("journal_mode = WAL");
  db.exec("CREATE TABLE things (name TEXT)");
  const insert = db.prepare("INSERT INTO things VALUES (?)");
  db.transaction(() => {
    for (let k = 0; k < rows; k++) insert.run(`thing ${k} `.repeat(20));
  })();
  return { path, db };
};
const countIn = (path: string): number => {
  const db = new Database(path, { readonly: true });
  try {
    return (db.prepare("SELECT count(*) AS n FROM things").get() as { n: number }).n;
  } finally {
    db.close();
  }
};

test("a copy is whole as of one moment while others write, and nobody waits for it", async () => {
  const { path, db } = filled(20_000);
  const copy = join(folder, "copy.sqlite");
  let written = 0;
  let isOver = false;
  const copying = copyDatabaseFile(path, copy).finally(() => (isOver = true));
  while (!isOver) {
    db.prepare("INSERT INTO things VALUES ('late')").run();
    written++;
    await new Promise((others) => setImmediate(others));
  }
  await copying;
  db.close();
  expect(written).toBeGreaterThan(1);
  expect(countIn(copy)).toBeGreaterThanOrEqual(20_000);
  expect(countIn(copy)).toBeLessThanOrEqual(20_000 + written);
}, 60_000);

test("a file that is damaged, cut short or not a database is reported with SQLite's code", async () => {
  const { path, db } = filled(5000);
  db.close();
  await expect(checkDatabase(path)).resolves.toBeUndefined();
  truncateSync(path, 40_960);
  await expect(checkDatabase(path)).rejects.toMatchObject({
    code: expect.stringMatching(/^SQLITE_CORRUPT/),
  });
  writeFileSync(path, "dear diary ".repeat(999));
  await expect(checkDatabase(path)).rejects.toMatchObject({ code: "SQLITE_NOTADB" });
  await expect(checkDatabase(join(folder, "none"))).rejects.toMatchObject({
    code: "SQLITE_CANTOPEN",
  });
});
