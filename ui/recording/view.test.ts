import { heldView, moved, zoomed } from "./view";

const RATE = 192_000;

test("what is under the pointer stays there while zooming", () => {
  const before = { fromSeconds: 2, seconds: 4 };
  for (const share of [0, 0.3, 1]) {
    const after = zoomed(before, 0.5, share);
    expect(after.fromSeconds + share * after.seconds).toBeCloseTo(
      before.fromSeconds + share * before.seconds,
      12,
    );
    expect(after.seconds).toBe(2);
  }
});

test("a view never leaves the recording, nor gets closer than some samples", () => {
  expect(heldView({ fromSeconds: -1, seconds: 2 }, 5, RATE)).toEqual({
    fromSeconds: 0,
    seconds: 2,
  });
  expect(heldView(moved({ fromSeconds: 4, seconds: 2 }, 0.5), 5, RATE)).toEqual({
    fromSeconds: 3,
    seconds: 2,
  });
  expect(heldView({ fromSeconds: 0, seconds: 99 }, 5, RATE)).toEqual({
    fromSeconds: 0,
    seconds: 5,
  });
  expect(heldView({ fromSeconds: 1, seconds: 0 }, 5, RATE).seconds).toBeCloseTo(16 / RATE, 12);
});
