import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { NO_REMARKS, NOTHING_UNDER_WAY, type BenchJob, type RunDraft } from "@/records";
import {
  addAmplifier,
  addClaim,
  addLoad,
  addRun,
  changeAmplifier,
  changeClaim,
  changeLoad,
  deleteAmplifier,
  evidenceRevision,
  findAmplifier,
  findDocument,
  findRun,
  findSummaries,
  keepRemarks,
  keepSummary,
  keepUnderWay,
  listAmplifiers,
  listClaims,
  listLoads,
  listRunEntries,
  openDatabase,
  removeAmplifier,
  readLoads,
  unsummarised,
} from ".";
import {
  amplifierDraft as draft,
  captureOf,
  claimDraft as claim,
  loadDraft as load,
  runDraft,
  stored,
  listRuns,
} from "./testing/records";
import { migrationSource } from "./migrations";

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

const withCapture = async (text = "samples"): Promise<RunDraft> => {
  const { sha256, fileName, fullScaleVolts } = await captureOf(folder, text);
  return runDraft({ captures: [{ sha256, fileName, fullScaleVolts }] });
};

test("round trip: what is stored is found again, also after reopening", async () => {
  const amplifier = await addAmplifier(db, draft, "2026-11-25T10:00:00.000Z");
  await addClaim(db, amplifier.id, claim);
  await addLoad(db, amplifier.id, load);
  const takenAt = "2026-11-25T10:05:00.000Z";
  const run = await stored({ db, folder }, amplifier.id, await withCapture(), takenAt);
  await db.destroy();
  db = await openDatabase(folder);
  expect(await listAmplifiers(db)).toEqual([amplifier]);
  expect(await listClaims(db, amplifier.id)).toEqual([expect.objectContaining(claim)]);
  expect((await readLoads(db, amplifier.id)).loads).toEqual([expect.objectContaining(load)]);
  expect(await findRun(db, run.id)).toEqual({
    ...run,
    amplifierId: amplifier.id,
    takenAt,
    remarks: NO_REMARKS,
  });
});

test("removing an amplifier takes its claims and runs with it, and no other's; its loads stay in the workshop", async () => {
  const [one, two] = [
    await addAmplifier(db, draft, "2026-01-01"),
    await addAmplifier(db, { ...draft, model: "61" }, "2026-01-02"),
  ];
  for (const { id } of [one, two]) {
    await addClaim(db, id, claim);
    await addLoad(db, id, load);
    await stored({ db, folder }, id, await withCapture());
  }
  expect(await removeAmplifier(db, one.id)).toBe(false);
  await deleteAmplifier(db, one.id, new Date());
  expect(await removeAmplifier(db, one.id)).toBe(true);
  expect(await removeAmplifier(db, one.id)).toBe(false);
  expect(await findAmplifier(db, one.id)).toBeNull();
  const loadsOf = async (from: Knex, id: string) => (await readLoads(from, id)).loads;
  expect(await listLoads(db)).toHaveLength(2);
  for (const list of [listClaims, loadsOf, listRuns]) {
    expect(await list(db, one.id)).toEqual([]);
    expect((await list(db, two.id)).length).toBe(1);
  }
  for (const table of ["captures", "results"]) expect((await db(table)).length).toBe(1);
});

test("a run is stored with its captures or not at all", async () => {
  const { id } = await addAmplifier(db, draft, "2026-01-01");
  const run = await withCapture();
  expect(await addRun(db, folder, { amplifierId: "nobody", takenAt: "2026-01-01" }, run)).toEqual({
    outcome: "no-amplifier",
  });
  const missing = { ...run.captures[0], sha256: "ab".repeat(32), fileName: "second.wav" };
  const broken = { ...run, captures: [run.captures[0], missing] };
  expect(await addRun(db, folder, { amplifierId: id, takenAt: "2026-01-01" }, broken)).toEqual({
    outcome: "capture-missing",
    fileName: "second.wav",
  });
  const nameless = { ...run.captures[0], fileName: null as unknown as string };
  const failing = { ...run, captures: [run.captures[0], nameless] };
  // By its code: the native module makes its errors in the first test file's realm, where they are other Errors.
  await expect(
    addRun(db, folder, { amplifierId: id, takenAt: "2026-01-01" }, failing),
  ).rejects.toMatchObject({
    code: "SQLITE_CONSTRAINT_NOTNULL",
  });
  for (const table of ["runs", "results", "captures"]) expect(await db(table)).toEqual([]);
});

