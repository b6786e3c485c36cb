import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { emptyDocument } from "@/records";
import {
  addAmplifier,
  addLoad,
  findDocument,
  keepDocument,
  leaveLoad,
  openDatabase,
  readLoads,
} from "@/store";
import { amplifierDraft, loadDraft, runDraft, stored } from "@/store/testing/records";
import { beginAtTheBench } from "./atTheBench";

let folder: string, db: Knex;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-bench-"));
  db = await openDatabase(folder);
});
afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

const amplifier = (model: string) => addAmplifier(db, { ...amplifierDraft, model }, "2026-01-01");
const ohmsOf = async (id: string) =>
  (await readLoads(db, id)).loads.map(({ nominalOhms }) => nominalOhms);

test("the first of all reviews begins with nothing", async () => {
  const first = await amplifier("1");
  await beginAtTheBench(db, first);
  expect(await ohmsOf(first.id)).toEqual([]);
  expect(await findDocument(db, first.id, "rig")).toEqual({ ...emptyDocument("rig"), revision: 0 });
});

test("the next begins with the loads and the rig of the one that was measured last", async () => {
  const [measured, newer] = [await amplifier("1"), await amplifier("2")];
  await addLoad(db, measured.id, loadDraft);
  await addLoad(db, newer.id, { ...loadDraft, nominalOhms: 4 });
  for (const [{ id }, lowerOhms] of [
    [measured, 1000],
    [newer, 330],
  ] as const)
    await keepDocument(db, id, "rig", { ...emptyDocument("rig"), upperOhms: 47e3, lowerOhms });
  await stored({ db, folder }, measured.id, runDraft());
  const next = await amplifier("3");
  await beginAtTheBench(db, next);
  expect(await ohmsOf(next.id)).toEqual([8]);
  expect(await findDocument(db, next.id, "rig")).toMatchObject({
    rigName: "Rig 1",
    lowerOhms: 1000,
    confirmations: [],
  });
});

test("one that is like another has its loads; loads with too few channels stay where they are", async () => {
  const [measured, other] = [await amplifier("1"), await amplifier("2")];
  await addLoad(db, measured.id, loadDraft);
  await addLoad(db, other.id, { ...loadDraft, nominalOhms: 4 });
  await addLoad(db, other.id, {
    ...loadDraft,
    nominalOhms: 2,
    channels: loadDraft.channels.slice(0, 1),
  });
  await stored({ db, folder }, measured.id, runDraft());
  const like = await amplifier("2, another");
  await beginAtTheBench(db, like, other.id);
  expect(await ohmsOf(like.id)).toEqual([4]);
  await leaveLoad(db, like.id, (await readLoads(db, like.id)).loads[0].id);
  expect([await ohmsOf(like.id), await ohmsOf(other.id)]).toEqual([[], [4, 2]]);
});
