import { mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { stepReading } from "@/core/testing/stepReading";
import type { AmplifierDraft, RunDraft } from "@/records";
import {
  addAmplifier,
  addClaim,
  addLoad,
  addRun,
  captures,
  changeAmplifier,
  deleteAmplifier,
  findAmplifier,
  findRun,
  keepRemarks,
  listAmplifiers,
  listClaims,
  listLoads,
  listRuns,
  openDatabase,
  referredCaptures,
  UploadTooLarge,
} from ".";

let folder: string;
let db: Knex;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-store-"));
  db = await openDatabase(folder);
});
afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

const draft: AmplifierDraft = {
  maker: "Tollgate",
  model: "60",
  kind: "home",
  topology: "class AB",
  year: 1978,
  channelCount: 2,
  condition: "",
  notes: "",
};
const claim = {
  printedText: "60 W",
  source: "brochure",
  powerWatts: 60,
  loadOhms: 8,
  channelsDriven: 2,
  distortionLimitRatio: 0.005,
  distortionMeasure: "thd" as const,
};
const load = {
  nominalOhms: 8,
  channels: [
    { ohms: 8.21, ohmsExpandedUncertainty: 0.01 },
    { ohms: 8.18, ohmsExpandedUncertainty: 0.01 },
  ],
};
const run: RunDraft = {
  kind: "power-sweep",
  source: "recording",
  sourceDetail: "sweep.wav",
  analysisVersion: 1,
  conditions: {
    nominalOhms: 8,
    fullScaleVolts: 80,
    mainsHz: 50,
    band: { lowHz: 20, highHz: 20_000 },
    channelsDriven: 2,
    channels: [
      {
        channelIndex: 0,
        loadOhms: 8.21,
        loadOhmsStdUncertainty: 0.01,
        voltsStdUncertaintyRatio: 0.003,
      },
    ],
  },
  result: {
    kind: "power-sweep",
    frequencyHz: 1000,
    channels: [
      {
        steps: [stepReading(1, 0.001), stepReading(50, 0.02, true)],
        stop: { reason: "rail-voltage", evidence: "flat" },
      },
    ],
  },
  captures: [{ sha256: "ab".repeat(32), fileName: "sweep.wav", fullScaleVolts: 80 }],
};

const chunksOf = async function* (...texts: string[]) {
  for (const text of texts) yield new TextEncoder().encode(text);
};

test("round trip: what is stored is found again, also after reopening", async () => {
  const amplifier = await addAmplifier(db, draft, "2026-11-25T10:00:00.000Z");
  await addClaim(db, amplifier.id, claim);
  await addLoad(db, amplifier.id, load);
  const stored = await addRun(db, amplifier.id, run, "2026-11-25T10:05:00.000Z");
  await db.destroy();
  db = await openDatabase(folder);
  expect(await listAmplifiers(db)).toEqual([amplifier]);
  expect(await listClaims(db, amplifier.id)).toEqual([expect.objectContaining(claim)]);
  expect(await listLoads(db, amplifier.id)).toEqual([expect.objectContaining(load)]);
  expect(await findRun(db, stored.id)).toEqual(stored);
});

test("deleting an amplifier takes its claims, loads and runs with it, and no other's", async () => {
  const [one, two] = [
    await addAmplifier(db, draft, "2026-01-01"),
    await addAmplifier(db, { ...draft, model: "61" }, "2026-01-02"),
  ];
  for (const { id } of [one, two]) {
    await addClaim(db, id, claim);
    await addLoad(db, id, load);
    await addRun(db, id, run, "2026-01-03");
  }
  expect(await deleteAmplifier(db, one.id)).toBe(true);
  expect(await deleteAmplifier(db, one.id)).toBe(false);
  expect(await findAmplifier(db, one.id)).toBeNull();
  for (const list of [listClaims, listLoads, listRuns]) {
    expect(await list(db, one.id)).toEqual([]);
    expect((await list(db)).length).toBe(1);
  }
  expect((await db("captures")).length).toBe(1);
});

test("a run is stored with its captures or not at all", async () => {
  const amplifier = await addAmplifier(db, draft, "2026-01-01");
  // By their code: the native module makes its errors in the first test file's realm, where they are other Errors.
  await expect(addRun(db, "nobody", run, "2026-01-01")).rejects.toMatchObject({
    code: "SQLITE_CONSTRAINT_FOREIGNKEY",
  });
  const broken = {
    ...run,
    captures: [run.captures[0], { ...run.captures[0], sha256: null as unknown as string }],
  };
  await expect(addRun(db, amplifier.id, broken, "2026-01-01")).rejects.toMatchObject({
    code: "SQLITE_CONSTRAINT_NOTNULL",
  });
  expect(await listRuns(db)).toEqual([]);
  expect(await db("captures")).toEqual([]);
});

