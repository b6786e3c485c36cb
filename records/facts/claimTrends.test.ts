import { claimTrends, type JudgedCount } from "./claimTrends";

const row = (change: Partial<JudgedCount>): JudgedCount => ({
  year: 1978,
  amplifierKind: "home",
  price: 480,
  claimKind: "power",
  outcome: "met",
  count: 1,
  ...change,
});
const titled = (rows: JudgedCount[], title: string) => {
  const trend = claimTrends(rows).find((each) => each.title === title);
  if (!trend) throw new Error(title);
  return trend;
};

const ROWS = [
  row({ count: 12 }),
  row({ outcome: "missed", count: 5 }),
  row({ outcome: "met-in-bursts" }),
  row({ outcome: "too-close", count: 3 }),
  row({ year: 2024, amplifierKind: "mini", price: 70, outcome: "missed", count: 4 }),
  row({ year: null, price: null, claimKind: "damping-factor", outcome: "not-testable" }),
];

test("by decade: what was kept of what was decided; what was left open counts for neither", () => {
  const { bins, unknown } = titled(ROWS, "By year");
  expect(unknown).toBe(1);
  expect(bins.map(({ label }) => label)).toEqual(["1970s", "2020s"]);
  expect(bins[0]).toMatchObject({ kept: 12, missed: 6, open: 3, share: { value: 12 / 18 } });
  expect(bins[1].share).toMatchObject({ value: 0, low: 0 });
});

test("where nothing was decided there is no share", () => {
  const { bins } = titled(ROWS, "By kind of claim");
  expect(bins).toMatchObject([
    { label: "damping factor", open: 1, share: null },
    { label: "power", kept: 12, missed: 10 },
  ]);
});

test.each([
  [70, "50 to 100"],
  [100, "100 to 200"],
  [199.99, "100 to 200"],
  [200, "200 to 500"],
  [480, "200 to 500"],
  [1e4, "10000 to 20000"],
])("a price of %d is one of %s", (price, label) => {
  expect(titled([row({ price })], "By price").bins[0].label).toBe(label);
});

test("kinds in the order in which they always stand", () => {
  const rows = [row({ amplifierKind: "mini" }), row({ amplifierKind: "home" })];
  expect(titled(rows, "By kind of amplifier").bins.map(({ label }) => label)).toEqual([
    "home",
    "mini",
  ]);
});
