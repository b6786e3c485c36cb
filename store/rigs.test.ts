import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { emptyDocument, type RigSettings } from "@/records";
import {
  addAmplifier,
  addLoad,
  changeLoad,
  deleteAmplifier,
  deleteLoad,
  deleteRig,
  evidenceRevision,
  findDocument,
  keepDocument,
  listLoads,
  listRigs,
  openDatabase,
  removeAmplifier,
  readLoads,
  takeLoad,
  takeRig,
  workshopUsers,
} from ".";
import { migrationSource } from "./migrations";
import { amplifierDraft, loadDraft } from "./testing/records";

let folder: string, db: Knex, one: string, two: string;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-rigs-"));
  db = await openDatabase(folder);
  one = (await addAmplifier(db, amplifierDraft, "2026-01-01")).id;
  two = (await addAmplifier(db, { ...amplifierDraft, model: "61" }, "2026-01-02")).id;
});
afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

const rigOf = (id: string) => findDocument(db, id, "rig");
const keep = async (id: string, change: Partial<RigSettings>) =>
  keepDocument(db, id, "rig", { ...(await rigOf(id)), ...change });

test("what is changed in a rig is changed for all who use it, and told to their verdicts", async () => {
  await keep(one, { upperOhms: 47e3, lowerOhms: 1e3 });
  const { rigId } = await rigOf(one);
  await takeRig(db, two, rigId ?? "");
  const stand = await evidenceRevision(db, two);
  const loop = { thdPlusNoiseRatio: 1e-4, thdRatio: 5e-5, frequencyHz: 1000, at: "" };
  await keep(one, { lowerOhms: 2200, loop });
  expect(await rigOf(two)).toMatchObject({ rigId, upperOhms: 47e3, lowerOhms: 2200, loop });
  expect(await evidenceRevision(db, two)).toBeGreaterThan(stand);
});

test("what is one amplifier's own stays its own", async () => {
  await keep(one, { upperOhms: 47e3, lowerOhms: 1e3, readings: "meter", isBridged: true });
  await takeRig(db, two, (await rigOf(one)).rigId ?? "");
  expect(await rigOf(two)).toMatchObject({ readings: "simulated bench", isBridged: false });
  await keep(two, { withSpeaker: true });
  expect(await rigOf(one)).toMatchObject({ readings: "meter", withSpeaker: false });
});

test("a window that shows an earlier rig is warned, and overwrites nothing", async () => {
  await keep(one, { upperOhms: 47e3, lowerOhms: 1e3 });
  await takeRig(db, two, (await rigOf(one)).rigId ?? "");
  const shown = await rigOf(two);
  await keep(one, { lowerOhms: 2200 });
  const late = await keepDocument(db, two, "rig", { ...shown, withSpeaker: true });
  expect(late).toMatchObject({
    outcome: "changed-meanwhile",
    now: { lowerOhms: 2200, withSpeaker: false },
  });
  expect((await rigOf(one)).lowerOhms).toBe(2200);
});

test("an untouched rig is no rig; another is made like the present one, and is to be calibrated", async () => {
  await keep(one, { readings: "meter" });
  expect(await listRigs(db)).toEqual([]);
  await keep(two, { rigName: "By the window" });
  expect(await listRigs(db)).toMatchObject([{ rigName: "By the window" }]);
  expect(await rigOf(two)).toMatchObject({ rigName: "By the window" });
  const [{ id: named }] = await listRigs(db);
  await deleteAmplifier(db, two, new Date());
  await removeAmplifier(db, two);
  expect(await deleteRig(db, named)).toBe(true);
  await keep(one, { upperOhms: 47e3, lowerOhms: 1e3, meterVoltsRms: 2.83, recordedRatio: 0.25 });
  await takeRig(db, one, "second");
  expect(await rigOf(one)).toMatchObject({
    rigId: "second",
    rigName: "Rig 2",
    lowerOhms: 1e3,
    meterVoltsRms: null,
    recordedRatio: null,
    readings: "meter",
  });
  const [first] = await listRigs(db);
  expect(first).toMatchObject({ rigName: "Rig 1", meterVoltsRms: 2.83 });
  expect(await deleteRig(db, "second")).toBe(false);
  expect(await deleteRig(db, first.id)).toBe(true);
  await deleteAmplifier(db, one, new Date());
  await removeAmplifier(db, one);
  expect(await deleteRig(db, "second")).toBe(true);
});

