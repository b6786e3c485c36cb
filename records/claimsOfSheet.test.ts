import fc from "fast-check";
import { claimSchema, claimsOfSheet, powerDraft, statedPowers, type Claim } from ".";
import { power } from "./testing/run";

const LINES = [
  "50 W per channel into 8 ohms, both channels driven, 0.1 % THD",
  "80 W into 4 ohms",
  "Gain 28 dB",
  "Damping factor > 100",
  "S/N 100 dB (A-weighted)",
  "Dynamic power 70 W into 8 ohms",
  "Power supply: 36 V / 6 A",
  "Weight 8 kg",
  "a fine amplifier",
];

const sheet = (...lines: string[]) => ({ text: lines.join("\n"), source: "manual" });

/** What is on the disk once it was kept: new lines have ids. */
const kept = (placed: ReturnType<typeof claimsOfSheet>): Claim[] =>
  placed.map(({ position: _, ...claim }) => ({
    ...claim,
    id: claim.id ?? `line: ${claim.lineKey}`,
    amplifierId: "amp",
    revision: claim.revision ?? 1,
  }));

const own: Claim = {
  ...powerDraft({ ...power, printedText: "told by the dealer", powerWatts: 44 }),
  id: "own",
  amplifierId: "amp",
};

test("each line that can be read is a claim of its kind, in the order of the sheet, and may be kept", () => {
  const placed = claimsOfSheet([], sheet(...LINES));
  expect(placed.map(({ stated, position }) => [stated.kind, position])).toEqual([
    ["power", 1],
    ["power", 2],
    ["gain", 3],
    ["damping-factor", 4],
    ["noise", 5],
    ["power", 6],
    ["supply", 7],
    ["mass", 8],
  ]);
  expect(placed[1]).toMatchObject({ missing: expect.arrayContaining(["the distortion limit"]) });
  for (const claim of placed) expect(claimSchema.isValidSync(claim)).toBe(true);
});

test("the same line printed twice is one claim", () =>
  expect(claimsOfSheet([], sheet(LINES[2], LINES[2]))).toHaveLength(1));

test("what was written down by itself stays, before the lines", () => {
  const placed = claimsOfSheet([own], sheet(LINES[2]));
  expect(placed.map(({ id, lineKey }) => [id, lineKey === null])).toEqual([
    ["own", true],
    [null, false],
  ]);
});

test("a power that was completed from a line is that line", () => {
  const completed = { ...own, ...powerDraft({ ...power, printedText: LINES[1], powerWatts: 80 }) };
  const placed = claimsOfSheet([completed], sheet(LINES[1], LINES[2]));
  expect(placed.map(({ id }) => id)).toEqual(["own", null]);
  expect(placed[0]).toMatchObject({ position: 1, stated: { distortionLimitRatio: 0.005 } });
});

test.each([
  ["given a condition", { given: { loadOhms: 8 } }],
  ["left out", { isLeftOut: true }],
  ["changed", { stated: { kind: "damping-factor", least: 90, loadOhms: 8, frequencyHz: null } }],
])("a line that was %s stays so when the sheet is read again, and when it is gone", (_, change) => {
  const before = kept(claimsOfSheet([], sheet(LINES[2], LINES[3])));
  const inHand = before.map((claim) =>
    claim.stated.kind === "damping-factor" ? ({ ...claim, ...change } as Claim) : claim,
  );
  expect(claimsOfSheet(inHand, sheet(LINES[3], LINES[7]))[0]).toMatchObject(change);
  const gone = claimsOfSheet(inHand, sheet(LINES[7]));
  expect(gone.map(({ position }) => position)).toEqual([0, 1]);
  expect(gone[0]).toMatchObject({ ...change, lineKey: null });
});

test("a line that nobody had in hand goes with the sheet", () => {
  const before = kept(claimsOfSheet([], sheet(LINES[2], LINES[3])));
  expect(claimsOfSheet(before, sheet(LINES[3]))).toHaveLength(1);
});

test("property: reading a sheet again changes nothing, and its lines may change places", () => {
  const some = fc.subarray(LINES, { minLength: 1 });
  fc.assert(
    fc.property(some, fc.boolean(), (lines, isReversed) => {
      const first = kept(claimsOfSheet([own], sheet(...lines)));
      const again = isReversed ? lines.toReversed() : lines;
      const second = claimsOfSheet(first, sheet(...again));
      expect(second.every(({ id }) => id !== null)).toBe(true);
      expect(new Set(second.map(({ id }) => id))).toEqual(new Set(first.map(({ id }) => id)));
      expect(kept(claimsOfSheet(kept(second), sheet(...again)))).toEqual(kept(second));
    }),
    { seed: 20_261_128 },
  );
});

test("continuous powers are taken complete: what a line leaves open as is usual, channels none counted in it", () => {
  const lines = ["100 W x 5", "80 W into 4 ohms", "Dynamic power 70 W into 8 ohms", "Gain 28 dB"];
  const claims = kept(claimsOfSheet([], sheet(...lines)));
  const powers = statedPowers(claims, 7, () => "");
  expect(
    powers.map(({ powerWatts, loadOhms, channelsDriven, distortionLimitRatio }) => [
      powerWatts,
      loadOhms,
      channelsDriven,
      distortionLimitRatio,
    ]),
  ).toEqual([
    [100, 8, 5, 0.01],
    [80, 4, 7, 0.01],
  ]);
  expect(statedPowers(claims, 2, () => "")[0].channelsDriven).toBe(2);
  expect(
    statedPowers(
      claims.map((claim) => ({ ...claim, isLeftOut: true })),
      7,
      () => "",
    ),
  ).toEqual([]);
});
