// The demo shelf is made by the simulated bench and judged like anything else.
import { existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { judgePowerClaim } from "@/core/verdict";
import { powerClaim } from "@/records";
import { evidenceOf } from "@/records/testing/run";
import { captures as captureFiles, listAmplifiers, listClaims, openDatabase } from "@/store";
import { makeDemo } from "./makeDemo";
import { DEMO_SHELF } from "./scenario";
import { listRuns } from "@/store/testing/records";

test("three invented amplifiers with their runs and captures; one claim kept, one open, two missed; a shelf in use is left alone", async () => {
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
      expect(source).toBe("simulated-bench");
      for (const { sha256 } of captures)
        expect(existsSync(captureFiles.path(folder, sha256))).toBe(true);
    }
    verdicts[model] = (await listClaims(db, id)).map(
      (claim) => judgePowerClaim(powerClaim(claim), evidenceOf(runs)).status,
    );
  }
  await db.destroy();
  rmSync(folder, { recursive: true });
  expect(verdicts).toEqual({
    Sixty: ["met", "within-uncertainty"],
    "R-30": ["missed"],
    "Dot 45": ["missed"],
  });
}, 180_000);
