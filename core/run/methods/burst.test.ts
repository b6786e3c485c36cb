import { hasReferenceCaptures } from "../../testing/referenceCapture";
import { captureAs, findingOf, RATE_HZ, recorded } from "../testing/recordings";

test("silence holds no burst", () =>
  expect(findingOf("burst", [recorded([new Float64Array(RATE_HZ)])])).toBe("no-signal"));

(hasReferenceCaptures ? describe : describe.skip)("reference captures", () => {
  test("the supply that gives way is named, and the first cycle has its watts", () => {
    const channel = captureAs("b_3R97_burst_50", "burst");
    expect(channel.stop.reason).toBe("supply-power-or-current");
    expect(channel.bursts[0].powerWatts[0]).toBeCloseTo(119.97, 0);
  });
  test("a burst that holds: the last clean cycle is its power", () =>
    expect(captureAs("b_3R97_burst_1k", "burst").figures[0].value).toBeCloseTo(122.06, 0));
});