test("a run that is sent again is the same run; another with its id is refused", async () => {
  const { id } = await addAmplifier(db, draft, "2026-01-01");
  const run = await withCapture();
  for (let times = 0; times < 3; times++)
    expect(await addRun(db, folder, { amplifierId: id, takenAt: "2026-01-01" }, run)).toEqual({
      outcome: "stored",
      id: run.id,
    });
  expect((await listRuns(db, id)).length).toBe(1);
  const other = { ...run, kind: "spectrum" } as RunDraft;
  expect(await addRun(db, folder, { amplifierId: id, takenAt: "2026-01-01" }, other)).toEqual({
    outcome: "id-taken",
  });
});

const job = (id: string) => ({ id, kind: "spectrum" }) as BenchJob;
const shot = { name: "tone", sha256: "cd".repeat(32) } as never;

test("storing the run under way ends it in the same moment, and the next of the queue is under way", async () => {
  const { id } = await addAmplifier(db, draft, "2026-01-01");
  const run = await withCapture();
  const underWay = {
    job: job(run.id),
    shots: [shot],
    queue: [job("next")],
    startedAt: "",
    refused: [],
  };
  expect(await keepUnderWay(db, id, underWay, null)).toBe(true);
  await stored({ db, folder }, id, await withCapture("another run"));
  expect((await findDocument(db, id, "under-way")).job?.id).toBe(run.id);
  await stored({ db, folder }, id, run);
  expect(await findDocument(db, id, "under-way")).toMatchObject({ job: job("next"), shots: [] });
});

test("a run under way in another window is not put out of sight", async () => {
  const { id } = await addAmplifier(db, draft, "2026-01-01");
  const theirs = { ...NOTHING_UNDER_WAY, job: job("theirs"), shots: [shot] };
  const mine = { ...NOTHING_UNDER_WAY, job: job("mine") };
  expect(await keepUnderWay(db, id, theirs, null)).toBe(true);
  expect(await keepUnderWay(db, id, mine, null)).toBe(false);
  expect(await keepUnderWay(db, id, NOTHING_UNDER_WAY, "mine")).toBe(false);
  expect(await keepUnderWay(db, id, mine, "theirs")).toBe(true);
});

test("a run that is struck out stays as it was measured, with the remark beside it", async () => {
  const { id } = await addAmplifier(db, draft, "2026-01-01");
  const run = await stored({ db, folder }, id);
  const remarks = {
    struck: { reason: "a clip had come off", at: "2026-01-02" },
    overruled: [{ channel: "A", reason: "breaker", note: "heard it", at: "2026-01-02" }],
  };
  expect(await keepRemarks(db, run.id, remarks)).toBe(true);
  expect(await findRun(db, run.id)).toMatchObject({ ...run, remarks });
  expect((await listRunEntries(db, id))[0].isStruck).toBe(true);
});

test("a run of several recordings keeps which is which", async () => {
  const { id } = await addAmplifier(db, draft, "2026-01-01");
  const run = await withCapture();
  const captures = ["one-watt", "five-watt"].map((name) => ({ ...run.captures[0], shot: name }));
  await stored({ db, folder }, id, { ...run, captures });
  expect((await findRun(db, run.id))?.captures).toEqual(captures);
});

