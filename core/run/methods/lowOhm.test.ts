import { analysed, load, RATE_HZ, recorded, tone, valueOf } from "../testing/recordings";

/** A tone that is cut off for a while. */
const tripping = (from: number, to: number) =>
  tone(10, 1000, 3).map((value, n) => (n > from * RATE_HZ && n < to * RATE_HZ ? 0 : value));
const into2 = (volts: Float64Array) => recorded([volts], { shot: "held", loads: [load(2)] });

test("a trip after one second that comes back half a second later is told so", () => {
  const [channel] = analysed("low-ohm", [into2(tripping(1, 1.5))]);
  expect(valueOf(channel, "trips")).toBe(1);
  expect(valueOf(channel, "trip-after")).toBeCloseTo(1, 2);
  expect(valueOf(channel, "back-after")).toBeCloseTo(0.5, 2);
  expect(valueOf(channel, "held")).toBeCloseTo(25, 1);
  expect(channel.stop.reason).toBe("output-protection");
});

test("one that holds went through", () => {
  const [channel] = analysed("low-ohm", [into2(tone(10, 1000, 3))]);
  expect(valueOf(channel, "trips")).toBe(0);
  expect(channel.stop.reason).toBe("level-reached");
});