test("a run that is struck out stays as it was measured, with the remark beside it", async () => {
  const amplifier = await addAmplifier(db, draft, "2026-01-01");
  const stored = await addRun(db, amplifier.id, run, "2026-01-01");
  const remarks = {
    struck: { reason: "a clip had come off", at: "2026-01-02" },
    overruled: [{ channel: "A", reason: "breaker", note: "heard it", at: "2026-01-02" }],
  };
  expect(await keepRemarks(db, stored.id, remarks)).toBe(true);
  expect(await findRun(db, stored.id)).toEqual({ ...stored, remarks });
});

test("a run of several recordings keeps which is which", async () => {
  const amplifier = await addAmplifier(db, draft, "2026-01-01");
  const captures = [
    { ...run.captures[0], shot: "one-watt" },
    { ...run.captures[0], shot: "five-watt" },
  ];
  const stored = await addRun(db, amplifier.id, { ...run, captures }, "2026-01-01");
  expect((await findRun(db, stored.id))?.captures).toEqual(captures);
});

test("changes and deletions say whether there was anything to change", async () => {
  const amplifier = await addAmplifier(db, draft, "2026-01-01");
  expect(await changeAmplifier(db, amplifier.id, { ...draft, year: null })).toBe(true);
  expect(await findAmplifier(db, amplifier.id)).toMatchObject({ year: null, model: "60" });
  expect(await changeAmplifier(db, "nobody", draft)).toBe(false);
  expect(await keepRemarks(db, "nobody", { struck: null, overruled: [] })).toBe(false);
});

test("the database keeps foreign keys, a write-ahead log and full synchronisation", async () => {
  const pragma = async (name: string) => Object.values((await db.raw(`PRAGMA ${name}`))[0])[0];
  expect(await pragma("foreign_keys")).toBe(1);
  expect(await pragma("journal_mode")).toBe("wal");
  expect(await pragma("synchronous")).toBe(2);
});

describe("captures", () => {
  // SHA-256 of "abc" as published in FIPS 180-4's examples.
  const ABC = "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";

  test("are named by their SHA-256, FIPS 180-4 example", async () => {
    expect(await captures.save(folder, chunksOf("a", "bc"), 100)).toEqual({
      sha256: ABC,
      byteCount: 3,
    });
    expect(captures.has(folder, ABC)).toBe(true);
    expect(await captures.save(folder, chunksOf("abc"), 100)).toMatchObject({ sha256: ABC });
    expect(readdirSync(join(folder, "captures"))).toEqual([`${ABC}.wav`]);
  });

  test("over the limit or broken off leave nothing behind", async () => {
    await expect(captures.save(folder, chunksOf("abc", "def"), 5)).rejects.toThrow(UploadTooLarge);
    const broken = (async function* () {
      yield* chunksOf("abc");
      throw new Error("cable pulled");
    })();
    await expect(captures.save(folder, broken, 100)).rejects.toThrow("cable pulled");
    expect(readdirSync(join(folder, "captures"))).toEqual([]);
  });

  test("that nothing refers to are cleared after a day, others stay", async () => {
    const amplifier = await addAmplifier(db, draft, "2026-01-01");
    const { sha256 } = await captures.save(folder, chunksOf("used"), 100);
    await addRun(
      db,
      amplifier.id,
      { ...run, captures: [{ ...run.captures[0], sha256 }] },
      "2026-01-01",
    );
    const unused = await captures.save(folder, chunksOf("unused"), 100);
    const fresh = await captures.save(folder, chunksOf("fresh"), 100);
    writeFileSync(join(folder, "captures", "x.partial"), "half");
    const now = Date.now();
    const twoDaysAgo = new Date(now - 2 * 86_400_000);
    for (const path of [
      captures.path(folder, sha256),
      captures.path(folder, unused.sha256),
      join(folder, "captures", "x.partial"),
    ])
      utimesSync(path, twoDaysAgo, twoDaysAgo);
    expect(await captures.clearUnused(folder, await referredCaptures(db), now)).toBe(2);
    expect(readdirSync(join(folder, "captures")).sort()).toEqual(
      [`${sha256}.wav`, `${fresh.sha256}.wav`].sort(),
    );
  });

  test("refusal of a name that is not a hash", () =>
    expect(() => captures.path(folder, "../rimebank.sqlite")).toThrow("64 hexadecimal"));
});
