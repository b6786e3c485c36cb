import { execFileSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from "node:fs";
import * as disk from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { emptyDocument, NOTHING_UNDER_WAY, type BenchJob } from "@/records";
import {
  addAmplifier,
  captures,
  clearUnusedFiles,
  hashedFiles,
  keepDocument,
  keepUnderWay,
  makeBackup,
  openDatabase,
  UploadTooLarge,
} from ".";
import { backupPath } from "./backups";
import { troubleOf } from "./trouble";
import { amplifierDraft, captureOf, runDraft, stored } from "./testing/records";

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), "rimebank-files-"))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

// SHA-256 of "abc" as published in FIPS 180-4's examples.
const ABC = "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";

const chunksOf = async function* (...texts: string[]) {
  for (const text of texts) yield new TextEncoder().encode(text);
};

test("are named by their SHA-256, FIPS 180-4 example", async () => {
  expect(await captures.save(folder, chunksOf("a", "bc"), 100)).toEqual({
    sha256: ABC,
    byteCount: 3,
  });
  expect(captures.has(folder, ABC)).toBe(true);
  expect(await captures.save(folder, chunksOf("abc"), 100)).toMatchObject({ sha256: ABC });
  expect(readdirSync(join(folder, "captures"))).toEqual([`${ABC}.wav`]);
});

test("over the limit, broken off or refused leave nothing behind", async () => {
  await expect(captures.save(folder, chunksOf("abc", "def"), 5)).rejects.toThrow(UploadTooLarge);
  const broken = (async function* () {
    yield* chunksOf("abc");
    throw new Error("cable pulled");
  })();
  await expect(captures.save(folder, broken, 100)).rejects.toThrow("cable pulled");
  const refuse = async (path: string) => {
    throw new Error(`refused ${readFileSync(path, "utf8")}`);
  };
  await expect(captures.save(folder, chunksOf("abc"), 100, refuse)).rejects.toThrow("refused abc");
  expect(readdirSync(join(folder, "captures"))).toEqual([]);
});

test("refusal of a name that is not a hash", () =>
  expect(() => captures.path(folder, "../rimebank.sqlite")).toThrow("64 hexadecimal"));

describe("a disk that keeps less than it is given", () => {
  /** Each write takes so many bytes of what it is given, and no more. */
  const shortDisk = (takes: (given: number) => number): typeof disk => ({
    ...disk,
    open: (async (path: string, flags: string) => {
      const file = await disk.open(path, flags);
      return new Proxy(file, {
        get: (target, name) => {
          if (name !== "write") {
            const value = Reflect.get(target, name);
            return typeof value === "function" ? value.bind(target) : value;
          }
          return (bytes: Uint8Array, at = 0, length = bytes.byteLength) =>
            target.write(bytes, at, takes(length));
        },
      });
    }) as typeof disk.open,
  });
  const body = "the whole of a recording, byte by byte";

  test("goes on until all is written", async () => {
    const files = hashedFiles(
      "captures",
      ".wav",
      shortDisk((given) => Math.min(given, 7)),
    );
    const { sha256 } = await files.save(folder, chunksOf(body), 1000);
    expect(readFileSync(files.path(folder, sha256), "utf8")).toBe(body);
  });

  test("and takes no more: the disk is full, and nothing is acknowledged or left", async () => {
    const files = hashedFiles(
      "captures",
      ".wav",
      shortDisk(() => 0),
    );
    const refused = await files.save(folder, chunksOf(body), 1000).catch((error) => error);
    expect(troubleOf(refused)?.kind).toBe("disk-full");
    expect(readdirSync(join(folder, "captures"))).toEqual([]);
  });

  test.each(["short", "other"])(
    "says it took all, and kept %s bytes: they are asked for",
    async (kept) => {
      const lying: typeof disk = {
        ...disk,
        open: (async (path: string, flags: string) => {
          const file = await disk.open(path, flags);
          file.write = (async (bytes: Uint8Array) => {
            await file.appendFile(
              kept === "short" ? bytes.subarray(1) : bytes.map((each) => each ^ 1),
            );
            return { bytesWritten: bytes.byteLength, buffer: bytes };
          }) as never;
          return file;
        }) as typeof disk.open,
      };
      const files = hashedFiles("captures", ".wav", lying);
      const refused = await files.save(folder, chunksOf(body), 1000).catch((error) => error);
      expect(troubleOf(refused)?.kind).toBe("disk-full");
      expect(readdirSync(join(folder, "captures"))).toEqual([]);
    },
  );
});

