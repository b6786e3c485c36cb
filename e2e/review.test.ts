// A review goes out and in again: without loss, whatever was written in it; held against the published schemas, read by Python's csv
// module, read again from its recordings by the command line; and what is no review changes nothing.
import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Ajv from "ajv";
import Ajv2020 from "ajv/dist/2020";
import fc from "fast-check";
import { writeZip } from "@/archive/writeZip";
import { buffer } from "node:stream/consumers";
import { makeDemo } from "@/demo/makeDemo";
import type { Review } from "@/records";
import { addLogEntry, findDocument, keepDocument, openDatabase } from "@/store";
import { HOME } from "./demoShelf";
import { startServer, type Server } from "./server";

let from: { folder: string; server: Server };
let to: { folder: string; server: Server };
let id = "";
const PRIVATE = [
  "a lender of that name",
  "scorched under the board",
  "to be paid by Friday",
  "a telephone number",
];

const madeFolder = (name: string): string =>
  mkdtempSync(join(tmpdir(), `rimebank-review-${name}-`));

beforeAll(async () => {
  const folder = madeFolder("from");
  const db = await openDatabase(folder);
  await makeDemo(db, folder, new Date("2026-11-25T10:00:00Z"), { shelf: [HOME] });
  ({ id } = (await db("amplifiers").first("id")) as { id: string });
  const details = await findDocument(db, id, "details");
  await keepDocument(db, id, "details", { ...details, lender: PRIVATE[0], seenBefore: PRIVATE[1] });
  await db("amplifiers").where({ id }).update({ notes: PRIVATE[2] });
  await addLogEntry(db, id, {
    at: "2026-11-25T10:00:00Z",
    kind: "remark",
    text: PRIVATE[3],
    celsius: null,
    isStruck: false,
  });
  await db.destroy();
  const other = madeFolder("to");
  from = { folder, server: await startServer(folder) };
  to = { folder: other, server: await startServer(other) };
}, 300_000);
afterAll(async () => {
  for (const each of [from, to]) {
    await each?.server.kill("SIGTERM");
    if (each) rmSync(each.folder, { recursive: true, force: true });
  }
});

const zipFrom = async ({ server }: typeof from, whole: boolean): Promise<Buffer> => {
  const answer = await fetch(`${server.url}/api/amplifiers/${id}/review${whole ? "?whole=1" : ""}`);
  expect(answer.status).toBe(200);
  return Buffer.from(await answer.arrayBuffer());
};

const taken = async (bytes: Buffer): Promise<{ status: number; message: string }> => {
  const answer = await fetch(`${to.server.url}/api/reviews`, {
    method: "POST",
    body: new Uint8Array(bytes),
    headers: { "content-type": "application/zip" },
  });
  const { message = "" } = (await answer.json()) as { message?: string };
  return { status: answer.status, message };
};

const python = (script: string, ...words: string[]): unknown =>
  JSON.parse(
    execFileSync("python3", ["-c", script, ...words], { encoding: "utf8", maxBuffer: 1e9 }),
  );

/** Files of a zip by their names, unpacked by Python. */
const unpacked = (bytes: Buffer): Record<string, Buffer> => {
  const file = join(from.folder, "unpacked.zip");
  writeFileSync(file, bytes);
  const found = python(
    "import base64,json,sys,zipfile;z=zipfile.ZipFile(sys.argv[1]);assert z.testzip() is None;print(json.dumps({n:base64.b64encode(z.read(n)).decode() for n in z.namelist()}))",
    file,
  ) as Record<string, string>;
  return Object.fromEntries(
    Object.entries(found).map(([name, content]) => [name, Buffer.from(content, "base64")]),
  );
};
const packed = (files: Record<string, Buffer | string>): Promise<Buffer> =>
  buffer(writeZip(Object.entries(files).map(([name, content]) => ({ name, content }))));

const recordOf = (files: Record<string, Buffer>): Review =>
  JSON.parse(files["review.json"].toString()) as Review;

