import { spawnSync } from "node:child_process";
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import Database from "better-sqlite3";
import type { Knex } from "knex";
import type { StoreTrouble } from ".";
import {
  addAmplifier,
  addUploaded,
  backUpDaily,
  backupFacts,
  checkBackup,
  clearUnusedFiles,
  copyDatabase,
  databaseFile,
  FolderInUse,
  listAmplifiers,
  listBackups,
  lockFolder,
  makeBackup,
  openDatabase,
  openReadOnly,
  restoreBackup,
  troubleOf,
} from ".";
import { amplifierDraft, captureOf, runDraft, stored } from "./testing/records";

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-opening-"))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const withOne = async (model = "60"): Promise<void> => {
  const db = await openDatabase(folder);
  await addAmplifier(db, { ...amplifierDraft, model }, "2026-01-01");
  await db.destroy();
};
const modelsIn = async (db: Knex): Promise<string[]> =>
  (await listAmplifiers(db)).map(({ model }) => model).sort();
const models = async (): Promise<string[]> => {
  const db = await openDatabase(folder);
  try {
    return await modelsIn(db);
  } finally {
    await db.destroy();
  }
};
const troubleAtOpening = async (): Promise<StoreTrouble | null> =>
  troubleOf(
    await openDatabase(folder).then(
      (db) => db.destroy(),
      (error: unknown) => error,
    ),
  );

describe("opening", () => {
  test("writes nothing where nothing is to be changed", async () => {
    await withOne();
    const before = readFileSync(databaseFile(folder));
    await models();
    expect(readFileSync(databaseFile(folder)).equals(before)).toBe(true);
    expect(listBackups(folder)).toEqual([]);
  });

  test("of a damaged database says so", async () => {
    writeFileSync(databaseFile(folder), "this is no database at all, whatever its name says");
    expect(await troubleAtOpening()).toMatchObject({
      kind: "damaged",
      message: expect.stringContaining("backup"),
    });
  });

  test("of one from a newer version says so, and leaves it alone", async () => {
    await withOne();
    const raw = new Database(databaseFile(folder));
    raw.exec(
      "INSERT INTO knex_migrations (name, batch, migration_time) VALUES ('2031-01-01-later', 9, 0)",
    );
    raw.close();
    expect(await troubleAtOpening()).toMatchObject({ kind: "newer" });
  });

  test("of one that another program holds says so, and works once it is let go", async () => {
    await withOne();
    const holder = new Database(databaseFile(folder));
    holder.pragma("locking_mode = EXCLUSIVE");
    holder.exec("BEGIN EXCLUSIVE");
    expect(await troubleAtOpening()).toMatchObject({ kind: "locked" });
    holder.close();
    expect(await models()).toEqual(["60"]);
  }, 30_000);

  test.each(["captures", "backups"])(
    "without a database, though %s are there, makes no empty one in silence",
    async (rest) => {
      await withOne();
      if (rest === "backups") await makeBackup(folder, new Date());
      else {
        mkdirSync(join(folder, rest));
        writeFileSync(join(folder, rest, "x.wav"), "recording");
      }
      rmSync(databaseFile(folder));
      expect(await troubleAtOpening()).toMatchObject({ kind: "missing" });
      expect(existsSync(databaseFile(folder))).toBe(false);
    },
  );
});

describe("reading alone", () => {
  test("reads all that was kept, the write-ahead log too, and writes nothing", async () => {
    const db = await openDatabase(folder);
    await addAmplifier(db, amplifierDraft, "2026-01-01");
    // Not closed: what was added lies in the write-ahead log alone.
    const before = readdirSync(folder);
    const reading = await openReadOnly(folder);
    expect(await modelsIn(reading.db)).toEqual(["60"]);
    await expect(addAmplifier(reading.db, amplifierDraft, "2026-01-02")).rejects.toMatchObject({
      code: "SQLITE_READONLY",
    });
    expect(readdirSync(folder)).toEqual(before);
    await Promise.all([reading.close(), db.destroy()]);
  });

  test("of a folder with nothing in it says that nothing can be made", async () => {
    await expect(openReadOnly(folder)).rejects.toMatchObject({ kind: "read-only" });
  });
});

describe("backups", () => {
  const day = (k: number) => new Date(Date.UTC(2026, 10, k, 9));

  test("are made once a day while the database is in use; seven are kept", async () => {
    const db = await openDatabase(folder);
    for (let k = 1; k <= 9; k++) {
      await addAmplifier(db, { ...amplifierDraft, model: String(k) }, "2026-01-01");
      expect(await backUpDaily(folder, day(k))).not.toBeNull();
      expect(await backUpDaily(folder, new Date(day(k).getTime() + 23 * 3_600_000))).toBeNull();
    }
    await db.destroy();
    expect(listBackups(folder).map(({ madeAt }) => new Date(madeAt).getUTCDate())).toEqual([
      9, 8, 7, 6, 5, 4, 3,
    ]);
  });

  test("bring back what was there then, and the database as it was is moved aside whole", async () => {
    await withOne("old");
    const { name } = await makeBackup(folder, day(1));
    await withOne("new");
    const aside = restoreBackup(folder, name, day(2));
    expect(await models()).toEqual(["old"]);
    copyFileSync(join(folder, aside, "rimebank.sqlite"), databaseFile(folder));
    expect(await models()).toEqual(["new", "old"]);
    await expect(checkBackup(folder, "../rimebank.sqlite")).rejects.toThrow(RangeError);
  });

  test("a damaged database never takes the place of a sound backup", async () => {
    await withOne();
    await makeBackup(folder, day(1));
    const bytes = readFileSync(databaseFile(folder));
    bytes.fill(0x5a, 4096);
    writeFileSync(databaseFile(folder), bytes);
    expect(troubleOf(await makeBackup(folder, day(2)).catch((error: unknown) => error))?.kind).toBe(
      "damaged",
    );
    expect(listBackups(folder).length).toBe(1);
    expect(readdirSync(join(folder, "backups")).length).toBe(1);
  });
});