/** A small disk of its own, where this machine may make one. */
const mounted = (bytes: number): boolean => {
  try {
    execFileSync("mount", ["-t", "tmpfs", "-o", `size=${bytes}`, "tmpfs", folder], {
      stdio: "ignore",
    });
    return true;
  } catch {
    return false;
  }
};

test("on a small disk, whatever is acknowledged is whole", async () => {
  if (!mounted(1024 * 1024)) {
    console.warn(
      "No small disk could be mounted here: the writes that fall short are tested by themselves only.",
    );
    return;
  }
  try {
    let acknowledged = 0;
    for (let k = 0; k < 30; k++) {
      const bytes = Buffer.alloc(40_000 + 7 * k, k);
      const saved = await captures.save(folder, [bytes], 1e6).catch((error) => troubleOf(error));
      if (saved && "sha256" in saved) {
        acknowledged++;
        expect(readFileSync(captures.path(folder, saved.sha256)).equals(bytes)).toBe(true);
      } else expect(saved?.kind).toBe("disk-full");
    }
    expect(acknowledged).toBeGreaterThan(15);
    expect(acknowledged).toBeLessThan(30);
  } finally {
    execFileSync("umount", [folder]);
  }
});

describe("clearing away", () => {
  const DAYS = 86_400_000;
  const old = (path: string, milliseconds: number) => {
    const at = new Date(Date.now() - milliseconds);
    utimesSync(path, at, at);
  };

  test("what no record names goes after a day; what a run, a run under way or a document names stays", async () => {
    const db = await openDatabase(folder);
    const { id } = await addAmplifier(db, amplifierDraft, "2026-01-01");
    const [ofRun, underWay, ofDocument, unused, fresh] = await Promise.all(
      ["run", "under way", "document", "unused", "fresh"].map((text) => captureOf(folder, text)),
    );
    await stored({ db, folder }, id, runDraft({ captures: [ofRun] }));
    const job = { id: "job", kind: "spectrum" } as BenchJob;
    const shots = [{ name: "tone", sha256: underWay.sha256 } as never];
    await keepUnderWay(db, id, { ...NOTHING_UNDER_WAY, job, shots }, null);
    const details = { ...emptyDocument("details"), notes: ofDocument.sha256 };
    await keepDocument(db, id, "details", details);
    writeFileSync(join(folder, "captures", "x.partial"), "half");
    writeFileSync(join(folder, "captures", "y.partial"), "half");
    old(join(folder, "captures", "x.partial"), 2 * 3_600_000);
    for (const { sha256 } of [ofRun, underWay, ofDocument, unused])
      old(captures.path(folder, sha256), 2 * DAYS);
    expect(await clearUnusedFiles(db, folder, Date.now())).toBe(2);
    expect(readdirSync(join(folder, "captures")).sort()).toEqual(
      [
        "y.partial",
        ...[ofRun, underWay, ofDocument, fresh].map(({ sha256 }) => `${sha256}.wav`),
      ].sort(),
    );
    expect(await captures.clearPartial(folder)).toBe(1);
    await db.destroy();
  });

  test("nothing goes while a backup cannot be read, for nobody knows what it needs", async () => {
    const db = await openDatabase(folder);
    const { sha256 } = await captureOf(folder, "of a backup alone");
    old(captures.path(folder, sha256), 2 * DAYS);
    const { name } = await makeBackup(folder, new Date("2026-01-03T10:00:00Z"));
    const whole = readFileSync(backupPath(folder, name));
    writeFileSync(backupPath(folder, name), "no database");
    expect(await clearUnusedFiles(db, folder, Date.now())).toBe(0);
    expect(captures.has(folder, sha256)).toBe(true);
    writeFileSync(backupPath(folder, name), whole);
    expect(await clearUnusedFiles(db, folder, Date.now())).toBe(1);
    await db.destroy();
  });

  test("a run whose captures are being cleared away is either stored with them or refused, never without", async () => {
    const db = await openDatabase(folder);
    const { id } = await addAmplifier(db, amplifierDraft, "2026-01-01");
    for (let k = 0; k < 20; k++) {
      const capture = await captureOf(folder, `recording ${k}`);
      old(captures.path(folder, capture.sha256), 2 * DAYS);
      const run = runDraft({ captures: [capture] });
      const [outcome] = await Promise.all(
        k % 2 === 0
          ? [
              stored({ db, folder }, id, run).catch(() => null),
              clearUnusedFiles(db, folder, Date.now()),
            ]
          : [
              clearUnusedFiles(db, folder, Date.now()).then(() =>
                stored({ db, folder }, id, run).catch(() => null),
              ),
            ],
      );
      expect(captures.has(folder, capture.sha256)).toBe(outcome !== null);
    }
    await db.destroy();
  });
});