test("what is no review is refused in words, and nothing is changed", async () => {
  const files = unpacked(await zipFrom(from, true));
  const record = recordOf(files);
  const withRecord = (change: object) =>
    packed({ ...files, "review.json": JSON.stringify({ ...record, ...change }) });
  const recording = Object.keys(files).find((name) => name.endsWith(".wav")) ?? "";
  const bad: [string, Buffer, RegExp][] = [
    ["no zip", Buffer.from("hello"), /damaged or not a zip/],
    ["nothing", Buffer.from(""), /damaged|arrived/],
    ["cut off", (await zipFrom(from, true)).subarray(0, 50_000), /damaged/],
    [
      "a strange file",
      await packed({ ...files, "run.sh": "rm" }),
      /“run\.sh”, which this program does not write/,
    ],
    ["a newer version", await withRecord({ formatVersion: 99 }), /newer version/],
    ["another format", await withRecord({ format: "something" }), /not a Rimebank review/],
    ["a record that is none", await packed({ ...files, "review.json": "{" }), /cannot be read/],
    [
      "units mixed up",
      await withRecord({ loads: [{ id: "x", nominalOhms: "8 V", channels: [] }] }),
      /loads/,
    ],
    ["a reader's copy", await zipFrom(from, false), /readers’ copy/],
    [
      "a recording that was changed",
      await packed({
        ...files,
        [recording]: Buffer.concat([files[recording].subarray(0, -2), Buffer.from([1, 2])]),
      }),
      /was changed|SHA-256/,
    ],
    [
      "a recording that is missing",
      await packed(
        Object.fromEntries(Object.entries(files).filter(([name]) => name !== recording)),
      ),
      /missing/,
    ],
  ];
  for (const [what, bytes, words] of bad) {
    const { status, message } = await taken(bytes);
    expect([what, status >= 400 && status < 500]).toEqual([what, true]);
    expect(message).toMatch(words);
    // No trace of where in the program it was found.
    expect([what, /\bat .+:\d+/.test(message)]).toEqual([what, false]);
  }
  const { amplifiers } = (await (await fetch(`${to.server.url}/api/amplifiers?find=`)).json()) as {
    amplifiers: unknown[];
  };
  expect(amplifiers).toEqual([]);
}, 120_000);

test("out and in again it is equal, with all of its files; a second time it is said to be there", async () => {
  const bytes = await zipFrom(from, true);
  expect(await taken(bytes)).toEqual({ status: 201, message: "" });
  const [before, after] = [unpacked(bytes), unpacked(await zipFrom(to, true))];
  expect(recordOf(after)).toEqual(recordOf(before));
  // Two of them say when, or name things in another order; they were looked at above.
  const names = Object.keys(before).filter((name) => !/^(datapackage|review)\.json$/.test(name));
  expect(Object.keys(after).sort()).toEqual(Object.keys(before).sort());
  for (const name of names) expect([name, after[name].equals(before[name])]).toEqual([name, true]);
  expect((await taken(bytes)).message).toMatch(/on the shelf already/);
}, 120_000);

test("whatever is written in it comes back as it was", async () => {
  const files = unpacked(await zipFrom(from, true));
  const record = recordOf(files);
  let count = 0;
  await fc.assert(
    fc.asyncProperty(
      fc
        .string({ unit: "grapheme", minLength: 1, maxLength: 60 })
        .filter((text) => text.trim() === text),
      fc.string({ unit: "binary", maxLength: 300 }),
      fc.array(fc.constantFrom("summary", "claims", "remarks", "curves"), { maxLength: 6 }),
      async (model, text, kinds) => {
        const fresh = `check-${++count}`;
        const changed: Review = {
          ...record,
          amplifier: { ...record.amplifier, id: fresh, model },
          claims: record.claims.map((claim) => ({ ...claim, id: `${fresh}-${claim.id}` })),
          runs: [],
          log: [],
          documents: {
            publication: {
              title: "",
              author: "",
              blocks: kinds.map((kind, k) => ({
                id: String(k),
                kind,
                form: "long",
                heading: "",
                text,
                kinds: [],
                photos: [],
                setId: "",
              })),
            },
          },
        };
        const { status, message } = await taken(
          await packed({ "review.json": JSON.stringify(changed) }),
        );
        expect([status, message]).toEqual([201, ""]);
        const answer = await fetch(`${to.server.url}/api/amplifiers/${fresh}/review?whole=1`);
        const back = recordOf(unpacked(Buffer.from(await answer.arrayBuffer())));
        expect(back.amplifier).toEqual(changed.amplifier);
        expect(back.documents.publication).toEqual(changed.documents.publication);
        expect(back.claims).toEqual(changed.claims);
      },
    ),
    { numRuns: 25, seed: 20_261_128 },
  );
}, 180_000);

test("everything as one file: unpacked into an empty folder it is the same shelf again", async () => {
  const file = join(from.folder, "everything.zip");
  const answer = await fetch(`${from.server.url}/api/everything`);
  writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
  const folder = madeFolder("again");
  python(
    "import json,sys,zipfile;z=zipfile.ZipFile(sys.argv[1]);z.extractall(sys.argv[2]);print(json.dumps(len(z.namelist())))",
    file,
    folder,
  );
  const again = { folder, server: await startServer(folder) };
  try {
    const [before, after] = [
      unpacked(await zipFrom(from, true)),
      unpacked(await zipFrom(again, true)),
    ];
    expect(recordOf(after)).toEqual(recordOf(before));
    expect(Object.keys(after).sort()).toEqual(Object.keys(before).sort());
  } finally {
    await again.server.kill("SIGTERM");
    rmSync(folder, { recursive: true, force: true });
  }
}, 120_000);

