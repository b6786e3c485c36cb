import type { PowerClaim } from "../claim";
import { stepReading } from "../testing/stepReading";
import { judgePowerClaim, type PowerEvidence } from ".";

const claim: PowerClaim = {
  kind: "power",
  powerWatts: 50,
  loadOhms: 8,
  channelsDriven: 2,
  distortionLimitRatio: 0.01,
  distortionMeasure: "thd-plus-noise",
};

/** Channels that pass 1 % within a step of 0.2 % around the given power. */
const evidenceOf = (watts: readonly number[], loadOhms = 8.2): PowerEvidence => ({
  channelsDriven: watts.length,
  channels: watts.map((limit, channelIndex) => ({
    channelIndex,
    loadOhms,
    steps: [
      stepReading(1, 0.001),
      stepReading(0.998 * limit, 0.005),
      stepReading(1.002 * limit, 0.02),
    ],
    stop: { reason: "rail-voltage", evidence: "" },
  })),
});

// Readings carry 0.5 % of standard uncertainty, so the guard band of JCGM 106 is about 1 % at coverage 2.
test.each([
  ["met", [58, 57]],
  ["met", [50.6, 60]],
  ["within-uncertainty", [50.3, 60]],
  ["within-uncertainty", [60, 49.7]],
  ["missed", [60, 49.3]],
] as const)("JCGM 106 guard bands: %s for %j W against 50 W", (status, watts) => {
  expect(judgePowerClaim(claim, [evidenceOf(watts)]).status).toBe(status);
});

test("the weaker channel decides, and the sentence tells margin in watts, percent and dB", () => {
  const verdict = judgePowerClaim(claim, [evidenceOf([60, 57])]);
  expect(verdict.measured).toMatchObject({
    channelIndex: 1,
    powerWatts: expect.closeTo(57, 1),
    marginRatio: expect.closeTo(0.14, 2),
  });
  expect(verdict.measured?.marginDb).toBeCloseTo(10 * Math.log10(57 / 50), 2);
  expect(verdict.sentence).toBe(
    "It keeps its promise: 57.0 W ± 0.6 W on the weaker channel B at 1 % THD+N into 8.20 Ω measured, both channels driven, 7.0 W (14.0 %, 0.57 dB) more than the 50 W claimed.",
  );
});

test("one channel driven cannot prove a claim for two, but can refute it", () => {
  expect(judgePowerClaim(claim, [evidenceOf([58])])).toMatchObject({
    status: "met-with-fewer-channels",
    sentence: expect.stringContaining("Met only with one channel driven"),
  });
  expect(judgePowerClaim(claim, [evidenceOf([45])]).status).toBe("missed");
  expect(judgePowerClaim(claim, [evidenceOf([50.1])]).status).toBe("not-tested");
});

test("evidence at another load is no evidence; the newest fitting run counts", () => {
  expect(judgePowerClaim(claim, [])).toMatchObject({ status: "not-tested", measured: null });
  expect(judgePowerClaim(claim, [evidenceOf([90, 90], 4)])).toMatchObject({
    status: "not-tested",
    sentence: "Not tested yet: no run was made near 8.0 Ω.",
  });
  expect(
    judgePowerClaim(claim, [evidenceOf([90, 90], 4), evidenceOf([40, 40]), evidenceOf([60, 60])])
      .status,
  ).toBe("missed");
});

test("a sweep that ends below claim and limit proves nothing; one above the limit throughout refutes", () => {
  const short: PowerEvidence = {
    ...evidenceOf([1, 1]),
    channels: evidenceOf([1, 1]).channels.map((channel) => ({
      ...channel,
      steps: [stepReading(1, 0.001), stepReading(30, 0.002)],
    })),
  };
  expect(judgePowerClaim(claim, [short])).toMatchObject({
    status: "not-tested",
    sentence: expect.stringContaining("more drive"),
  });
  const dirty: PowerEvidence = {
    ...short,
    channels: short.channels.map((channel) => ({
      ...channel,
      steps: [stepReading(1, 0.1), stepReading(70, 0.2)],
    })),
  };
  expect(judgePowerClaim(claim, [dirty])).toMatchObject({
    status: "missed",
    measured: { powerWatts: 0, marginWatts: -50 },
  });
});
