// The demo shelf is made by the simulated bench and judged like anything else.
import { existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { judge } from "@/core/verdict";
import { runEvidence } from "@/records";
import { amplifierFacts, claimsToJudge } from "@/records/facts";
import {
  captures as captureFiles,
  findDocument,
  listAmplifiers,
  listClaims,
  openDatabase,
} from "@/store";
import { makeDemo } from "./makeDemo";
import { DEMO_SHELF } from "./scenario";
import { listRuns } from "@/store/testing/records";

test("three invented amplifiers with their runs and captures; claims kept, broken, open and only rehearsed; a shelf in use is left alone", async () => {
  const folder = mkdtempSync(join(tmpdir(), "rimebank-demo-"));
  const db = await openDatabase(folder);
  expect(await makeDemo(db, folder, new Date("2026-11-25T10:00:00Z"))).toBe(3);
  expect(await makeDemo(db, folder, new Date("2026-11-25T11:00:00Z"))).toBe(0);
  const amplifiers = await listAmplifiers(db);
  expect(new Set(amplifiers.map(({ kind }) => kind))).toEqual(new Set(["home", "vintage", "mini"]));
  const verdicts: Record<string, string[]> = {};
  for (const { id, model } of amplifiers) {
    const runs = await listRuns(db, id);
    expect(runs.length).toBe(DEMO_SHELF.find(({ draft }) => draft.model === model)?.runs.length);
    for (const { captures, source } of runs) {
      expect(source).toBe(model === "Dot 45" ? "simulated-bench" : "recording");
      for (const { sha256 } of captures)
        expect(existsSync(captureFiles.path(folder, sha256))).toBe(true);
    }
    const records = {
      amplifier: { channelCount: 2 },
      claims: await listClaims(db, id),
      sheet: await findDocument(db, id, "sheet"),
      details: await findDocument(db, id, "details"),
    };
    const facts = amplifierFacts(records);
    verdicts[model] = claimsToJudge(records).map(
      ({ claim }) => judge(claim, runs.map(runEvidence), facts).outcome,
    );
  }
  await db.destroy();
  rmSync(folder, { recursive: true });
  expect(verdicts).toEqual({
    Sixty: ["met", "too-close", "met", "met", "met", "met", "missed", "met", "met", "not-testable"],
    "R-30": ["met-fewer-channels", "met", "not-testable"],
    "Dot 45": ["not-tested", "not-testable", "not-tested", "not-testable"],
  });
}, 180_000);
