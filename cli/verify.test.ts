import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buffer } from "node:stream/consumers";
import { writeZip } from "@/archive/writeZip";
import { runOf } from "@/records/testing/run";
import { UsageError } from "./arguments";
import { verify } from "./verify";

const folder = mkdtempSync(join(tmpdir(), "rimebank-verify-"));
afterAll(() => rmSync(folder, { recursive: true }));

const { amplifierId: _, ...run } = runOf([60, 58]);
const record = {
  format: "rimebank-review",
  formatVersion: 1,
  isWhole: false,
  amplifier: {
    id: "a",
    maker: "Fernlea",
    model: "One",
    kind: "home",
    topology: "class AB",
    year: null,
    channelCount: 2,
    condition: "",
    notes: "",
    createdAt: "2026-11-20T10:00:00Z",
  },
  claims: [],
  documents: {},
  loads: [],
  instruments: [],
  log: [],
  runs: [run],
};

const packed = async (files: Record<string, string>): Promise<string> => {
  const path = join(folder, "copy.zip");
  const zip = writeZip(Object.entries(files).map(([name, content]) => ({ name, content })));
  writeFileSync(path, await buffer(zip));
  return path;
};
const ofRecord = (content: object): Promise<string> =>
  packed({ "review.json": JSON.stringify(content) });

test.each<[string, () => Promise<string> | string, RegExp]>([
  ["no file of that name", () => "nowhere.zip", /there is no file nowhere\.zip/],
  ["no record in it", () => packed({ "README.md": "" }), /does not contain review\.json/],
  ["a record that is none", () => packed({ "review.json": "{" }), /cannot be read/],
  ["a record of something else", () => ofRecord({ format: "x" }), /not a Rimebank review/],
  ["a newer one", () => ofRecord({ ...record, formatVersion: 9 }), /newer version/],
  ["runs that are none", () => ofRecord({ ...record, runs: [null] }), /runs/],
  [
    "a kind of run that nobody knows",
    () => ofRecord({ ...record, runs: [{ ...run, kind: "dance" }] }),
    /runs/,
  ],
])("%s is one plain sentence", async (_what, path, words) => {
  const asked = verify([await path()]);
  await expect(asked).rejects.toBeInstanceOf(UsageError);
  await expect(asked).rejects.toThrow(words);
});

test("which file is asked for", async () => {
  await expect(verify([])).rejects.toThrow(/say which file/);
});

test("a run whose recording is not in the package, or that is from before, is said to be so", async () => {
  const path = await ofRecord(record);
  expect(await verify([path])).toMatchObject({
    agrees: true,
    same: 0,
    notReAnalysed: 1,
    runs: [
      {
        outcome: "not re-analysed",
        because: expect.stringContaining("not in the package") as string,
      },
    ],
  });
  const typed = { ...run, source: "typed", captures: [] };
  expect(await verify([await ofRecord({ ...record, runs: [typed] })])).toMatchObject({
    runs: [{ because: "it was read off a meter" }],
  });
});

test("a recording whose bytes are others than its name promises is found", async () => {
  const sha256 = "ab".repeat(32);
  const path = await packed({
    "review.json": JSON.stringify(record),
    [`recordings/${sha256}.wav`]: "something else",
  });
  expect(await verify([path])).toMatchObject({
    agrees: false,
    changedFiles: [`recordings/${sha256}.wav`],
    runs: [{ because: "one of its recordings was changed" }],
  });
});
