import { seededNormal } from "../signal";
import { checkNoise, checkToneAtAnyLevel } from ".";
import { interruptionsIn } from "./interruptionsIn";
import { levelCourse } from "./levelCourse";

const RATE_HZ = 48_000;
const made = (seconds: number, value: (t: number, n: number) => number): Float64Array =>
  Float64Array.from({ length: seconds * RATE_HZ }, (_, n) => value(n / RATE_HZ, n));
const sine = (peak: number, hertz: number) => (t: number) =>
  peak * Math.sin(2 * Math.PI * hertz * t);
const hiss = (deviation: number) => {
  const normal = seededNormal(3);
  return () => deviation * normal();
};
const BAND = { lowHz: 20, highHz: 20_000 };
const REST = { band: BAND, isAtRest: true };
const wordsOf = (
  outcome: { ok: true; value: unknown } | { ok: false; finding: { advice: string } },
) => (outcome.ok ? "accepted" : outcome.finding.advice);

describe("levelCourse", () => {
  const tone = sine(1, 1000);
  test.each([
    ["held", (t: number) => tone(t), 1, "it varies by 0"],
    ["falling", (t: number) => tone(t) * (1 - 0.2 * t), 0.81, "it fell by"],
    ["rising", (t: number) => tone(t) * (0.8 + 0.2 * t), 0.81, "it rose by"],
    ["stopping", (t: number) => (t < 0.5 ? tone(t) : 0), 0, "it stops after 0.5"],
    ["beginning late", (t: number) => (t > 0.5 ? tone(t) : 0), 0, "it starts only after 0.5"],
    [
      "dropping out",
      (t: number) => (t > 0.4 && t < 0.5 ? 0 : tone(t)),
      0,
      "it drops out after 0.4",
    ],
    ["bursts", (t: number) => (t % 0.25 < 0.1 ? tone(t) : 0), 0, "it comes in bursts"],
  ])("%s", (_, value, lowestRatio, words) => {
    const course = levelCourse(made(1, value), RATE_HZ, 1000);
    expect(course?.lowestRatio).toBeCloseTo(lowestRatio, 1);
    expect(course?.words).toContain(words);
  });

  test("of three cycles nothing can be said", () =>
    expect(levelCourse(made(0.003, tone), RATE_HZ, 1000)).toBeNull());
});

describe("interruptionsIn", () => {
  const wave = () => made(0.2, sine(1, 997));
  test("a clean and a clipped wave have none", () => {
    expect(interruptionsIn(wave(), RATE_HZ / 997)).toEqual({ stills: 0, jumps: 0 });
    const clipped = wave().map((value) => Math.max(-0.7, Math.min(0.7, value)));
    expect(interruptionsIn(clipped, RATE_HZ / 997)).toEqual({ stills: 0, jumps: 0 });
  });

  test("lost samples are leaps, repeated ones stand still", () => {
    const whole = wave();
    const lost = Float64Array.from([...whole.subarray(0, 4000), ...whole.subarray(4024)]);
    expect(interruptionsIn(lost, RATE_HZ / 997).jumps).toBe(1);
    const held = wave();
    held.fill(held[4002], 4002, 4020);
    expect(interruptionsIn(held, RATE_HZ / 997).stills).toBe(1);
  });
});

describe("checkNoise, of an input at rest", () => {
  test("hiss with hum of its own is what it is for", () => {
    const noise = hiss(1e-4);
    const volts = made(1, (t) => sine(1e-3, 50)(t) + sine(3e-4, 150)(t) + noise());
    expect(checkNoise(volts, RATE_HZ, REST)).toEqual({ ok: true, value: [] });
  });

  test.each([
    ["a tone", sine(1, 1000), "it contains a tone, the strongest at 1 kHz"],
    ["a tone at 440 Hz, which is no hum", sine(1, 440), "it contains a tone"],
    ["a tone that comes and goes", (t: number) => (t % 0.3 < 0.1 ? sine(1, 3000)(t) : 0), "tone"],
    ["clicks", (t: number) => (Math.round(t * RATE_HZ) % 9600 === 0 ? 1 : 0), "consists of clicks"],
  ])("%s is refused", (_, value, words) => {
    const noise = hiss(1e-4);
    expect(
      wordsOf(
        checkNoise(
          made(1, (t) => value(t) + noise()),
          RATE_HZ,
          REST,
        ),
      ),
    ).toContain(words);
  });

  test("noise whose level changes is refused, or told where it changes less", () => {
    const noise = hiss(1e-3);
    const times = (ratio: number) => made(1, (t) => noise() * (t < 0.5 ? 1 : ratio));
    expect(wordsOf(checkNoise(times(0.1), RATE_HZ, REST))).toContain("its level changes");
    expect(checkNoise(times(0.5), RATE_HZ, REST)).toMatchObject({
      ok: true,
      value: [{ code: "unsteady" }],
    });
  });

  test("where noise is played hum is a tone like any other", () => {
    const noise = hiss(1e-4);
    const volts = made(1, (t) => sine(1e-3, 50)(t) + noise());
    expect(wordsOf(checkNoise(volts, RATE_HZ, { band: BAND, isAtRest: false }))).toContain(
      "the strongest at 50 Hz",
    );
  });
});

describe("checkToneAtAnyLevel", () => {
  test.each([
    ["that falls", (t: number) => sine(1, 1000)(t) * (1 - 0.15 * t)],
    ["of 50 Hz", sine(1, 50)],
  ])("a single tone %s is accepted", (_, value) =>
    expect(checkToneAtAnyLevel(made(2, value), RATE_HZ)).toEqual({ ok: true, value: [] }),
  );

  test("one that stops is accepted, and a run that relies on it can see that", () => {
    const volts = made(2, (t) => (t < 1 ? sine(1, 1000)(t) : 0));
    expect(checkToneAtAnyLevel(volts, RATE_HZ)).toMatchObject({
      ok: true,
      value: [{ code: "unsteady", text: expect.stringContaining("it stops after 1") }],
    });
  });

  test.each([
    ["two tones", (t: number) => sine(1, 700)(t) + sine(1, 3100)(t), "more than one tone"],
    ["hum above a tone", (t: number) => sine(3, 50)(t) + sine(1, 997)(t), "hum at 50 Hz"],
  ])("%s is refused", (_, value, words) =>
    expect(wordsOf(checkToneAtAnyLevel(made(2, value), RATE_HZ))).toContain(words),
  );
});
