// A shelf as the version before made it (the demo's amplifiers, and a run of nearly each kind on the first): it opens, and says the same.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gunzipSync } from "node:zlib";
import Database from "better-sqlite3";
import type { Knex } from "knex";
import type { StatedClaim } from "@/core/claim";
import { judge } from "@/core/verdict";
import { amplifierFacts, claimsToJudge } from "@/records/facts";
import { amplifierName, runEvidence, type Run } from "@/records";
import { evidenceOf } from "@/records/testing/run";
import {
  databaseFile,
  findDocument,
  listAmplifiers,
  listBackups,
  listClaims,
  listRunEntries,
  openDatabase,
} from ".";
import { listRuns } from "./testing/records";

const unpacked = (name: string): Buffer =>
  gunzipSync(readFileSync(join(__dirname, "testing", `formerShelf.${name}.gz`)));

/** A sweep in its former form: its levels, and why it stopped. */
const asItWas = (run: Run): object =>
  run.kind === "power-sweep"
    ? {
        ...run,
        result: {
          kind: run.kind,
          // It was measured from the recording; each level has its own reading of it.
          frequencyHz: expect.closeTo(run.result.channels[0].levels?.[0].fundamentalHz ?? 0, 0),
          channels: run.result.channels.map(({ levels, stop: { reason, evidence } }) => ({
            steps: levels,
            stop: { reason, evidence },
          })),
        },
      }
    : run;

/** A continuous power with all its conditions: until then nothing else was kept in the table of claims. */
const wasWrittenDown = ({ stated }: { stated: StatedClaim }): boolean =>
  stated.kind === "power" && stated.channelsDriven !== null && stated.distortionLimitRatio !== null;

let folder: string, db: Knex;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-former-"));
  writeFileSync(databaseFile(folder), unpacked("sqlite"));
  db = await openDatabase(folder);
});
afterAll(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

test("every run is as it was, to the last digit", async () => {
  const before = JSON.parse(unpacked("runs.json").toString());
  expect(before.length).toBe(25);
  const now = await listRuns(db);
  expect(now.map(asItWas)).toEqual(before);
  const swept = now.filter(({ kind }) => kind === "power-sweep");
  expect(swept.length).toBeGreaterThan(3);
  // A sweep has figures and curves like any other run now, made of the levels that it had.
  for (const { result } of swept)
    for (const { levels = [], figures, curves, stop } of result.channels) {
      expect(figures[0]).toMatchObject({ name: "one-percent", quantity: "watts" });
      expect(curves[0].points.map(([watts]) => watts)).toEqual(
        levels.map(({ powerWatts }) => powerWatts),
      );
      expect(stop.picture?.points.length).toBe(levels.length);
    }
});

test("the verdicts are those of before, had it been a real bench; as it was simulated, it only rehearses", async () => {
  const verdicts: Record<string, string[]> = {};
  for (const amplifier of await listAmplifiers(db)) {
    const runs = await listRuns(db, amplifier.id);
    const records = {
      amplifier,
      claims: await listClaims(db, amplifier.id),
      details: await findDocument(db, amplifier.id, "details"),
    };
    const facts = amplifierFacts(records);
    const outcomes = (evidence: ReturnType<typeof evidenceOf>) =>
      claimsToJudge(records)
        .filter(({ claim }) => wasWrittenDown(claim))
        .map(({ claim }) => judge(claim, evidence, facts));
    verdicts[amplifierName(amplifier)] = outcomes(evidenceOf(runs)).map(({ outcome }) => outcome);
    for (const { outcome, rehearsed } of outcomes(runs.map(runEvidence)))
      expect([outcome, rehearsed === null]).toEqual(["not-tested", false]);
  }
  expect(verdicts).toEqual({
    "Tollgate Sixty": ["met", "too-close"],
    "Harrowby R-30": ["met-fewer-channels"],
    "Pinwheel Dot 45": ["met-fewer-channels"],
  });
});

test("the lines of each sheet have become claims beside those that were written down", async () => {
  for (const { id } of await listAmplifiers(db)) {
    const claims = await listClaims(db, id);
    const { text, ...sheet } = await findDocument(db, id, "sheet");
    expect(Object.keys(sheet).sort()).toEqual(["pages", "revision", "source"]);
    const lines = claims.filter(({ lineKey }) => lineKey !== null);
    expect(lines.length).toBeGreaterThan(2);
    for (const { printedText } of lines) expect(text).toContain(printedText);
    expect(claims.filter(({ stated }) => wasWrittenDown({ stated })).length).toBeGreaterThan(0);
  }
});

test("lists name all runs, and documents are there with a first revision", async () => {
  const amplifiers = await listAmplifiers(db);
  const entries = await Promise.all(amplifiers.map(({ id }) => listRunEntries(db, id)));
  expect(entries.flat().length).toBe(25);
  for (const { id } of amplifiers) {
    const { supplies, revision } = await findDocument(db, id, "details");
    expect(supplies.length).toBeGreaterThan(0);
    expect(revision).toBe(1);
  }
});

test("a copy was made before anything was changed, in the form that it had", () => {
  const [backup] = listBackups(folder);
  const copy = new Database(join(folder, "backups", backup.name), { readonly: true });
  const columns = copy.pragma("table_info(runs)") as { name: string }[];
  expect(columns.map(({ name }) => name)).toContain("result");
  copy.close();
});
