import fc from "fast-check";
import { decodeWav, encodeWav, noteParts, readNote, withNote } from ".";

const wav = encodeWav(
  [Float64Array.from({ length: 4801 }, (_, n) => Math.sin(n / 8))],
  48_000,
  2,
  "int24",
);
const note = { format: "x", ohms: [8.21, 8.18], text: "ä 8 Ω" };

test("a note comes back as it was, and the samples are what they were", () => {
  const noted = withNote(wav, note);
  expect(readNote(noted)).toEqual(note);
  expect(readNote(wav)).toBeNull();
  expect(decodeWav(noted, 2)).toEqual(decodeWav(wav, 2));
});

test("RIFF: the header says the whole length, and chunks begin at even bytes", () => {
  const odd = { text: "x" };
  const noted = withNote(wav, odd);
  expect(new DataView(noted.buffer).getUint32(4, true)).toBe(noted.length - 8);
  expect(noted.length % 2).toBe(0);
  const parts = noteParts(wav, wav.length + 1, odd);
  expect((wav.length + 1 + (parts?.tail.length ?? 0)) % 2).toBe(0);
});

test("a file that is too long to say so stays as it is; a note that is too long is refused", () => {
  expect(noteParts(wav, 2 ** 32 - 20, note)).toBeNull();
  expect(() => withNote(wav, { text: "x".repeat(70_000) })).toThrow("too long");
});

test("bytes that are no note, or damaged, are none", () => {
  const noted = withNote(wav, note);
  const broken = noted.slice();
  broken[broken.length - 8] = 0xff;
  expect(readNote(broken)).toBeNull();
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
      readNote(bytes);
      readNote(Uint8Array.from([...wav.subarray(0, 44), ...bytes]));
    }),
  );
});
