// Claims follow the sheet, keep what the reviewer did to them, and come out of the tables of before.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { migrationSource } from "./migrations";
import {
  addAmplifier,
  addClaim,
  changeClaim,
  deleteClaim,
  findDocument,
  keepDocument,
  listClaims,
  openDatabase,
} from ".";
import { amplifierDraft, claimDraft } from "./testing/records";

let folder: string, db: Knex, id: string;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-claims-"));
  db = await openDatabase(folder);
  id = (await addAmplifier(db, amplifierDraft, "2026-01-01")).id;
});
afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

const paste = async (...lines: string[]): Promise<void> => {
  const { revision } = await findDocument(db, id, "sheet");
  await keepDocument(db, id, "sheet", {
    source: "manual",
    text: lines.join("\n"),
    pages: [],
    revision,
  });
};

const kinds = async () => (await listClaims(db, id)).map(({ stated }) => stated.kind);

test("what is pasted becomes claims, and what is pasted in its place takes theirs", async () => {
  await addClaim(db, id, claimDraft);
  await paste("Gain 28 dB", "Damping factor > 100", "a fine amplifier");
  expect(await kinds()).toEqual(["power", "gain", "damping-factor"]);
  await paste("Weight 8 kg", "Gain 28 dB");
  expect(await kinds()).toEqual(["power", "mass", "gain"]);
});

test("a line has the same id each time, so that what was said of it is found again", async () => {
  await paste("Gain 28 dB");
  const [{ id: first }] = await listClaims(db, id);
  await paste("Weight 8 kg");
  await paste("Weight 8 kg", "Gain 28 dB");
  expect((await listClaims(db, id))[1].id).toBe(first);
});

test("a sheet that was changed in another window changes no claim", async () => {
  await paste("Gain 28 dB");
  const outcome = await keepDocument(db, id, "sheet", {
    source: "",
    text: "",
    pages: [],
    revision: 0,
  });
  expect(outcome.outcome).toBe("changed-meanwhile");
  expect(await kinds()).toEqual(["gain"]);
});

test("a condition that was given stays, whatever becomes of the other lines", async () => {
  await paste("Damping factor > 100", "Gain 28 dB");
  const [damping] = await listClaims(db, id);
  await changeClaim(db, damping.id, { ...damping, given: { loadOhms: 8 } });
  await paste("Weight 8 kg", "Damping factor > 100");
  expect((await listClaims(db, id))[1]).toMatchObject({ id: damping.id, given: { loadOhms: 8 } });
});

test("a line that is taken away is left out, and does not come back with the next change of the sheet", async () => {
  await paste("Gain 28 dB", "Weight 8 kg");
  const [gain] = await listClaims(db, id);
  expect(await deleteClaim(db, gain.id)).toBe(true);
  await paste("Gain 28 dB", "Weight 9 kg");
  expect((await listClaims(db, id)).map(({ isLeftOut }) => isLeftOut)).toEqual([true, false]);
  const own = await addClaim(db, id, claimDraft);
  expect(await deleteClaim(db, own.id)).toBe(true);
  expect(await kinds()).not.toContain("power");
});

test("one claim that cannot be read takes no other down", async () => {
  await paste("Gain 28 dB", "Weight 8 kg");
  await db("claims").where({ position: 1 }).update({ stated: "{" });
  expect(await kinds()).toEqual(["mass"]);
});

test("from the tables of before: powers stay, lines take over what was filled in, rulings find their claims", async () => {
  const down = { migrationSource, name: "2026-11-28-sixth" };
  await db.migrate.down(down);
  await db("claims").insert({
    id: "written",
    amplifier_id: id,
    printed_text: "80 W into 4 ohms",
    source: "box",
    power_watts: 80,
    load_ohms: 4,
    channels_driven: 2,
    distortion_limit_ratio: 0.1,
    distortion_measure: "thd-plus-noise",
    revision: 3,
  });
  const text = "80 W into 4 ohms\nDamping factor > 100\nGain 28 dB";
  const damping = "Damping factor > 100: damping factor at least 100";
  const documents = {
    sheet: {
      source: "manual",
      text,
      claims: [],
      unread: [],
      filledIn: { [damping]: { loadOhms: 8 } },
    },
    verdict: {
      overrules: [
        { claim: damping, says: "met", reason: "measured elsewhere", at: "" },
        { claim: "written", says: "open", reason: "a clip slipped", at: "" },
      ],
      house: null,
    },
  };
  for (const [kind, content] of Object.entries(documents))
    await db("documents").insert({
      amplifier_id: id,
      kind,
      content: JSON.stringify(content),
      revision: 1,
    });
  await db.migrate.latest({ migrationSource });
  const claims = await listClaims(db, id);
  expect(claims).toMatchObject([
    { id: "written", revision: 3, stated: { powerWatts: 80, distortionLimitRatio: 0.1 } },
    { stated: { kind: "damping-factor" }, given: { loadOhms: 8 } },
    { stated: { kind: "gain" }, given: {} },
  ]);
  const { overrules } = await findDocument(db, id, "verdict");
  expect(overrules.map(({ claim }) => claim)).toEqual([claims[1].id, "written"]);
  // And the way back, for whoever needs the version before.
  await db.migrate.down(down);
  expect(await db("claims").select("id", "power_watts")).toEqual([
    { id: "written", power_watts: 80 },
  ]);
  const { content } = await db("documents").where({ amplifier_id: id, kind: "sheet" }).first();
  expect(JSON.parse(content).filledIn).toMatchObject({ [damping]: { loadOhms: 8 } });
  await db.migrate.latest({ migrationSource });
});
