import { emptyDocument } from "@/records";
import { amplifier, power, load } from "@/records/testing/run";
import { expectedPeak } from "./expectedPeak";

const none = emptyDocument("details"),
  settings = { ...emptyDocument("forecast"), sourceVoltsRms: null };

test("closed form: rails of 40 V less 3 V make 37 V peak, whatever the load", () => {
  const details = {
    ...none,
    supplies: [
      {
        name: "rails",
        kind: "linear" as const,
        volts: 40,
        amperes: null,
        watts: null,
        isInTheBox: true,
      },
    ],
  };
  expect(expectedPeak({ amplifier, claims: [power], loads: [load], details }, settings)).toEqual({
    volts: expect.closeTo(37, 9),
    source: "forecast",
  });
});

test("without a supply: the claimed volts and 3 dB; without a claim: a usual amplifier", () => {
  expect(expectedPeak({ amplifier, claims: [power], loads: [], details: none }, settings)).toEqual({
    volts: expect.closeTo(Math.sqrt(4 * 50 * 8), 9),
    source: "claims",
  });
  expect(expectedPeak({ amplifier, claims: [], loads: [], details: none }, settings).source).toBe(
    "nothing",
  );
});
