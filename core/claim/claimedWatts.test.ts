import { claimedWatts } from ".";

const claims = [
  { powerWatts: 50, loadOhms: 8 },
  { powerWatts: 93, loadOhms: 4 },
];

test("a load is designed for the claim of its ohms, else for the claimed volts; bridged for both halves", () => {
  expect(claimedWatts(8, claims, false)).toBe(50);
  expect(claimedWatts(4.1, claims, false)).toBe(93);
  expect(claimedWatts(2, claims, false)).toBe(200);
  expect(claimedWatts(8, claims, true)).toBe(186);
  // Nothing claimed means nothing claimed.
  expect([claimedWatts(8, [], false), claimedWatts(8, [], true)]).toEqual([null, null]);
});
