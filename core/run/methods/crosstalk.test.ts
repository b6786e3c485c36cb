import { stimulusVolts } from "../../signal";
import { amplitudeRatioToDb } from "../../units";
import { captureVolts, testOfCaptures, truthOf } from "../../testing/referenceCapture";
import { RUN_METHODS } from "../reading";
import { analysed, findingOf, RATE_HZ, recorded, tone, valueOf } from "../testing/recordings";

const stimulus = { kind: "frequency-list", frequencies: [250, 1000, 4000], voltsPeak: 1 } as const;
const driven = stimulusVolts(stimulus, RATE_HZ);

test("each way, each channel driven in turn", () => {
  const channels = analysed("crosstalk", [
    recorded([driven, driven.map((value) => 0.001 * value)], { stimulus }),
    recorded([driven.map((value) => 0.01 * value), driven], { stimulus }),
  ]);
  expect(channels.map((channel) => amplitudeRatioToDb(valueOf(channel, "at-1000")))).toEqual([
    expect.closeTo(-40, 3),
    expect.closeTo(-60, 3),
  ]);
});

test("a channel that only played has nothing to tell, and says so", () => {
  const channels = analysed("crosstalk", [
    recorded([driven, driven.map((value) => 0.001 * value)], { stimulus }),
  ]);
  expect(channels[0].figures).toEqual([]);
  expect(channels[0].summary).toContain("only driven");
});

test("one channel alone cannot leak", () =>
  expect(findingOf("crosstalk", [recorded([tone(1, 1000)])])).toBe("channel-mismatch"));

describe("of one tone", () => {
  const driven1 = (hertz: number) => tone(10, hertz);
  const of = (hertz: number) => {
    const volts = driven1(hertz);
    return analysed("crosstalk", [recorded([volts, volts.map((value) => 1e-4 * value)])])[1];
  };

  test("it is reported at that tone, and nothing is called the worst", () => {
    const listening = of(1000);
    expect(amplitudeRatioToDb(valueOf(listening, "at-1000"))).toBeCloseTo(-80, 3);
    expect(listening.figures.map(({ name }) => name)).toEqual(["at-1000"]);
    expect(listening.summary).toBe(
      "−80.0 dB crosstalk into this channel at 1 kHz, the only frequency played.",
    );
  });

  test("a tone that no standard names is labelled with its own frequency", () => {
    const listening = of(3300);
    expect(listening.figures.map(({ label }) => label)).toEqual(["at the tone", "the tone"]);
    expect(valueOf(listening, "worst-at")).toBeCloseTo(3300, 1);
  });

  test("silence on both has no tone", () => {
    const quiet = new Float64Array(RATE_HZ);
    expect(findingOf("crosstalk", [recorded([quiet, quiet])])).toBe("no-signal");
  });
});

testOfCaptures("reference capture of one tone and its known leakage: -62.5 dB", () => {
  const outcome = RUN_METHODS.crosstalk.analyse(
    [recorded(captureVolts("x_crosstalk").channels, { sampleRateHz: 48_000 })],
    { settings: {}, band: { lowHz: 20, highHz: 20_000 }, mainsHz: 50, ratedWatts: null },
  );
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const { crosstalk_db } = truthOf("x_crosstalk").closed_form;
  const leaked = amplitudeRatioToDb(valueOf(outcome.value[1], "at-1000"));
  expect(Math.abs(leaked - crosstalk_db)).toBeLessThan(0.05);
});
