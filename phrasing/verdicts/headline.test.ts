import { judge, type Evidence } from "@/core/verdict";
import {
  bursts,
  figure,
  found,
  levelsTo,
  run,
  sheet,
  shortSweep,
  sweep,
} from "@/core/verdict/testing/evidence";
import { shownVerdict } from "..";

/** A line of a sheet in words, judged by these runs of an amplifier with two channels. */
const shown = (line: string, ...evidence: Evidence[]) => {
  const { claims, facts } = sheet(line);
  const both = { ...facts, channelCount: 2 };
  return shownVerdict(
    { key: "claim", words: line, source: "", setting: "", claim: claims[0] },
    judge(claims[0], evidence, both),
    both.channelCount,
  );
};
const EACH = "50 W per channel into 8 ohms, both channels driven, 1 % THD+N";
const ALL = "100 W into 8 ohms, both channels driven, 1 % THD+N";

describe("a verdict first, then the number that decides, then the reason", () => {
  test("met: the weaker channel, how far above, and nothing else", () =>
    expect(shown(EACH, sweep([60, 57])).sentence).toBe(
      "Met. 57.1 ± 1.2 W at 1 % THD+N into 8 Ω, both channels driven: 14 % above the 50 W claimed.",
    ));

  test("not met", () =>
    expect(shown(EACH, sweep([44, 45])).sentence).toBe(
      "Not met. 44.1 ± 0.9 W at 1 % THD+N into 8 Ω, both channels driven: 12 % below the 50 W claimed.",
    ));

  test("met in bursts only: the power it holds comes first", () => {
    const verdict = shown(EACH, sweep([44, 45]), bursts([70, 70]));
    expect(verdict.sentence).toMatch(
      /^Not met continuously\. 44\.1 ± 0\.9 W at 1 % THD\+N .*: 12 % below the 50 W claimed\. It holds only in 20 ms bursts \(70/,
    );
    expect(verdict.reading?.text).toBe("44.1 ± 0.9 W");
    expect(verdict.reading?.strip?.value).toBeLessThan(50);
    expect(verdict.otherReading).toMatch(/^70.* in 20 ms bursts$/);
  });

  test("met with another supply only: the power as supplied comes first", () => {
    const verdict = shown(
      EACH,
      sweep([44, 45]),
      sweep([58, 58], { setting: "supply: 32 V brick" }),
    );
    expect(verdict.sentence).toMatch(
      /^Not met as supplied\. 44\.1 ± 0\.9 W .* below the 50 W claimed\. With “32 V brick” it reaches 58\.\d ± 1\.\d W\.$/,
    );
    expect(verdict.reading?.text).toBe("44.1 ± 0.9 W");
  });

  test("met as a total only: the power per channel comes first", () => {
    const verdict = shown(ALL, sweep([58, 58]));
    expect(verdict.sentence).toMatch(
      /^Not met\. 58\.\d ± 1\.\d W per channel at 1 % THD\+N .*: 42 % below the 100 W claimed\. The claim holds only for the two channels added together \(116/,
    );
    expect(verdict.reading?.strip?.value).toBeLessThan(100);
  });

  test("met with one channel driven only", () =>
    expect(shown(EACH, sweep([44, 45]), sweep([58], { channelsDriven: 1 })).sentence).toMatch(
      /^Not met\. 44\.1 ± 0\.9 W .*both channels driven: .* It holds with one channel driven \(58\.\d ± 1\.\d W\); the claim is for both channels driven\.$/,
    ));

  test("what holds with another supply, and was never tested as supplied, is no verdict", () => {
    const verdict = shown(EACH, sweep([58, 58], { setting: "supply: 32 V brick" }));
    expect([verdict.outcome, verdict.reading]).toEqual(["not-tested", null]);
    expect(verdict.sentence).toMatch(
      /^Not tested as supplied\. With “32 V brick” it gives 58\.\d ± 1\.\d W .* above the 50 W claimed\. A power sweep into 8 Ω would settle it\.$/,
    );
    expect(verdict.otherReading).toMatch(/^58\.\d ± 1\.\d W with “32 V brick”$/);
    expect(verdict.details.map(({ label }) => label)).not.toContain("Probability");
  });

  test("what holds with one channel driven, and was never tested with both, is no verdict", () => {
    const verdict = shown(EACH, sweep([58], { channelsDriven: 1 }));
    expect([verdict.outcome, verdict.reading]).toEqual(["not-tested", null]);
    expect(verdict.sentence).toMatch(
      /^Not tested with both channels driven\. 58\.\d ± 1\.\d W .*, one channel driven: 1\d % above the 50 W claimed\. A power sweep into 8 Ω would settle it\.$/,
    );
  });

  test("inconclusive, and what would settle it; the correction to the claimed load stands in the table", () => {
    const verdict = shown(EACH, sweep([53, 54], { ohms: 8.7 }));
    expect(verdict.sentence).toMatch(
      /^Inconclusive\. 53\.1 ± \d\.\d W .* against 50 W claimed: the difference is smaller than the uncertainty\. Measuring into exactly the claimed load would settle it\.$/,
    );
    expect(verdict.details).toContainEqual({ label: "Into exactly 8 Ω", text: "48.8 to 57.7 W" });
    expect(verdict.details).toContainEqual({ label: "Load", text: "8.7 Ω" });
  });

  test("not tested, and the run that would settle it", () =>
    expect(shown(EACH).sentence).toBe("Not tested. A power sweep into 8 Ω would settle it."));

  test("a sweep that ends below the claim leaves it open and is never held against it", () => {
    const { outcome, sentence } = shown(EACH, shortSweep([30, 30]));
    expect(outcome).toBe("not-tested");
    expect(sentence).toMatch(
      /^Not tested\. At least 30\.0 ± 0\.6 W .*; the run ended before the 50 W claimed\. A power sweep into 8 Ω would settle it\.$/,
    );
  });

  test("not testable as printed: what it leaves out, and what the nearest reading would be", () =>
    expect(shown("50 W into 8 ohms, both channels driven", sweep([60, 60])).sentence).toMatch(
      /^Not testable as printed\. It does not state the distortion limit\. Read as “.*” it would be 60\.\d ± 1\.\d W .*: 20 % above the 50 W claimed\.$/,
    ));

  test("a simulated result carries no probability", () => {
    const { sentence, details } = shown(EACH, sweep([60, 60], { source: "simulated" }));
    expect(sentence).toMatch(/^Not tested\. Simulated result: met\. 60/);
    expect(details).toEqual([]);
  });
});

describe("other kinds of claim", () => {
  test("distortion far above its limit is a multiple of it", () =>
    expect(shown("THD 0.01 % at 10 W into 8 ohms", sweep([60, 60])).sentence).toMatch(
      /^Not met\. 0\.\d+ ± 0\.\d+ % THD at 10\.0 W into 8 Ω: [\d.]+ times the 0\.01 % claimed\.$/,
    ));

  test("gain lies within its tolerance", () => {
    const gain = found("gain", [figure("gain-low", 20, 0.05, "level-ratio")], {}, 1);
    expect(shown("Gain 26 dB", gain).sentence).toMatch(
      /^Met\. 26\.02 ± 0\.04 dB of gain.*: within 0\.5 dB of the 26 dB claimed\.$/,
    );
  });

  test("a damping factor is reported as the factor", () => {
    const impedance = found("impedance", [figure("impedance", 0.08, 0.001, "ohms")]);
    const verdict = shown("Damping factor 200 into 8 ohms", impedance);
    expect(verdict.reading?.text).toBe("damping factor 100");
    expect(verdict.sentence).toBe(
      "Not met. Damping factor 100 into 8 Ω (80.0 ± 2.0 mΩ at 1 kHz): 50 % below the 200 claimed.",
    );
  });

  test("the mains draw of the whole amplifier names no channel", () => {
    const draw = found("mains-draw", [figure("mains-idle", 15, 0.3)], {}, 1);
    expect(shown("Idle consumption 20 W", draw).sentence).toBe(
      "Met. 15.0 ± 0.6 W from the mains when idle: 25 % below the 20 W claimed.",
    );
  });
});

test("what the headline leaves out stands in the table", () => {
  const { details } = shown(EACH, sweep([60, 57]));
  expect(Object.fromEntries(details.map(({ label, text }) => [label, text]))).toMatchObject({
    Measured: "57.1 ± 1.2 W",
    Claimed: "at least 50 W",
    Margin: expect.stringMatching(/^\+7\.\d W \(\+14 %, \+0\.57 dB\)$/),
    Load: "8 Ω",
    Channel: "B, the weakest of 2",
    Driven: "both channels driven",
    Probability: "more than 99.9 % likely to be true",
  });
});

test("distortion that rises above the limit at less power is said in a second sentence", () => {
  const bumpy = run(
    "power-sweep",
    [0, 1].map(() => ({
      levels: [
        levelsTo(50)[1],
        { ...levelsTo(50)[1], powerWatts: 5, thdRatio: 0.0012 },
        levelsTo(50)[2],
      ],
    })),
  );
  expect(shown("40 W into 8 ohms, both channels driven, 0.1 % THD", bumpy).sentence).toContain(
    "At 5.0 W distortion is 0.12 %, above the limit as well.",
  );
});