test("changes say what became of them: kept, made from an older revision, or of nothing that is there", async () => {
  const { id, revision } = await addAmplifier(db, draft, "2026-01-01");
  expect(await changeAmplifier(db, id, { ...draft, year: null, revision })).toEqual({
    outcome: "kept",
    revision: 2,
  });
  expect(await changeAmplifier(db, id, { ...draft, model: "old", revision })).toMatchObject({
    outcome: "changed-meanwhile",
    now: { year: null, model: "60" },
    revision: 2,
  });
  expect(await findAmplifier(db, id)).toMatchObject({ year: null, model: "60" });
  for (const change of [changeAmplifier, changeClaim, changeLoad])
    expect(await change(db, "nobody", draft as never)).toEqual({ outcome: "gone" });
  expect(await keepRemarks(db, "nobody", NO_REMARKS)).toBe(false);
});

test("one row that cannot be read takes no other down", async () => {
  const { id } = await addAmplifier(db, draft, "2026-01-01");
  await addLoad(db, id, load);
  const bad = await addLoad(db, id, { ...load, nominalOhms: 4 });
  await db("loads").where({ id: bad.id }).update({ channels: "[{" });
  expect(await readLoads(db, id)).toMatchObject({ loads: [load], unreadCount: 1 });
  const [one, two] = [await stored({ db, folder }, id), await stored({ db, folder }, id)];
  await db("results").where({ run_id: one.id }).update({ content: "{" });
  expect(await findRun(db, one.id)).toBeNull();
  expect((await listRuns(db, id)).map((run) => run.id)).toEqual([two.id]);
  expect((await listRunEntries(db, id)).length).toBe(2);
  await db("runs").where({ id: one.id }).update({ conditions: "{" });
  expect((await listRunEntries(db, id)).map((run) => run.id)).toEqual([two.id]);
});

describe("summaries", () => {
  const summary = {
    claimText: "60 W",
    status: "met",
    marginRatio: 0.1,
    claimedWatts: 60,
    honestWatts: 66,
    judged: [{ kind: "power", outcome: "met" }],
    content: { judged: 1 },
  };
  const keep = async (id: string, judgeVersion = 1) =>
    keepSummary(db, id, summary, {
      evidenceRevision: await evidenceRevision(db, id),
      judgeVersion,
    });

  test("count until the evidence changes, and only for the judge that made them", async () => {
    const { id } = await addAmplifier(db, draft, "2026-01-01");
    expect(await unsummarised(db, 1, 9)).toEqual([id]);
    const changes: (() => Promise<unknown>)[] = [
      () => addClaim(db, id, claim),
      async () => changeClaim(db, (await listClaims(db, id))[0].id, claim),
      () => stored({ db, folder }, id),
      async () => keepRemarks(db, (await listRuns(db, id))[0].id, NO_REMARKS),
    ];
    for (const change of changes) {
      await keep(id);
      expect(await findSummaries(db, [id], 1)).toEqual(new Map([[id, { judged: 1 }]]));
      expect(await findSummaries(db, [id], 2)).toEqual(new Map());
      await change();
      expect(await findSummaries(db, [id], 1)).toEqual(new Map());
      expect(await unsummarised(db, 1, 9)).toEqual([id]);
    }
  });

  test("made while the evidence changed do not count", async () => {
    const { id } = await addAmplifier(db, draft, "2026-01-01");
    const before = { evidenceRevision: await evidenceRevision(db, id), judgeVersion: 1 };
    await addClaim(db, id, claim);
    await keepSummary(db, id, summary, before);
    expect(await findSummaries(db, [id], 1)).toEqual(new Map());
  });
});

test("going back a version takes a column away, and nothing that refers to its row", async () => {
  const { id } = await addAmplifier(db, draft, "2026-01-01");
  await addClaim(db, id, claim);
  await stored({ db, folder }, id, await withCapture());
  for (const name of ["2026-11-29-ninth", "2026-11-25-third"])
    await db.migrate.down({ migrationSource, name });
  for (const table of ["claims", "runs", "results", "captures"])
    expect(await db(table)).toHaveLength(1);
});

test("the database keeps foreign keys, a write-ahead log and full synchronisation", async () => {
  const pragma = async (name: string) => Object.values((await db.raw(`PRAGMA ${name}`))[0])[0];
  expect(await pragma("foreign_keys")).toBe(1);
  expect(await pragma("journal_mode")).toBe("wal");
  expect(await pragma("synchronous")).toBe(2);
});
