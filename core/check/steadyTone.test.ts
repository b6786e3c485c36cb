// Adverse recordings, each made from a closed form, through many rates, lengths and seeds.
import { captureVolts, testOfCaptures } from "../testing/referenceCapture";
import { seededNormal } from "../signal";
import { checkSteadyTone } from ".";

type Made = { volts: Float64Array; rateHz: number };
const RATES = [44_100, 48_000, 96_000, 192_000];
const of = (rateHz: number, seconds: number, at: (t: number, n: number) => number): Made => ({
  rateHz,
  volts: Float64Array.from({ length: Math.round(rateHz * seconds) }, (_, n) => at(n / rateHz, n)),
});
const sine =
  (hertz: number, peak = 1) =>
  (t: number) =>
    peak * Math.sin(2 * Math.PI * hertz * t + 0.3);
/** What it says: "sound", the codes of its cautions, or "refused: words". */
const said = ({ volts, rateHz }: Made, frequencyHz: number | null = null): string => {
  const outcome = checkSteadyTone(volts, rateHz, { frequencyHz });
  if (!outcome.ok) return `refused: ${outcome.finding.advice}`;
  return outcome.value.map(({ code }) => code).join(" ") || "sound";
};

describe.each(RATES)("at %d Hz", (rateHz) => {
  const noise = (seed: number, deviation: number) => {
    const normal = seededNormal(seed);
    return () => deviation * normal();
  };

  test.each<[string, Made]>([
    ["a clean tone", of(rateHz, 1, sine(997))],
    ["a low tone", of(rateHz, 2, sine(20))],
    ["a short one", of(rateHz, 0.05, sine(1000))],
    [
      "one in noise 60 dB down",
      ((hiss) => of(rateHz, 1, (t) => sine(997)(t) + hiss()))(noise(1, 1e-3)),
    ],
    ["a clipped one", of(rateHz, 1, (t) => Math.max(-0.7, Math.min(0.7, sine(997)(t))))],
    ["a square wave", of(rateHz, 1, (t) => Math.sign(sine(97)(t)))],
    ["hum 60 dB down", of(rateHz, 1, (t) => sine(997)(t) + 1e-3 * Math.sin(2 * Math.PI * 50 * t))],
  ])("%s is sound", (_, made) => expect(said(made)).toBe("sound"));

  test.each<[string, Made, RegExp]>([
    ["silence", of(rateHz, 1, () => 0), /silent/],
    ["a constant", of(rateHz, 1, () => 0.4), /constant 0\.4 V/],
    ["white noise", ((hiss) => of(rateHz, 1, hiss))(noise(2, 1)), /noise rather than a tone/],
    [
      "a tone buried in noise",
      ((hiss) => of(rateHz, 1, (t) => sine(997)(t) + hiss()))(noise(3, 2)),
      /noise rather than a tone/,
    ],
    ["two tones", of(rateHz, 1, (t) => sine(997)(t) + sine(1530, 0.5)(t)), /more than one tone/],
    [
      "19 and 20 kHz",
      of(rateHz, 1, (t) => sine(19_000)(t) + sine(20_000)(t)),
      /more than one tone/,
    ],
    [
      "hum above the tone",
      of(rateHz, 1, (t) => sine(50)(t) + sine(997, 0.2)(t)),
      /hum at 50 Hz.*stronger than the tone at 997 Hz/,
    ],
    [
      "hum of 60 Hz above the tone",
      of(rateHz, 1, (t) => sine(60)(t) + sine(997, 0.05)(t)),
      /hum at 60 Hz/,
    ],
    // With both inputs shorted the strongest lines are the supply's.
    [
      "hum alone, at 50 and 100 Hz",
      of(rateHz, 1, (t) => sine(100, 0.002)(t) + sine(50, 0.001)(t)),
      /mains hum rather than a tone/,
    ],
    [
      "hum alone, at 120, 60 and 180 Hz",
      of(rateHz, 1, (t) => sine(120)(t) + sine(60, 0.6)(t) + sine(180, 0.4)(t)),
      /mains hum rather than a tone/,
    ],
    ["a tone that stops", of(rateHz, 1, (t) => (t < 0.6 ? sine(997)(t) : 0)), /stops after 0\.6/],
    [
      "a tone that begins late",
      of(rateHz, 1, (t) => (t > 0.3 ? sine(997)(t) : 0)),
      /starts only after 0\.3/,
    ],
    ["bursts", of(rateHz, 2, (t) => (t % 0.4 < 0.1 ? 1 : 0.1) * sine(997)(t)), /in bursts/],
    [
      "a tone that fades away",
      of(rateHz, 1, (t) => Math.exp(-3 * t) * sine(997)(t)),
      /is not constant/,
    ],
    [
      "a tone that drops out for a while",
      of(rateHz, 2, (t) => (t > 0.9 && t < 1.1 ? 0 : sine(997)(t))),
      /drops out after 0\.9/,
    ],
  ])("%s is refused, and told", (_, made, words) => expect(said(made)).toMatch(words));

  test.each<[string, Made, RegExp]>([
    ["a droop of 5 %", of(rateHz, 1, (t) => (1 - 0.05 * t) * sine(997)(t)), /^unsteady$/],
    ["a droop of 30 %", of(rateHz, 1, (t) => (1 - 0.3 * t) * sine(997)(t)), /^unsteady$/],
    [
      "a slow wobble",
      of(rateHz, 1, (t) => (1 + 0.03 * Math.sin(20 * t)) * sine(997)(t)),
      /unsteady/,
    ],
    [
      "a second tone of 5 %",
      of(rateHz, 1, (t) => sine(997)(t) + sine(3333, 0.05)(t)),
      /^another-tone$/,
    ],
    [
      "60 Hz where the mains has 50",
      of(rateHz, 3, (t) => sine(60)(t) + sine(50, 0.1)(t)),
      /^unsteady( hum)?$/,
    ],
    ["hum of a tenth", of(rateHz, 1, (t) => sine(997)(t) + sine(50, 0.1)(t)), /^hum$/],
    ["an offset of half", of(rateHz, 1, (t) => 0.5 + sine(997)(t)), /^offset$/],
    ["eight bits", of(rateHz, 1, (t) => Math.round(120 * sine(997)(t)) / 128), /few-codes/],
    [
      "samples that were lost",
      of(rateHz, 1, (t) => sine(997)(t + (t > 0.5 ? 0.0005 : 0))),
      /^dropouts$/,
    ],
    [
      "samples held over",
      of(rateHz, 1, (t) => sine(97)(t > 0.5 && t < 0.502 ? 0.5 : t)),
      /dropouts/,
    ],
    ["zeros put in", of(rateHz, 1, (t) => (t > 0.5 && t < 0.5006 ? 0 : sine(997)(t))), /dropouts/],
  ])("%s is read with a caution", (_, made, codes) => expect(said(made)).toMatch(codes));

  test("a tone whose harmonics lie beyond the band or the rate says so", () => {
    expect(said(of(rateHz, 1, sine(7000)))).toBe("few-harmonics");
    const high = checkSteadyTone(of(rateHz, 1, sine(15_000)).volts, rateHz);
    expect(high).toMatchObject({
      ok: true,
      value: [
        { code: "few-harmonics", touches: ["thd", "thd-plus-noise", "sinad", "effective-bits"] },
      ],
    });
  });

  test("another line than the one that was played is not a reading of it", () => {
    const made = of(rateHz, 1, (t) => sine(50)(t) + sine(1000, 0.01)(t));
    expect(said(made, 1000)).toMatch(
      /1 kHz was played, but the strongest line is at 50 Hz.*mains hum/,
    );
    expect(said(of(rateHz, 1, sine(1000)), 1000)).toBe("sound");
  });
});

