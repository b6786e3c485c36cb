import { decodeWav, encodeWav, readWavLayout } from ".";

const tone = (samples: number) =>
  Float64Array.from({ length: samples }, (_, n) => Math.sin(0.3 * n));
const adviceFor = (bytes: Uint8Array): string => {
  const outcome = decodeWav(bytes, 1);
  return outcome.ok ? "read" : outcome.finding.advice;
};
/** A sound recording of one 24-bit channel with one field of its header changed. */
const with24 = (at: number, bits: 16 | 32, value: number): Uint8Array => {
  const bytes = encodeWav([tone(200)], 48_000, 1, "int24");
  const view = new DataView(bytes.buffer);
  if (bits === 16) view.setUint16(at, value, true);
  else view.setUint32(at, value, true);
  return bytes;
};
const RATE_AT = 24,
  BLOCK_AT = 32;

test("all channels in volts, and the rate", () => {
  const outcome = decodeWav(encodeWav([tone(100), tone(100)], 96_000, 2, "float32"), 2);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value.sampleRateHz).toBe(96_000);
  expect(outcome.value.channels.map((volts) => volts.length)).toEqual([100, 100]);
  expect(outcome.value.channels[1][7]).toBeCloseTo(Math.sin(2.1), 6);
});

test("24 bit in four bytes is not read as if it were in three", () => {
  expect(readWavLayout(with24(BLOCK_AT, 16, 3)).ok).toBe(true);
  expect(adviceFor(with24(BLOCK_AT, 16, 4))).toContain("24 bit lie 4 bytes apart");
  expect(adviceFor(with24(BLOCK_AT, 16, 0))).toContain("0 bytes apart");
});

test.each([0, 99, 1e9, 4e9])("a rate of %d samples a second makes no sense", (rate) =>
  expect(adviceFor(with24(RATE_AT, 32, rate))).toContain("which is invalid"),
);

test.each([
  [1, "one sample"],
  [3, "3 samples"],
  [15, "15 samples"],
])("%d samples hold nothing to be read", (count, words) =>
  expect(adviceFor(encodeWav([tone(count)], 48_000, 1, "int24"))).toContain(words),
);

test.each([Number.NaN, Infinity, -Infinity])(
  "samples that are %d are told, and how many",
  (bad) => {
    const volts = tone(100);
    volts[40] = volts[41] = bad;
    expect(adviceFor(encodeWav([volts], 48_000, 1, "float32"))).toContain("2 of its 100 samples");
  },
);
