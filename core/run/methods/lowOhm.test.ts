import { analysed, load, RATE_HZ, recorded, tone, valueOf } from "../testing/recordings";

/** A tone that is cut off for a while. */
const tripping = (from: number, to: number) =>
  tone(10, 1000, 3).map((value, n) => (n > from * RATE_HZ && n < to * RATE_HZ ? 0 : value));
const into2 = (volts: Float64Array) => recorded([volts], { shot: "held", loads: [load(2)] });

test("a trip after one second and a recovery half a second later are both found", () => {
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

/** A burst of 20 ms at 1 kHz, cut at so many volts, that may end early. */
const burst = (cutVolts: number, seconds = 0.02) =>
  recorded(
    [
      tone(10, 1000, 1).map((value, n) => {
        const at = n / RATE_HZ;
        const share = at > 0.4 && at < 0.4 + seconds ? 1 : 0.1;
        return Math.max(-cutVolts, Math.min(cutVolts, share * value));
      }),
    ],
    { shot: "20-ms@0", loads: [load(2)] },
  );

// Cut at 0.7 of its peak a sine of 25 W gives 16.8 W. Closed form.
test("a burst whose tops are all flat was stopped by something, and keeps its name", () => {
  const [channel] = analysed("low-ohm", [burst(7), into2(tone(10, 1000, 3))]);
  expect(valueOf(channel, "flat-cycles")).toBeGreaterThan(15);
  expect(channel.stop.reason).toBe("not-known");
  expect(channel.stop.evidence).toMatch(/^The burst clips/);
  expect(channel.summary).toMatch(
    /^Every cycle of the 20 ms burst clips, from 16\.8 W down to 16\.8 W\./,
  );
});

test("a burst that breaks off is no shorter burst: it ended after so much of it", () => {
  const [channel] = analysed("low-ohm", [burst(100, 0.014), into2(tone(10, 1000, 3))]);
  expect(channel.summary).toMatch(
    /in a burst of 20 ms, without clipping\. The output ended after 14 ms of it\./,
  );
});

test("a burst that goes through has nothing to say of its length", () => {
  const [channel] = analysed("low-ohm", [burst(100), into2(tone(10, 1000, 3))]);
  expect(channel.summary).toMatch(/^25\.0 W in a burst of 20 ms, without clipping\. Held/);
  expect(channel.stop.reason).toBe("level-reached");
});
