import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import type { RigSettings } from "@/records";
import { noteGuards, noteLoad, noteLoadGone, notingRig } from "./logged";
import { runOf } from "@/records/testing/run";
import {
  addAmplifier,
  addLogEntry,
  deleteAmplifier,
  findDocument,
  keepDocument,
  listLog,
  openDatabase,
  removeAmplifier,
  strikeLogEntry,
  takeRig,
} from "@/store";
import { amplifierDraft, loadDraft } from "@/store/testing/records";

let folder: string, db: Knex, id: string;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-log-"));
  db = await openDatabase(folder);
  id = (await addAmplifier(db, amplifierDraft, "2026-01-01")).id;
});
afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

const note = (at: string, text: string) => ({
  at,
  kind: "remark" as const,
  text,
  celsius: null,
  isStruck: false,
});

test("lines are kept in order of time, once each, and go with their amplifier", async () => {
  await addLogEntry(db, id, note("2026-01-02T10:00:00Z", "second"), "b");
  await addLogEntry(db, id, note("2026-01-02T09:00:00Z", "first"), "a");
  await addLogEntry(db, id, note("2026-01-02T09:00:00Z", "first, sent again"), "a");
  expect((await listLog(db, id)).map(({ text }) => text)).toEqual(["first", "second"]);
  await deleteAmplifier(db, id, new Date());
  await removeAmplifier(db, id);
  expect(await listLog(db, id)).toEqual([]);
});

test("a line is struck out and put back, and never vanishes", async () => {
  await addLogEntry(db, id, note("2026-01-02T10:00:00Z", "a relay clicks"), "a");
  expect(await strikeLogEntry(db, "a", true)).toBe(true);
  expect(await listLog(db, id)).toMatchObject([{ isStruck: true, text: "a relay clicks" }]);
  await strikeLogEntry(db, "a", false);
  expect(await listLog(db, id)).toMatchObject([{ isStruck: false }]);
  expect(await strikeLogEntry(db, "nothing", true)).toBe(false);
});

test("a guard that ended a run is written down with what it saw, once; other stops are not", async () => {
  const { result } = runOf([50]);
  const stopped = (reason: string) => ({
    id: "run",
    result: {
      ...result,
      channels: result.channels.map((channel) => ({
        ...channel,
        stop: { ...channel.stop, reason, evidence: "The heat sink reached 75 °C." },
      })),
    } as typeof result,
  });
  await noteGuards(db, id, stopped("rail-voltage"));
  expect(await listLog(db, id)).toEqual([]);
  await noteGuards(db, id, stopped("heat-guard"));
  await noteGuards(db, id, stopped("heat-guard"));
  expect(await listLog(db, id)).toMatchObject([
    { kind: "guard", text: "The heat sink reached 75 °C." },
  ]);
});

test("a load that is measured again is a change of wiring", async () => {
  const load = { ...loadDraft, id: "load", revision: 1 };
  await noteLoad(db, [id], load);
  await noteLoad(db, [id], load);
  await noteLoad(db, [id], { ...load, nominalOhms: 4, revision: 2 });
  await noteLoadGone(db, [id], load);
  expect((await listLog(db, id)).map(({ text }) => text)).toEqual([
    "8 Ω load: 8.210, 8.180 Ω measured",
    "4 Ω load: 8.210, 8.180 Ω measured",
    "8 Ω load: deleted from the workshop",
  ]);
});

test("a change of the rig is logged for every amplifier that uses it, in one entry while it is being edited", async () => {
  const other = (await addAmplifier(db, { ...amplifierDraft, model: "61" }, "2026-01-02")).id;
  const set = (change: Partial<RigSettings>) =>
    notingRig(db, id, async () => {
      await keepDocument(db, id, "rig", { ...(await findDocument(db, id, "rig")), ...change });
    });
  await set({ upperOhms: 47, lowerOhms: 1e3 });
  await notingRig(db, other, async () =>
    takeRig(db, other, (await findDocument(db, id, "rig")).rigId ?? ""),
  );
  await set({ upperOhms: 47e3 });
  await set({ withSpeaker: true });
  for (const user of [id, other])
    expect((await listLog(db, user)).map(({ kind, text }) => [kind, text])).toEqual([
      ["wiring", "Rig 1: divider 47 k : 1 k, not calibrated"],
    ]);
});

test("a change of equipment that all amplifiers use is logged for all at once", async () => {
  const many = await Promise.all(
    Array.from({ length: 230 }, async (_, k) => {
      const draft = { ...amplifierDraft, model: String(k) };
      return (await addAmplifier(db, draft, "2026-01-02")).id;
    }),
  );
  await noteLoad(db, many, { ...loadDraft, id: "load", revision: 1 });
  expect(await db("log_entries")).toHaveLength(230);
  expect(await listLog(db, many[229])).toMatchObject([{ kind: "wiring" }]);
});
