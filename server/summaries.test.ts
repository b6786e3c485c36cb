import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { judgePowerClaim } from "@/core/verdict";
import { powerClaim, type RunDraft } from "@/records";
import { evidenceOf } from "@/records/testing/run";
import { runOf } from "@/records/testing/run";
import {
  addAmplifier,
  addClaim,
  keepRemarks,
  listClaims,
  listRunEntries,
  openDatabase,
} from "@/store";
import { amplifierDraft, claimDraft, runDraft, stored, listRuns } from "@/store/testing/records";
import { frameMarkOf } from "./frame";
import { judgeClaims, summariseAll, summaryOf } from "./summaries";

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

test("claims are judged as if all runs had been read, though only those that decide are", async () => {
  for (const [loadOhms, channelsDriven] of [
    [8, 2],
    [8, 1],
    [4, 2],
    [16, 2],
  ])
    await addClaim(db, id, { ...claimDraft, loadOhms, channelsDriven });
  const runs = [
    sweepOf([70, 69], 8.2),
    sweepOf([55], 8.2),
    sweepOf([40, 38], 4.1),
    sweepOf([90, 90], 8.2, { setting: "limiter: off" }),
    sweepOf([61, 58], 8.1),
  ];
  for (const [day, run] of runs.entries())
    await stored({ db, folder }, id, run, `2026-03-0${day + 1}`);
  await keepRemarks(db, runs[4].id, {
    struck: { reason: "a clip slipped", at: "" },
    overruled: [],
  });
  const claims = await listClaims(db, id);
  const judged = await judgeClaims(db, claims, await listRunEntries(db, id));
  const evidence = evidenceOf(await listRuns(db, id));
  expect(judged.map(({ verdict }) => verdict)).toEqual(
    claims.map((claim) => judgePowerClaim(powerClaim(claim), evidence)),
  );
  expect(judged[3].verdict.sentence).toContain("no run was made near 16");
});

test("a summary follows what it depends on: a claim, a run, and a reading that is struck out", async () => {
  expect(await summaryOf(db, id)).toEqual({ claim: null, judgedCount: 0 });
  await addClaim(db, id, claimDraft);
  expect((await summaryOf(db, id)).claim?.verdict.status).toBe("not-tested");
  const run = await stored({ db, folder }, id, sweepOf([70, 69], 8.2));
  expect(await summaryOf(db, id)).toMatchObject({
    claim: { verdict: { status: "met" } },
    judgedCount: 1,
  });
  await keepRemarks(db, run.id, { struck: { reason: "a clip slipped", at: "" }, overruled: [] });
  expect(await summaryOf(db, id)).toMatchObject({ judgedCount: 0 });
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
