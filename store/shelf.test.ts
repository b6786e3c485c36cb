import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import type { ShelfView } from "@/records";
import { addAmplifier, addClaim, evidenceRevision, keepSummary, openDatabase, shelfPage } from ".";
import { amplifierDraft, claimDraft, runDraft, stored } from "./testing/records";

let folder: string, db: Knex;
const ids: Record<string, string> = {};

/** Three amplifiers: one judged as met with much to spare, one missed, one that nobody has judged. */
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-shelf-"));
  db = await openDatabase(folder);
  const put = async (model: string, day: number, margin: number | null) => {
    const draft = { ...amplifierDraft, maker: model === "R-30" ? "Harrowby" : "Tollgate", model };
    const { id } = await addAmplifier(db, draft, `2026-01-0${day}`);
    ids[model] = id;
    await addClaim(db, id, claimDraft);
    if (margin === null) return;
    await stored({ db, folder }, id, runDraft(), `2026-02-0${9 - day}`);
    const summary = {
      claimText: `${60 + day} W per channel`,
      status: margin > 0 ? "met" : "missed",
      marginRatio: margin,
      content: {},
    };
    const revision = await evidenceRevision(db, id);
    await keepSummary(db, id, summary, { evidenceRevision: revision, judgeVersion: 1 });
  };
  await put("Sixty", 1, 0.1);
  await put("R-30", 2, -0.07);
  await put("100 %_off", 3, null);
});
afterAll(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

const view = (change: Partial<ShelfView & { pageSize: number }> = {}) =>
  shelfPage(db, {
    find: "",
    kind: null,
    order: "newest",
    descending: true,
    page: 0,
    pageSize: 50,
    ...change,
  });
const modelsOf = async (change: Parameters<typeof view>[0]) =>
  (await view(change)).entries.map(({ model }) => model);

test("newest first, with how many claims each has and when it ran last", async () => {
  const { entries, counts } = await view();
  expect(entries.map(({ model }) => model)).toEqual(["100 %_off", "R-30", "Sixty"]);
  expect(entries.map(({ lastRunAt }) => lastRunAt)).toEqual([null, "2026-02-07", "2026-02-08"]);
  expect(entries.every(({ claimCount }) => claimCount === 1)).toBe(true);
  expect(counts).toEqual({ amplifiers: 3, found: 3, judged: 2, met: 1, pending: 1 });
});

test("by margin either way; what was not measured comes last both times", async () => {
  expect(await modelsOf({ order: "margin", descending: true })).toEqual([
    "Sixty",
    "R-30",
    "100 %_off",
  ]);
  expect(await modelsOf({ order: "margin", descending: false })).toEqual([
    "R-30",
    "Sixty",
    "100 %_off",
  ]);
});

test.each([
  ["toll", ["100 %_off", "Sixty"]],
  ["harrowby r-30", ["R-30"]],
  ["61 W", ["Sixty"]],
  ["nothing like it", []],
  // What SQL takes for "anything" is looked for as it is written.
  ["%", ["100 %_off"]],
  ["_", ["100 %_off"]],
])("“%s” finds %j", async (find, models) => {
  expect(await modelsOf({ find })).toEqual(models);
  expect((await view({ find })).counts.found).toBe(models.length);
});

test("page by page; past the end there is nothing", async () => {
  expect(await modelsOf({ pageSize: 2 })).toEqual(["100 %_off", "R-30"]);
  expect(await modelsOf({ pageSize: 2, page: 1 })).toEqual(["Sixty"]);
  expect(await modelsOf({ pageSize: 2, page: 99 })).toEqual([]);
});

test("one kind alone, and how many of it there are", async () => {
  expect(await modelsOf({ kind: "home" })).toHaveLength(3);
  const none = await view({ kind: "mini" });
  expect([none.entries, none.counts.found, none.counts.amplifiers]).toEqual([[], 0, 3]);
});
