import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import sharp from "sharp";
import { emptyDocument, emptyWorkshopDocument } from "@/records";
import {
  addAmplifier,
  deleteAmplifier,
  findDocument,
  keepDocument,
  keepWorkshopDocument,
  openDatabase,
  removeAmplifier,
  photos,
  readDocument,
  readWorkshopDocument,
  referredFiles,
  savePhoto,
} from ".";

let folder: string;
let db: Knex;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "rimebank-documents-"));
  db = await openDatabase(folder);
});
afterEach(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true });
});

const someAmplifier = () =>
  addAmplifier(
    db,
    {
      maker: "Tollgate",
      model: "60",
      kind: "home",
      topology: "class AB",
      year: 1978,
      channelCount: 2,
      condition: "",
      notes: "",
    },
    "2026-01-01",
  );

test("a document is empty until it is kept, then as it was kept last, and goes with its amplifier", async () => {
  const { id } = await someAmplifier();
  expect(await findDocument(db, id, "details")).toEqual({
    ...emptyDocument("details"),
    revision: 0,
  });
  for (const size of ["small", "large"])
    await keepDocument(db, id, "details", { ...emptyDocument("details"), size });
  expect((await findDocument(db, id, "details")).size).toBe("large");
  expect(await findDocument(db, id, "sheet")).toEqual({ ...emptyDocument("sheet"), revision: 0 });
  await deleteAmplifier(db, id, new Date());
  await removeAmplifier(db, id);
  expect(await db("documents")).toEqual([]);
  await expect(
    keepDocument(db, "nobody", "details", emptyDocument("details")),
  ).rejects.toMatchObject({ code: "SQLITE_CONSTRAINT_FOREIGNKEY" });
});

test("fields that are newer than a document have their defaults", async () => {
  const { id } = await someAmplifier();
  await db("documents").insert({ amplifier_id: id, kind: "plan", content: "{}" });
  expect(await findDocument(db, id, "plan")).toEqual({ ...emptyDocument("plan"), revision: 1 });
});

test("a change made from an older revision is refused with the newer one, and changes nothing", async () => {
  const { id } = await someAmplifier();
  const plan = await findDocument(db, id, "plan");
  const mine = { ...plan, amplifierMostCelsius: 58 };
  const theirs = { ...plan, amplifierMostCelsius: 70 };
  expect(await keepDocument(db, id, "plan", theirs)).toEqual({ outcome: "kept", revision: 1 });
  const outcome = await keepDocument(db, id, "plan", mine);
  expect(outcome).toMatchObject({ outcome: "changed-meanwhile", revision: 1 });
  expect(outcome.outcome === "changed-meanwhile" && outcome.now.amplifierMostCelsius).toBe(70);
  expect(await findDocument(db, id, "plan")).toEqual({ ...theirs, revision: 1 });
  expect(await keepDocument(db, id, "plan", { ...mine, revision: 1 })).toMatchObject({
    outcome: "kept",
  });
  expect((await findDocument(db, id, "plan")).amplifierMostCelsius).toBe(58);
});

test("a document that cannot be read is reported, shown empty, and put aside before another takes its place", async () => {
  const { id } = await someAmplifier();
  const broken = '{"runs": [{"id": "one", ';
  await db("documents").insert({ amplifier_id: id, kind: "plan", content: broken });
  const { document, isUnreadable } = await readDocument(db, id, "plan");
  expect(isUnreadable).toBe(true);
  expect(document.runs).toEqual([]);
  await keepDocument(db, id, "plan", document);
  expect(await db("set_aside").select("amplifier_id", "kind", "content")).toEqual([
    { amplifier_id: id, kind: "plan", content: broken },
  ]);
  expect((await readDocument(db, id, "plan")).isUnreadable).toBe(false);
});

test("the workshop's documents belong to no amplifier", async () => {
  expect((await readWorkshopDocument(db, "resistors")).document).toEqual({
    ...emptyWorkshopDocument("resistors"),
    revision: 0,
  });
  await keepWorkshopDocument(db, "instruments", {
    instruments: [
      {
        id: "m",
        role: "voltmeter",
        name: "bench meter",
        accuracyRatio: 0.005,
        digits: 3,
        resolution: 0.01,
        bandwidthHz: 400,
        most: null,
        inputOhms: null,
      },
    ],
  });
  expect((await readWorkshopDocument(db, "instruments")).document.instruments[0].name).toBe(
    "bench meter",
  );
});

describe("photos", () => {
  const camera = () =>
    sharp({ create: { width: 640, height: 480, channels: 3, background: "#c4502f" } })
      .withExif({
        IFD0: { Make: "Invented camera" },
        IFD3: { GPSLatitudeRef: "N", GPSLatitude: "51/1 30/1 0/1" },
      })
      .withMetadata({ orientation: 6 })
      .jpeg();

  test("keep their picture, upright, and nothing of where and with what it was taken", async () => {
    const taken = await camera().toBuffer();
    expect((await sharp(taken).metadata()).exif).toBeDefined();
    const photo = await savePhoto(folder, taken);
    if (!photo) throw new Error("no photo");
    const { exif, xmp, iptc, width, height } = await sharp(
      readFileSync(photos.path(folder, photo.sha256)),
    ).metadata();
    expect({ exif, xmp, iptc, width, height }).toEqual({
      exif: undefined,
      xmp: undefined,
      iptc: undefined,
      width: 480,
      height: 640,
    });
    expect(
      (await sharp(readFileSync(photos.path(folder, photo.smallSha256))).metadata()).height,
    ).toBe(320);
  });

  test("what is no picture, or half of one, is not kept", async () => {
    expect(await savePhoto(folder, new TextEncoder().encode("not a picture"))).toBeNull();
    expect(
      await savePhoto(
        folder,
        new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
      ),
    ).toBeNull();
    expect(await savePhoto(folder, (await camera().toBuffer()).subarray(0, 400))).toBeNull();
  });

  test("are referred to from any document", async () => {
    const { id } = await someAmplifier();
    const photo = { sha256: "ab".repeat(32), smallSha256: "cd".repeat(32), caption: "back" };
    await keepDocument(db, id, "details", { ...emptyDocument("details"), photos: [photo] });
    expect(await referredFiles(db)).toEqual(new Set([photo.sha256, photo.smallSha256]));
  });
});