// Power counts the offset: 0.5 V under 1 V peak make 0.5 + 0.25 of mean square out of 0.5, half as much again.
test("an offset says by how much volts and power count it, and leaves distortion alone", () => {
  const outcome = checkSteadyTone(of(48_000, 1, (t) => 0.5 + sine(1000)(t)).volts, 48_000);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const [{ text, touches }] = outcome.value;
  expect(text).toContain("the power is 50.0 % too high");
  expect(touches).toEqual(["volts", "power"]);
});

test("a tone that sounds only at the very end has no level to hold", () => {
  expect(said(of(48_000, 1, (t) => (t > 0.995 ? sine(997)(t) : 0)))).toMatch(/^refused/);
});

test.each([10_000 * (1 + 2e-5), 10_000])(
  "a tone at %f Hz keeps its second harmonic at the band's edge, whatever the clock",
  (hertz) => {
    const outcome = checkSteadyTone(of(48_000, 1, sine(hertz)).volts, 48_000);
    expect(outcome).toMatchObject({ ok: true, value: [{ touches: ["thd"] }] });
  },
);

test("a band that the rate cannot hold is reported", () => {
  expect(said(of(32_000, 1, sine(997)))).toBe("band-beyond-rate");
});

testOfCaptures.each([
  ["a_8R2_sine_1W", "sound"],
  ["a_8R2_sine_5W", "sound"],
  ["a_8R2_sine_rated", "sound"],
  ["a_8R2_sine_rated_48k24", "sound"],
  ["a_8R2_sine_onset", "sound"],
  ["a_8R2_sine_clip", "sound"],
  // Its supply sags by 1.5 % while it clips.
  ["a_3R97_sine_clip", "unsteady"],
  ["x_square_501R3", "sound"],
  ["x_sine_noise_997", "sound"],
])("reference capture %s is %s", (name, expected) => {
  const { channels, sampleRateHz } = captureVolts(name);
  expect(said({ volts: channels[0], rateHz: sampleRateHz })).toBe(expected);
});

testOfCaptures.each([
  ["a_8R2_burst_1k", /in bursts/],
  ["a_8R2_19k_20k", /more than one tone/],
  ["a_8R2_60_7k", /analyse it as intermodulation/],
  ["a_8R2_sweep", /not constant/],
])("reference capture %s is no steady tone", (name, words) => {
  const { channels, sampleRateHz } = captureVolts(name);
  expect(said({ volts: channels[0], rateHz: sampleRateHz })).toMatch(words);
});
