import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { BRIEF_FORMAT, briefSchema, powerDraft, validated, type Brief } from "@/records";
import { plannedRun } from "@/records/testing/planned";
import {
  addAmplifier,
  addClaim,
  addLoad,
  changeClaim,
  findAmplifier,
  findDocument,
  keepDocument,
  listClaims,
  openDatabase,
  readLoads,
} from "@/store";
import { amplifierDraft, loadDraft, powerForm } from "@/store/testing/records";
import { addAnother, addBrief, briefOf } from "./brief";

let folder: string, db: Knex, id: string;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-brief-"));
  db = await openDatabase(folder);
  id = (await addAmplifier(db, { ...amplifierDraft, condition: "dusty" }, "2026-01-01")).id;
  await addClaim(db, id, powerDraft(powerForm), "written");
  await keepDocument(db, id, "sheet", {
    pages: [],
    source: "box",
    text: "Damping factor > 100\nGain 28 dB",
  });
  const [, damping] = await listClaims(db, id);
  await changeClaim(db, damping.id, { ...damping, given: { loadOhms: 8 } });
  await keepDocument(db, id, "details", {
    ...(await findDocument(db, id, "details")),
    massKilograms: 8,
    lender: "a reader",
    supplyTests: [{ supply: "brick", amperes: 3, volts: 24, seconds: 900, then: "held" }],
  });
  await keepDocument(db, id, "plan", {
    ...(await findDocument(db, id, "plan")),
    runs: [plannedRun("power-sweep", "sweep", { proves: ["written", "gone"] })],
  });
});
afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

const saidOf = async (amplifierId: string) =>
  (await listClaims(db, amplifierId)).map(({ stated, given, source }) => [
    stated.kind,
    given,
    source,
  ]);

test("a brief that goes out comes in with the same claims", async () => {
  const brief = await briefOf(db, id);
  const checked = await validated(briefSchema, JSON.parse(JSON.stringify(brief)));
  expect(checked.ok).toBe(true);
  const { id: copy } = await addBrief(db, brief as Brief, "2026-02-01");
  expect(await saidOf(copy)).toEqual(await saidOf(id));
});

test("a brief of before comes in: powers as their form had them, conditions beside the lines of the sheet", async () => {
  const { claims: _, sheet: __, ...rest } = (await briefOf(db, id)) as Brief;
  const damping = "Damping factor > 100: damping factor at least 100";
  const former = {
    ...rest,
    format: BRIEF_FORMAT,
    claims: [powerForm],
    sheet: {
      source: "box",
      text: "Damping factor > 100\nGain 28 dB",
      claims: [],
      unread: [],
      filledIn: { [damping]: { loadOhms: 8 } },
    },
  };
  const checked = await validated(briefSchema, former);
  if (!checked.ok) throw new Error(JSON.stringify(checked.errors));
  const { id: copy } = await addBrief(db, checked.value as Brief, "2026-02-01");
  expect(await saidOf(copy)).toEqual(await saidOf(id));
});

test("another of the same series takes over brief, claims and plan, and nothing of this sample", async () => {
  const copy = (await addAnother(db, id, "2026-02-01")) ?? "";
  expect(await findAmplifier(db, copy)).toMatchObject({
    maker: amplifierDraft.maker,
    model: `${amplifierDraft.model}, another`,
    condition: "",
  });
  expect(await saidOf(copy)).toEqual(await saidOf(id));
  expect(await findDocument(db, copy, "details")).toMatchObject({
    massKilograms: 8,
    lender: "",
    supplyTests: [],
  });
  const [run] = (await findDocument(db, copy, "plan")).runs;
  expect(run.proves).toEqual([(await listClaims(db, copy))[0].id]);
});

test("a brief that comes in begins with what stands at the bench, as any new review does", async () => {
  const load = await addLoad(db, id, loadDraft);
  const brief = await briefOf(db, id);
  const { id: copy } = await addBrief(db, brief as Brief, "2026-02-01");
  expect((await readLoads(db, copy)).loads).toMatchObject([{ id: load.id }]);
});

test("asked for twice under one id it is one; of nothing there is no other", async () => {
  expect(await addAnother(db, id, "2026-02-01", "copy")).toBe("copy");
  expect(await addAnother(db, id, "2026-02-01", "copy")).toBe("copy");
  expect(await listClaims(db, "copy")).toHaveLength(3);
  expect(await addAnother(db, "nobody", "2026-02-01")).toBeNull();
});
