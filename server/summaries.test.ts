import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { powerDraft, type RunDraft } from "@/records";
import { runOf } from "@/records/testing/run";
import {
  addAmplifier,
  addClaim,
  addLoad,
  changeLoad,
  deleteLoad,
  evidenceRevision,
  findDocument,
  keepDocument,
  keepRemarks,
  openDatabase,
} from "@/store";
import {
  amplifierDraft,
  claimDraft,
  loadDraft,
  powerForm,
  runDraft,
  stored,
} from "@/store/testing/records";
import { frameMarkOf } from "./frame";
import { readAmplifierRecords } from "./readAmplifier";
import { judgementOf } from "./judged";
import { summariseAll, summaryOf } from "./summaries";

let folder: string, db: Knex, id: string;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-summaries-"));
  db = await openDatabase(folder);
  id = (await addAmplifier(db, amplifierDraft, "2026-01-01")).id;
});
afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

const sweepOf = (watts: number[], ohms: number, change: Partial<RunDraft["conditions"]> = {}) => {
  const { result, conditions } = runOf(watts);
  const channels = conditions.channels.map((channel) => ({ ...channel, loadOhms: ohms }));
  return runDraft({
    result,
    conditions: { ...conditions, nominalOhms: Math.round(ohms), channels, ...change },
  } as never);
};

const judged = async () => {
  const records = await readAmplifierRecords(db, id);
  if (!records) throw new Error("no such amplifier");
  return judgementOf(db, records);
};

test("claims are judged by every run that was not struck out", async () => {
  for (const [loadOhms, channelsDriven] of [
    [8, 2],
    [8, 1],
    [4, 2],
    [16, 2],
  ])
    await addClaim(db, id, powerDraft({ ...powerForm, loadOhms, channelsDriven }));
  const runs = [
    sweepOf([70, 69], 8.2),
    sweepOf([75], 8.2),
    sweepOf([30, 28], 4.1),
    sweepOf([90, 90], 8.2, { setting: "limiter: off" }),
    sweepOf([41, 38], 8.1),
  ];
  for (const [day, run] of runs.entries())
    await stored({ db, folder }, id, run, `2026-03-0${day + 1}`);
  await keepRemarks(db, runs[4].id, {
    struck: { reason: "a clip slipped", at: "" },
    overruled: [],
  });
  const { verdicts, ratings, recommended } = await judged();
  expect(verdicts.map(({ outcome }) => outcome)).toEqual(["met", "met", "missed", "not-tested"]);
  expect(verdicts[0].reading?.run?.id).toBe(runs[0].id);
  expect(verdicts[3].evidence.every(({ text }) => text.includes("another load:"))).toBe(true);
  expect(ratings.some(({ reading }) => reading !== null)).toBe(true);
  expect(recommended?.powerWatts).toBeGreaterThan(60);
});

test("lines of the sheet are judged beside the claims, and what was taken from it is not judged twice", async () => {
  const text = "Output 50 W into 8 ohms\nWeight 8.2 kg\nGain 26 dB\nDynamic power 70 W into 8 ohms";
  await addClaim(
    db,
    id,
    powerDraft({ ...powerForm, printedText: "Output 50 W into 8 ohms", powerWatts: 50 }),
  );
  await keepDocument(db, id, "sheet", {
    pages: [],
    source: "manual",
    text,
    revision: 0,
  });
  await keepDocument(db, id, "details", {
    ...(await findDocument(db, id, "details")),
    massKilograms: 8,
  });
  const { verdicts } = await judged();
  expect(verdicts.map(({ words }) => words.split(",")[0])).toEqual([
    expect.stringContaining("50 W per channel"),
    "8.2 kg",
    "gain 26 dB",
    "70 W burst per channel",
  ]);
  expect(verdicts.map(({ outcome }) => outcome)).toEqual([
    "not-tested",
    "met",
    "not-tested",
    "not-tested",
  ]);
  expect(verdicts[0].details).toContainEqual({
    label: "Filled in by the reviewer, not printed",
    text: expect.stringContaining("the distortion limit"),
  });
});

test("a summary follows what it depends on: a claim, a run, a reading that is struck out, what was weighed", async () => {
  expect(await summaryOf(db, id)).toEqual({
    claim: null,
    counts: { claims: 0, judged: 0, kept: 0 },
  });
  await addClaim(db, id, claimDraft);
  expect((await summaryOf(db, id)).claim?.outcome).toBe("not-tested");
  const run = await stored({ db, folder }, id, sweepOf([70, 69], 8.2));
  expect(await summaryOf(db, id)).toMatchObject({
    claim: { outcome: "met", strip: { claimedWatts: powerForm.powerWatts } },
    counts: { claims: 1, judged: 1, kept: 1 },
  });
  await keepRemarks(db, run.id, { struck: { reason: "a clip slipped", at: "" }, overruled: [] });
  expect(await summaryOf(db, id)).toMatchObject({ counts: { judged: 0 } });
  await keepDocument(db, id, "sheet", {
    pages: [],
    source: "",
    text: "Weight 8.2 kg",
    revision: 0,
  });
  expect(await summaryOf(db, id)).toMatchObject({ counts: { claims: 2, judged: 0 } });
});

test("a load that is measured again has the verdicts recomputed", async () => {
  await addClaim(db, id, claimDraft);
  const load = await addLoad(db, id, loadDraft);
  const stands = new Set([await evidenceRevision(db, id)]);
  await changeLoad(db, load.id, { ...loadDraft, revision: 1 });
  stands.add(await evidenceRevision(db, id));
  await deleteLoad(db, load.id);
  stands.add(await evidenceRevision(db, id));
  expect(stands.size).toBe(3);
});

test("the shelf knows an amplifier by its worst claim", async () => {
  await addClaim(db, id, powerDraft({ ...powerForm, powerWatts: 30 }));
  await addClaim(db, id, powerDraft({ ...powerForm, powerWatts: 90 }));
  await stored({ db, folder }, id, sweepOf([70, 69], 8.2));
  expect(await summaryOf(db, id)).toMatchObject({
    claim: { outcome: "missed", text: expect.stringContaining("90 W") },
    counts: { claims: 2, judged: 2, kept: 1 },
  });
});

test("all that are missing are made in the background", async () => {
  for (let k = 0; k < 25; k++) await addAmplifier(db, amplifierDraft, "2026-01-02");
  await summariseAll(db);
  expect((await db("summaries")).length).toBe(26);
});

test("the frame's mark changes with what stands around a stage, and only then", async () => {
  const before = await frameMarkOf(db, id);
  expect(await frameMarkOf(db, id)).toBe(before);
  await addClaim(db, id, claimDraft);
  expect(await frameMarkOf(db, id)).not.toBe(before);
  expect(await frameMarkOf(db, "nobody")).toBeNull();
});
