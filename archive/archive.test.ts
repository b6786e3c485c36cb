import { deflateRawSync } from "node:zlib";
import { buffer } from "node:stream/consumers";
import { BadZip, readZip } from "./readZip";
import { writeZip } from "./writeZip";

const LIMITS = { count: 5, bytes: 1000, name: /^(a|b)\.txt$/ };
const zipOf = async (files: Record<string, string>): Promise<Buffer> =>
  buffer(writeZip(Object.entries(files).map(([name, content]) => ({ name, content }))));

test("what is written is read back, byte for byte, and the same files make the same zip", async () => {
  const files = { "a.txt": "naïve Ω\n", "b.txt": "" };
  const bytes = await zipOf(files);
  const zip = await readZip(bytes, LIMITS);
  expect(zip.names).toEqual(["a.txt", "b.txt"]);
  expect((await zip.read("a.txt", 100)).toString()).toBe(files["a.txt"]);
  expect((await zip.read("b.txt", 100)).length).toBe(0);
  expect((await zipOf(files)).equals(bytes)).toBe(true);
  zip.close();
});

test.each<[string, () => Promise<Buffer>, RegExp]>([
  ["no zip", async () => Buffer.from("not a zip at all"), /damaged or not a zip/],
  [
    "a zip that was cut off",
    async () => (await zipOf({ "a.txt": "x".repeat(500) })).subarray(0, 40),
    /damaged/,
  ],
  [
    "a name that nobody expects",
    () => zipOf({ "c.txt": "" }),
    /“c\.txt”, which this program does not write/,
  ],
  ["too much unpacked", () => zipOf({ "a.txt": "x".repeat(2000) }), /larger than the limit/],
  [
    "too many files",
    () => zipOf(Object.fromEntries([1, 2, 3, 4, 5, 6].map((k) => [`${k}`, ""]))),
    /6 files/,
  ],
])("%s is refused, in words", async (_, made, words) => {
  await expect(readZip(await made(), LIMITS)).rejects.toThrow(words);
  await expect(readZip(await made(), LIMITS)).rejects.toBeInstanceOf(BadZip);
});

test("a name that climbs out of its folder is refused whatever is expected", async () => {
  const bytes = await zipOf({ "aa/bb.txt": "x" });
  // Written by hand, since no honest writer makes it.
  const climbing = Buffer.from(
    bytes.toString("latin1").replaceAll("aa/bb.txt", "../bb.txt"),
    "latin1",
  );
  await expect(readZip(climbing, { ...LIMITS, name: /./ })).rejects.toBeInstanceOf(BadZip);
});

test("a zip that says less of itself than it unpacks to is broken off", async () => {
  const bytes = await zipOf({ "a.txt": "y".repeat(900) });
  const packed = deflateRawSync(Buffer.from("y".repeat(900))).length;
  expect(packed).toBeLessThan(100);
  const lying = Buffer.from(bytes);
  // Sizes unpacked, as the list at the end has them.
  const at = lying.lastIndexOf(Buffer.from("504b0102", "hex"));
  lying.writeUInt32LE(10, at + 24);
  const zip = await readZip(lying, LIMITS);
  await expect(zip.read("a.txt", 1000)).rejects.toBeInstanceOf(BadZip);
  zip.close();
});

test("a file that is larger than asked for is not unpacked; one that is not there is named", async () => {
  const zip = await readZip(await zipOf({ "a.txt": "x".repeat(500) }), LIMITS);
  await expect(zip.read("a.txt", 100)).rejects.toThrow(/a\.txt is larger/);
  await expect(zip.read("b.txt", 100)).rejects.toThrow(/not contain b\.txt/);
  zip.close();
});

test("a file that is gone from the disk breaks the zip off, and nothing else", async () => {
  const zip = writeZip([{ name: "a.txt", path: "/nowhere/at/all.wav" }]);
  await expect(buffer(zip)).rejects.toThrow(/ENOENT/);
});

test("a file that is damaged within the zip is said to be so, streamed or whole", async () => {
  const text = Array.from({ length: 60 }, (_, k) => `line ${k * 7919}`).join("\n");
  const bytes = await zipOf({ "a.txt": text });
  // Somewhere in the packed content, which begins behind its name.
  bytes.fill(0xff, 60, 90);
  const zip = await readZip(bytes, LIMITS);
  await expect(zip.read("a.txt", 1000)).rejects.toThrow(/damaged/);
  await expect(async () => {
    for await (const chunk of zip.stream("a.txt")) expect(chunk).toBeDefined();
  }).rejects.toBeInstanceOf(BadZip);
  zip.close();
});
