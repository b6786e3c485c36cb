import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { ALL_OF_THE_SHELF, emptyDocument, type ShelfView } from "@/records";
import {
  addAmplifier,
  addClaim,
  addLogEntry,
  bringBackAmplifier,
  changeAmplifier,
  countJudged,
  deleteAmplifier,
  evidenceRevision,
  findAmplifier,
  keepDocument,
  keepRemarks,
  keepSummary,
  listLabels,
  openDatabase,
  outdateEntries,
  refreshShelf,
  removeLongDeleted,
  shelfPage,
} from ".";
import { migrationSource } from "./migrations";
import { amplifierDraft, claimDraft, runDraft, stored } from "./testing/records";

let folder: string, db: Knex;
const ids: Record<string, string> = {};

const DETAILS = {
  Sixty: { priceThen: 400, priceIndexRatio: 3, massKilograms: 9, supplies: [] },
  "R-30": { priceNow: 250, priceThen: 900, massKilograms: 12, lender: "Ågot Müller" },
};
const linear = { name: "inside", kind: "linear", isInTheBox: true } as const;

/** Three amplifiers: one judged as met with much to spare, one missed, one that nobody has judged. */
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-shelf-"));
  db = await openDatabase(folder);
  const put = async (model: string, day: number, margin: number | null) => {
    const maker = model === "R-30" ? "Harrowby" : "Tollgate";
    const draft = { ...amplifierDraft, maker, model, year: 1970 + 10 * day };
    const { id } = await addAmplifier(db, draft, `2026-01-0${day}`);
    ids[model] = id;
    await addClaim(db, id, claimDraft);
    if (margin === null) return;
    await stored({ db, folder }, id, runDraft(), `2026-02-0${9 - day}`);
    const summary = {
      claimText: `${60 + day} W per channel`,
      status: margin > 0 ? "met" : "missed",
      marginRatio: margin,
      claimedWatts: 60 + day,
      honestWatts: margin > 0 ? 66 : 52,
      judged: [{ kind: "power", outcome: margin > 0 ? "met" : "missed" }],
      content: {},
    };
    const revision = await evidenceRevision(db, id);
    await keepSummary(db, id, summary, { evidenceRevision: revision, judgeVersion: 1 });
  };
  await put("Sixty", 1, 0.1);
  await put("R-30", 2, -0.07);
  await put("100 %_off", 3, null);
  for (const [model, details] of Object.entries(DETAILS))
    await keepDocument(db, ids[model], "details", {
      ...emptyDocument("details"),
      supplies: [{ ...linear, volts: null, amperes: null, watts: null }],
      ...details,
    });
  await addLogEntry(db, ids.Sixty, {
    at: "2026-02-08T10:00:00Z",
    kind: "remark",
    text: "A relay clicks at 40 W.",
    celsius: null,
    isStruck: false,
  });
  await keepDocument(db, ids["R-30"], "filing", { labels: ["on loan"], isArchived: false });
  await keepDocument(db, ids.Sixty, "filing", { labels: ["On loan", "spring"], isArchived: false });
  await refreshShelf(db);
});
afterAll(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

const view = (change: Partial<ShelfView & { pageSize: number }> = {}) =>
  shelfPage(db, { ...ALL_OF_THE_SHELF, pageSize: 50, ...change });
const modelsOf = async (change: Parameters<typeof view>[0]) =>
  (await view(change)).entries.map(({ model }) => model);
const between = (name: "year" | "watts" | "price", from: number | null, to: number | null) => ({
  bounds: { ...ALL_OF_THE_SHELF.bounds, [name]: { from, to } },
});

test("newest first, with what is kept of each, and when it ran last", async () => {
  const { entries, counts } = await view();
  expect(entries.map(({ model }) => model)).toEqual(["100 %_off", "R-30", "Sixty"]);
  expect(entries.map(({ lastRunAt }) => lastRunAt)).toEqual([null, "2026-02-07", "2026-02-08"]);
  expect(entries[1]).toMatchObject({
    claimedWatts: 62,
    honestWatts: 52,
    massKilograms: 12,
    price: 250,
    supplies: ["linear"],
    labels: ["on loan"],
  });
  // Then's price in today's money, where today's is not known.
  expect(entries[2].price).toBe(1200);
  expect(counts).toEqual({
    amplifiers: 3,
    archive: 0,
    deleted: 0,
    found: 3,
    judged: 2,
    met: 1,
    pending: 1,
  });
});

test.each([
  ["margin", ["Sixty", "R-30", "100 %_off"], ["R-30", "Sixty", "100 %_off"]],
  ["honest", ["Sixty", "R-30", "100 %_off"], ["R-30", "Sixty", "100 %_off"]],
  ["price", ["Sixty", "R-30", "100 %_off"], ["R-30", "Sixty", "100 %_off"]],
  ["year", ["100 %_off", "R-30", "Sixty"], ["Sixty", "R-30", "100 %_off"]],
  ["name", ["Sixty", "100 %_off", "R-30"], ["R-30", "100 %_off", "Sixty"]],
  ["supply", ["R-30", "100 %_off"], ["R-30", "100 %_off"]],
] as const)(
  "by %s either way; what is not known comes last both times",
  async (order, down, up) => {
    const among = (models: string[]) => models.filter((model) => down.includes(model as never));
    expect(among(await modelsOf({ order, descending: true }))).toEqual(down);
    expect(among(await modelsOf({ order, descending: false }))).toEqual(up);
  },
);

test.each([
  ["toll", ["100 %_off", "Sixty"]],
  ["harrowby r-30", ["R-30"]],
  ["61 W", ["Sixty"]],
  ["nothing like it", []],
  // What SQL takes for "anything" is looked for as it is written.
  ["%", ["100 %_off"]],
  ["_", ["100 %_off"]],
  // Whatever was written, from the beginning of a word, and each word of what is looked for somewhere.
  ["relay", ["Sixty"]],
  ["rel tollg", ["Sixty"]],
  ["elay", []],
  ["agot MULLER", ["R-30"]],
  ['"relay clicks"', ["Sixty"]],
  ['"clicks relay"', []],
  // What the index takes for commands is looked for as it is written.
  ["AND", []],
  ['rel* NOT "', []],
  ["brochure", ["100 %_off", "R-30", "Sixty"]],
])("“%s” finds %j", async (find, models) => {
  expect(await modelsOf({ find })).toEqual(models);
  expect((await view({ find })).counts.found).toBe(models.length);
});

test.each([
  [{ outcome: "met" }, ["Sixty"]],
  [{ outcome: "missed" }, ["R-30"]],
  [{ outcome: "open" }, []],
  [{ outcome: "not-tested" }, ["100 %_off"]],
  [{ supply: "linear" }, ["R-30"]],
  [{ supply: "brick" }, []],
  [{ label: "on loan" }, ["R-30", "Sixty"]],
  [{ label: "spring" }, ["Sixty"]],
  [{ kind: "home" }, ["100 %_off", "R-30", "Sixty"]],
  [{ kind: "mini" }, []],
  [between("year", 1990, 1990), ["R-30"]],
  [between("year", null, 1989), ["Sixty"]],
  [between("watts", 60, null), ["Sixty"]],
  [between("watts", 50, 60), ["R-30"]],
  [between("price", 0, 1000), ["R-30"]],
] as const)("%j leaves %j", async (change, models) => {
  expect(await modelsOf(change as Partial<ShelfView>)).toEqual(models);
});

test("page by page; past the end there is nothing", async () => {
  expect(await modelsOf({ pageSize: 2 })).toEqual(["100 %_off", "R-30"]);
  expect(await modelsOf({ pageSize: 2, page: 1 })).toEqual(["Sixty"]);
  expect(await modelsOf({ pageSize: 2, page: 99 })).toEqual([]);
});

test("labels in the order of the alphabet, each once, whatever its case", async () => {
  expect((await listLabels(db)).map((label) => label.toLowerCase())).toEqual(["on loan", "spring"]);
});

test("what was judged is counted by what it is compared by, of what is found", async () => {
  const both = await countJudged(db, ALL_OF_THE_SHELF);
  expect(both).toHaveLength(2);
  expect(await countJudged(db, { ...ALL_OF_THE_SHELF, label: "spring" })).toEqual([
    {
      year: 1980,
      amplifierKind: "home",
      price: 1200,
      claimKind: "power",
      outcome: "met",
      count: 1,
    },
  ]);
});

test("words follow what is written, taken back and struck; only what has changed is read again", async () => {
  const id = ids["100 %_off"];
  const found = async (find: string) => {
    await refreshShelf(db);
    return modelsOf({ find });
  };
  expect(await refreshShelf(db)).toBe(0);
  const { id: runId } = await stored({ db, folder }, id);
  await keepRemarks(db, runId, {
    struck: { reason: "crocodile clip slipped", at: "2026-01-01" },
    overruled: [],
  });
  expect(await refreshShelf(db)).toBe(1);
  expect(await found("crocodile")).toEqual(["100 %_off"]);
  await keepRemarks(db, runId, { struck: null, overruled: [] });
  expect(await found("crocodile")).toEqual([]);
  await keepDocument(db, id, "sheet", {
    ...emptyDocument("sheet"),
    text: "Power at the clipping point",
  });
  expect(await found("clipping point")).toEqual(["100 %_off"]);
  await keepDocument(db, id, "plan", emptyDocument("plan"));
  expect(await refreshShelf(db)).toBe(0);
  await db("shelf_entries").update({ words_version: 0 });
  await outdateEntries(db);
  expect(await refreshShelf(db)).toBe(3);
});

test("a name is found whatever its accents, and when it was changed", async () => {
  const draft = { ...amplifierDraft, maker: "Örn", model: "Fünf" };
  const { id } = await addAmplifier(db, draft, "2026-01-09");
  await refreshShelf(db);
  expect(await modelsOf({ find: "orn funf" })).toEqual(["Fünf"]);
  await changeAmplifier(db, id, { ...draft, maker: "Élan", revision: 1 });
  await refreshShelf(db);
  expect(await modelsOf({ find: "orn" })).toEqual([]);
  expect(await modelsOf({ find: "elan" })).toEqual(["Fünf"]);
  await db("amplifiers").where({ id }).delete();
});

test("what cannot be read is found by its name, and takes no other down", async () => {
  const { id } = await addAmplifier(db, { ...amplifierDraft, model: "Odd" }, "2026-01-09");
  await keepDocument(db, id, "details", emptyDocument("details"));
  await db("documents").where({ amplifier_id: id }).update({ content: '{"supplies": 7}' });
  await db("runs").where({ amplifier_id: ids["R-30"] }).update({ conditions: "{" });
  await refreshShelf(db);
  expect(await modelsOf({ find: "odd" })).toEqual(["Odd"]);
  expect(await modelsOf({ find: "müller" })).toEqual(["R-30"]);
  await db("amplifiers").where({ id }).delete();
});

test("in the archive it is out of the way, and is found there", async () => {
  await keepDocument(db, ids.Sixty, "filing", { labels: [], isArchived: true });
  await refreshShelf(db);
  expect(await modelsOf({})).toEqual(["100 %_off", "R-30"]);
  expect(await modelsOf({ place: "archive" })).toEqual(["Sixty"]);
  expect((await view({ find: "relay" })).counts).toMatchObject({
    found: 0,
    archive: 1,
    amplifiers: 2,
    met: 0,
  });
});

test("what was deleted is out of sight for thirty days, and comes back as it was", async () => {
  const id = ids.Sixty;
  const at = new Date("2026-03-01T12:00:00Z");
  const day = (count: number) => new Date(at.getTime() + count * 86_400_000);
  expect(await deleteAmplifier(db, id, at)).toBe(true);
  expect(await deleteAmplifier(db, id, at)).toBe(false);
  expect(await findAmplifier(db, id)).toBeNull();
  expect(await modelsOf({ place: "archive" })).toEqual([]);
  const { entries } = await view({ place: "deleted" });
  expect(entries).toMatchObject([{ model: "Sixty", deletedAt: at.toISOString() }]);
  expect(await removeLongDeleted(db, day(29.9))).toBe(0);
  expect(await bringBackAmplifier(db, id)).toBe(true);
  expect(await bringBackAmplifier(db, id)).toBe(false);
  expect(await modelsOf({ place: "archive", find: "relay" })).toEqual(["Sixty"]);
  await deleteAmplifier(db, id, at);
  expect(await removeLongDeleted(db, day(30.1))).toBe(1);
  expect(await bringBackAmplifier(db, id)).toBe(false);
  expect(await db("written").where({ amplifier_id: id })).toEqual([]);
  expect(await modelsOf({ place: "deleted" })).toEqual([]);
});

test("the version before has none of it; brought up again, everything is found again", async () => {
  await deleteAmplifier(db, ids["100 %_off"], new Date());
  await db.migrate.down({ migrationSource, name: "2026-11-29-ninth" });
  expect(await db.schema.hasTable("shelf_entries")).toBe(false);
  // A version that knows no mark for what is deleted must not show it again.
  expect((await db("amplifiers").select("model")).map(({ model }) => model)).toEqual(["R-30"]);
  await db.migrate.latest({ migrationSource });
  expect(await refreshShelf(db)).toBe(1);
  expect(await modelsOf({ find: "muller" })).toEqual(["R-30"]);
});