describe("a database that comes as a file", () => {
  const at = new Date("2026-11-05T09:00:00Z");
  let arrived: string;
  beforeEach(async () => {
    const elsewhere = mkdtempSync(join(tmpdir(), "rimebank-elsewhere-"));
    const db = await openDatabase(elsewhere);
    await addAmplifier(db, { ...amplifierDraft, model: "from elsewhere" }, "2026-01-01");
    arrived = join(folder, "arrived");
    await copyDatabase(elsewhere, arrived);
    await db.destroy();
    rmSync(elsewhere, { recursive: true });
    await withOne("here");
  });
  const change = (sql: string): void => {
    const db = new Database(arrived);
    db.exec(sql);
    db.close();
  };

  test("joins the backups with what is in it, and takes the place when it is asked to", async () => {
    const { name, isUploaded } = await addUploaded(folder, arrived, at);
    expect(isUploaded).toBe(true);
    expect(await models()).toEqual(["here"]);
    expect(backupFacts(folder, name)).toEqual({
      amplifierCount: 1,
      runCount: 0,
      newestRunAt: null,
      missingCount: 0,
    });
    // It counts for none of the daily ones.
    expect(await backUpDaily(folder, at)).not.toBeNull();
    restoreBackup(folder, name, at);
    expect(await models()).toEqual(["from elsewhere"]);
    expect(readdirSync(join(folder, "backups")).length).toBe(2);
  });

  test("two within a second are two, and so is what was set aside twice", async () => {
    const second = join(folder, "second");
    copyFileSync(arrived, second);
    const [one, other] = [
      await addUploaded(folder, arrived, at),
      await addUploaded(folder, second, at),
    ];
    expect(one.name).not.toBe(other.name);
    const aside = [restoreBackup(folder, one.name, at), restoreBackup(folder, other.name, at)];
    expect(aside[0]).not.toBe(aside[1]);
    expect(readdirSync(join(folder, "set-aside"))).toHaveLength(2);
  });

  test("recordings that only a backup names are kept for whoever goes back to it", async () => {
    const db = await openDatabase(folder);
    const capture = await captureOf(folder, "a sweep");
    const { id } = await addAmplifier(db, amplifierDraft, "2026-01-01");
    await stored({ db, folder }, id, runDraft({ captures: [capture] }));
    const { name } = await makeBackup(folder, at);
    await db("amplifiers").where({ id }).delete();
    const later = Date.now() + 10 * 86_400_000;
    expect(await clearUnusedFiles(db, folder, later)).toBe(0);
    rmSync(join(folder, "backups", name));
    expect(await clearUnusedFiles(db, folder, later)).toBe(1);
    await db.destroy();
  });

  test.each([
    ["no database", () => writeFileSync(arrived, "dear diary"), /damaged or not a database/],
    [
      "one of another program",
      () => change("DROP TABLE captures"),
      /a database, but not one of this program/,
    ],
    [
      "one from a newer version",
      () => change("INSERT INTO knex_migrations (name) VALUES ('2099-01-01-far')"),
      /newer version/,
    ],
    [
      "a damaged one",
      () => {
        const bytes = readFileSync(arrived);
        bytes.fill(0x5a, 8192);
        writeFileSync(arrived, bytes);
      },
      /damaged/,
    ],
  ])(
    "%s is refused, then and when it is gone back to, and nothing is changed",
    async (_, spoil, words) => {
      spoil();
      await expect(addUploaded(folder, arrived, at)).rejects.toThrow(words);
      expect(listBackups(folder)).toEqual([]);
      const { name } = await makeBackup(folder, at);
      copyFileSync(arrived, join(folder, "backups", name));
      await expect(checkBackup(folder, name)).rejects.toThrow(words);
      expect(await models()).toEqual(["here"]);
    },
  );
});

describe("the lock of a folder", () => {
  test("is held against others in this program until it is let go", () => {
    const letGo = lockFolder(folder);
    expect(() => lockFolder(folder)).toThrow(FolderInUse);
    expect(() => lockFolder(folder)).toThrow(`process ${process.pid}`);
    letGo();
    lockFolder(folder)();
  });

  test("goes with a program that is killed", () => {
    const script = `require(${JSON.stringify(resolve(__dirname, "../node_modules/better-sqlite3"))})(${JSON.stringify(join(folder, "in-use.sqlite"))}).exec("CREATE TABLE holder (pid INTEGER, since TEXT); BEGIN IMMEDIATE"); process.kill(process.pid, "SIGKILL")`;
    expect(spawnSync(process.execPath, ["-e", script]).signal).toBe("SIGKILL");
    lockFolder(folder)();
  });
});