test("a load is one thing for all who use it, outlives them, and is taken from all", async () => {
  const load = await addLoad(db, one, loadDraft);
  await takeLoad(db, two, load.id);
  const stand = await evidenceRevision(db, two);
  await changeLoad(db, load.id, { ...loadDraft, nominalOhms: 6, revision: 1 });
  expect((await readLoads(db, two)).loads).toMatchObject([{ id: load.id, nominalOhms: 6 }]);
  expect(await evidenceRevision(db, two)).toBeGreaterThan(stand);
  await deleteAmplifier(db, one, new Date());
  await removeAmplifier(db, one);
  expect(await listLoads(db)).toHaveLength(1);
  expect(await deleteLoad(db, load.id)).toBe(true);
  expect(await deleteLoad(db, load.id)).toBe(false);
  expect((await readLoads(db, two)).loads).toEqual([]);
  await expect(takeLoad(db, two, load.id)).rejects.toMatchObject({
    code: "SQLITE_CONSTRAINT_FOREIGNKEY",
  });
});

test("of many amplifiers that use a thing the first few are named, and all are counted", async () => {
  const load = await addLoad(db, one, loadDraft);
  await takeLoad(db, two, load.id);
  for (let k = 0; k < 6; k++) {
    const { id } = await addAmplifier(db, { ...amplifierDraft, model: `${k}` }, "2026-01-03");
    await takeLoad(db, id, load.id);
  }
  const users = await workshopUsers(db, "load");
  expect(users.get(load.id)?.count).toBe(8);
  expect(
    users
      .get(load.id)
      ?.first.map(({ id }) => id)
      .slice(0, 2),
  ).toEqual([one, two]);
  expect(users.get(load.id)?.first).toHaveLength(5);
  expect(await workshopUsers(db, "rig")).toEqual(new Map());
});

test("a divider is no evidence: only what the rig distorts by itself has verdicts recomputed", async () => {
  await keep(one, { upperOhms: 47e3, lowerOhms: 1e3 });
  await takeRig(db, two, (await rigOf(one)).rigId ?? "");
  const stand = await evidenceRevision(db, two);
  await keep(one, { lowerOhms: 2200 });
  expect(await evidenceRevision(db, two)).toBe(stand);
});

test("from the tables of before and back: loads find their amplifiers, like rigs become one", async () => {
  const before = { migrationSource, name: "2026-11-29-eighth" };
  const load = await addLoad(db, one, loadDraft);
  await takeLoad(db, two, load.id);
  await keep(one, { upperOhms: 47e3, lowerOhms: 1e3, readings: "meter" });
  await takeRig(db, two, (await rigOf(one)).rigId ?? "");
  await db.migrate.down(before);
  // Each has its own again.
  const loads = await db("loads").select("id", "amplifier_id");
  expect(loads.map(({ amplifier_id }) => amplifier_id).sort()).toEqual([one, two].sort());
  expect(loads.map(({ id }) => id)).toContain(load.id);
  const rigs = await db("documents").where({ kind: "rig" });
  expect(rigs.map(({ content }) => JSON.parse(content))).toEqual([
    expect.objectContaining({ lowerOhms: 1e3, readings: "meter" }),
    expect.objectContaining({ lowerOhms: 1e3, readings: "simulated bench" }),
  ]);
  await db("documents")
    .insert({ amplifier_id: two, kind: "rig", content: "{", revision: 4 })
    .onConflict(["amplifier_id", "kind"])
    .merge();
  await db.migrate.latest({ migrationSource });
  expect((await readLoads(db, two)).loads).toHaveLength(1);
  expect(await rigOf(one)).toMatchObject({ rigName: "Rig 1", lowerOhms: 1e3, readings: "meter" });
  expect(await rigOf(two)).toEqual({ ...emptyDocument("rig"), revision: 4 });
});
