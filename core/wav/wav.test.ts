import fc from "fast-check";
import { decodeChannel, encodeWav, readWavLayout, type WavLayout } from ".";

const layoutOf = (bytes: Uint8Array): WavLayout => {
  const outcome = readWavLayout(bytes);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

const STEP_RATIO = { int16: 2 ** -15, int24: 2 ** -23, float32: 2 ** -23 } as const;

test.each(["int16", "int24", "float32"] as const)(
  "round trip: %s keeps every sample within half a step",
  (encoding) => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -0.999, max: 0.999, noNaN: true }), {
          minLength: 1,
          maxLength: 50,
        }),
        (ratios) => {
          const left = Float64Array.from(ratios, (ratio) => ratio * 80);
          const right = left.map((volts) => -volts / 2);
          const bytes = encodeWav([left, right], 48_000, 80, encoding);
          const layout = layoutOf(bytes);
          expect(layout).toMatchObject({
            sampleRateHz: 48_000,
            channelCount: 2,
            encoding,
            frameCount: ratios.length,
          });
          for (const [channelIndex, sent] of [left, right].entries()) {
            const found = decodeChannel(bytes, layout, channelIndex, 80);
            found.forEach((volts, i) =>
              expect(Math.abs(volts - sent[i])).toBeLessThanOrEqual(
                80 * STEP_RATIO[encoding] * 0.5001,
              ),
            );
          }
        },
      ),
      { numRuns: 50 },
    );
  },
);

test("integers stop at full scale like a converter", () => {
  const bytes = encodeWav([Float64Array.of(2, -2)], 48_000, 1, "int16");
  expect([...decodeChannel(bytes, layoutOf(bytes), 0, 1)]).toEqual([32767 / 32768, -1]);
});

test("decodes 32-bit integers and 64-bit floats written by hand", () => {
  const header = encodeWav([new Float64Array(2)], 96_000, 1, "float32");
  const view = new DataView(header.buffer);
  view.setUint16(20, 1, true); // PCM
  view.setInt32(44, -(2 ** 30), true);
  expect(decodeChannel(header, layoutOf(header), 0, 10)[0]).toBe(-5);
  view.setUint16(20, 3, true); // IEEE float
  view.setUint16(32, 8, true);
  view.setUint16(34, 64, true);
  view.setFloat64(44, 0.125, true);
  expect(decodeChannel(header, layoutOf(header), 0, 8)).toEqual(Float64Array.of(1));
});

test("a long file keeps its length in a ds64 chunk (RF64, EBU Tech 3306)", () => {
  const plain = encodeWav([Float64Array.of(0.5, -0.5)], 48_000, 1, "int16");
  const long = new Uint8Array(plain.length + 36);
  long.set(plain.subarray(0, 12));
  long.set(plain.subarray(12), 48);
  const view = new DataView(long.buffer);
  [..."RF64"].forEach((letter, k) => view.setUint8(k, letter.charCodeAt(0)));
  [..."ds64"].forEach((letter, k) => view.setUint8(12 + k, letter.charCodeAt(0)));
  view.setUint32(16, 28, true);
  view.setBigUint64(28, 4n, true);
  view.setUint32(76, 0xffffffff, true);
  expect(layoutOf(long)).toMatchObject({ frameCount: 2, dataOffset: 80 });
});

describe("refusal", () => {
  const good = encodeWav([new Float64Array(100)], 48_000, 1, "int24");
  const codeOf = (bytes: Uint8Array) => {
    const outcome = readWavLayout(bytes);
    return outcome.ok ? "accepted" : outcome.finding.code;
  };
  test.each([
    ["an empty file", new Uint8Array(0), "not-a-wav"],
    ["a text file", new TextEncoder().encode("frequency,dB\n20,0\n20000,-3\n"), "not-a-wav"],
    ["a file cut in its samples", good.slice(0, 200), "truncated"],
    ["a file cut in its header", good.slice(0, 40), "truncated"],
    ["a file without samples", encodeWav([new Float64Array(0)], 48_000, 1, "int24"), "no-samples"],
  ])("%s", (_, bytes, code) => expect(codeOf(bytes)).toBe(code));

  test("an encoding that is not PCM or float", () => {
    const compressed = good.slice();
    compressed[20] = 0x55;
    expect(codeOf(compressed)).toBe("unsupported-encoding");
  });

  test("any bytes at all give an outcome, never an exception", () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 120 }), (noise) => {
        const bytes = good.slice();
        bytes.set(noise.subarray(0, 100), 4);
        expect(typeof readWavLayout(bytes).ok).toBe("boolean");
        expect(readWavLayout(noise).ok).toBe(false);
      }),
    );
  });

  test("a full scale that is not above zero, or a channel that is not there", () => {
    expect(() => decodeChannel(good, layoutOf(good), 0, 0)).toThrow("fullScaleVolts is 0");
    expect(() => decodeChannel(good, layoutOf(good), 1, 1)).toThrow("channelIndex is 1");
  });
});
