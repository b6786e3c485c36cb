import { rateQuestion, toneAtRate } from "./rateQuestion";

const table = (stepOf: (k: number) => string, cycles: number) =>
  [
    "t;U",
    ...Array.from(
      { length: 400 },
      (_, k) => `${stepOf(k)};${Math.sin(2 * Math.PI * cycles * k).toFixed(5)}`,
    ),
  ].join("\n");

test("a time without a unit: what it would be in each, the likeliest first, with the first lines", () => {
  // 0.02 a row and 50 rows a cycle: in seconds 1 Hz, in milliseconds 1 kHz.
  const { firstLines, suggestions, cyclesASample } = rateQuestion(
    table((k) => (0.02 * k).toFixed(2), 1 / 50),
  );
  expect(firstLines.slice(0, 2)).toEqual(["t;U", "0.00;0.00000"]);
  expect(cyclesASample).toBeCloseTo(0.02, 4);
  expect(suggestions[0]).toEqual({
    sampleRateHz: expect.closeTo(50_000, 3),
    because: "its time is in milliseconds",
  });
  expect(toneAtRate(50_000, cyclesASample)).toEqual({
    isLikely: true,
    words: "At this rate its tone is 1 kHz.",
  });
  expect(toneAtRate(50, cyclesASample)).toMatchObject({ isLikely: false });
});

test("samples that are only numbered suggest nothing; a tone still tells whether an answer can be", () => {
  const { suggestions, cyclesASample } = rateQuestion(table((k) => String(k), 0.05));
  expect(suggestions).toEqual([]);
  expect(toneAtRate(48_000, cyclesASample).words).toBe("At this rate its tone is 2.4 kHz.");
});

test("of no table, and of one without a tone, nothing is made up", () => {
  expect(rateQuestion("hello\nworld")).toEqual({
    firstLines: ["hello", "world"],
    suggestions: [],
    cyclesASample: null,
  });
  expect(toneAtRate(48_000, null).isLikely).toBe(true);
});