test("the package and its tables are as the published schemas have them", async () => {
  const files = unpacked(await zipFrom(from, false));
  const descriptor = JSON.parse(files["datapackage.json"].toString()) as {
    resources: { path: string; bytes: number; profile: string }[];
  };
  const schema = (name: string): object => {
    const { $schema: _, ...rest } = JSON.parse(
      readFileSync(join(__dirname, "frictionless", `${name}.json`), "utf8"),
    ) as { $schema: string };
    return rest;
  };
  const valid = (name: string, value: unknown): string => {
    const check = new Ajv({ strict: false, validateFormats: false }).compile(schema(name));
    return check(value) ? "" : JSON.stringify(check.errors?.slice(0, 3));
  };
  expect(valid("data-package", descriptor)).toBe("");
  const tables = descriptor.resources.filter(({ profile }) => profile === "tabular-data-resource");
  expect(tables.length).toBe(4);
  for (const table of tables) expect(valid("tabular-data-resource", table)).toBe("");
  expect(descriptor.resources.map(({ path }) => path).sort()).toEqual(
    Object.keys(files)
      .filter((name) => name !== "datapackage.json")
      .sort(),
  );
  for (const { path, bytes } of descriptor.resources) expect(files[path].length).toBe(bytes);
  // A schema that takes anything would prove nothing.
  expect(valid("data-package", { resources: [] })).not.toBe("");
}, 60_000);

test("record and run are as their own published schemas have them", async () => {
  const schema = (name: string) =>
    JSON.parse(readFileSync(join(__dirname, "../docs/schemas", name), "utf8")) as object;
  const ajv = new Ajv2020({ strict: false, schemas: [schema("review-1.schema.json")] });
  const isReview = ajv.getSchema("review-1.schema.json");
  const isRun = ajv.compile(schema("run-2.schema.json"));
  for (const whole of [true, false]) {
    const record = recordOf(unpacked(await zipFrom(from, whole)));
    const runs: unknown[] = [];
    for (const { id: runId } of record.runs)
      runs.push(
        await (await fetch(`${from.server.url}/api/runs/${runId}/export?format=json`)).json(),
      );
    expect(runs.length).toBeGreaterThan(0);
    isReview?.(record);
    expect(isReview?.errors ?? null).toBeNull();
    const broken = structuredClone(record);
    (broken.runs[0].result.channels[0].figures as unknown as { value: unknown }[])[0].value =
      "12 W";
    expect(isReview?.(broken)).toBe(false);
    for (const run of runs) {
      isRun(run);
      expect(isRun.errors ?? null).toBeNull();
    }
  }
}, 60_000);

test("Python's csv module reads every figure back as it was measured", async () => {
  const files = unpacked(await zipFrom(from, false));
  const file = join(from.folder, "figures.csv");
  writeFileSync(file, files["tables/figures.csv"]);
  const rows = python(
    "import csv,json,sys;print(json.dumps(list(csv.DictReader(open(sys.argv[1],newline='',encoding='utf-8')))))",
    file,
  ) as Record<string, string>[];
  const { runs } = recordOf(files);
  const figures = runs.flatMap(({ result }) =>
    result.channels.flatMap((channel) => channel.figures),
  );
  expect(rows.length).toBe(figures.length);
  rows.forEach((row, k) => {
    expect(row.label).toBe(figures[k].label);
    expect(row.value === "" ? null : Number(row.value)).toBe(figures[k].value);
  });
}, 60_000);

test("a reader's copy holds nothing private, and its recordings give the same figures again", async () => {
  const bytes = await zipFrom(from, false);
  const text = Object.entries(unpacked(bytes))
    .filter(([name]) => !name.startsWith("recordings/"))
    .map(([, content]) => content.toString())
    .join("\n");
  for (const each of PRIVATE) expect(text).not.toContain(each);
  const file = join(from.folder, "copy.zip");
  writeFileSync(file, bytes);
  const verify = (path: string) =>
    JSON.parse(
      execFileSync(
        process.execPath,
        ["node_modules/tsx/dist/cli.mjs", "cli/main.ts", "verify", path],
        {
          encoding: "utf8",
          maxBuffer: 1e8,
        },
      ),
    ) as {
      agrees: boolean;
      same: number;
      differs: number;
      runs: { differing: { name: string }[] }[];
    };
  const found = verify(file);
  expect(found).toMatchObject({ agrees: true, differs: 0 });
  expect(found.same).toBe(HOME.runs.length);
  // One figure is touched up: it is found, by its name.
  const files = unpacked(bytes);
  const record = recordOf(files);
  const touched = record.runs.map((run, k) =>
    k === 0
      ? {
          ...run,
          result: {
            ...run.result,
            channels: run.result.channels.map((channel, c) => ({
              ...channel,
              figures: channel.figures.map((figure, f) =>
                c === 0 && f === 0 ? { ...figure, value: 1.001 * (figure.value ?? 1) } : figure,
              ),
            })),
          },
        }
      : run,
  );
  writeFileSync(
    file,
    await packed({ ...files, "review.json": JSON.stringify({ ...record, runs: touched }) }),
  );
  const caught = verify(file);
  expect(caught).toMatchObject({ agrees: false, differs: 1 });
  expect(caught.runs.flatMap(({ differing }) => differing.map(({ name }) => name))).toEqual([
    record.runs[0].result.channels[0].figures[0].name,
  ]);
}, 180_000);
