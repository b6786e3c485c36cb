import fc from "fast-check";
import {
  bridgedPerChannel,
  inputVoltsForPower,
  mainsBudget,
  powerFromPeakVolts,
  powerStdUncertaintyRatio,
  powerWatts,
  voltageGain,
  voltsForPower,
} from ".";

// Common practice: 27.2 V across a load that measures 8.2 ohm is 90.2 W; with the nominal 8 ohm it would read 92.5 W.
test("common practice: the measured ohms change the watts", () => {
  expect(powerWatts(27.2, 8.2)).toBeCloseTo(90.2, 1);
  expect(powerWatts(27.2, 8)).toBeCloseTo(92.5, 1);
});

test("JCGM 100 5.1.6: 0.5 % of volts and 1 % of ohms are 1.41 % of power", () => {
  expect(
    powerStdUncertaintyRatio({
      loadOhms: 8,
      loadOhmsStdUncertainty: 0.08,
      voltsStdUncertaintyRatio: 0.005,
    }),
  ).toBeCloseTo(0.01 * Math.SQRT2, 12);
});

test("invariance: volts times k moves power by k squared", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 100, noNaN: true }),
      fc.double({ min: 0.1, max: 10, noNaN: true }),
      (volts, k) => {
        expect(powerWatts(k * volts, 8.2) / powerWatts(volts, 8.2)).toBeCloseTo(k * k, 9);
      },
    ),
  );
});

test("refusal: zero or negative ohms", () => {
  expect(() => powerWatts(1, 0)).toThrow("loadOhms is 0");
  expect(() =>
    powerStdUncertaintyRatio({
      loadOhms: -4,
      loadOhmsStdUncertainty: 0,
      voltsStdUncertaintyRatio: 0,
    }),
  ).toThrow("loadOhms is -4");
});

describe("common practice of the trade", () => {
  test("bridged into 15.6 ohm, 225.6 V peak is 1631 W: 816 W a channel into half that load", () => {
    const watts = powerFromPeakVolts(225.6, 15.6);
    expect(watts).toBeCloseTo(1631, 0);
    expect(bridgedPerChannel(watts, 15.6)).toEqual({
      powerWatts: expect.closeTo(815.6, 0),
      loadOhms: 7.8,
    });
  });

  test("a pair at 2 x 450 W into 4 ohm, class AB at 60 %, reaches a 15 A breaker at 120 V", () => {
    const budget = mainsBudget({
      outputWatts: 900,
      inputWatts: 1500,
      mainsVolts: 120,
      powerFactor: 0.8,
      breakerAmperes: 15,
    });
    expect(budget).toEqual({
      efficiencyRatio: 0.6,
      heatWatts: 600,
      mainsAmperes: expect.closeTo(15.625, 9),
      marginAmperes: expect.closeTo(-0.625, 9),
    });
  });

  test("28 dB of gain: about 1.1 V drives 90 W into 8 ohm", () => {
    expect(inputVoltsForPower(90, 8, 10 ** (28 / 20))).toBeCloseTo(1.07, 2);
    expect(voltageGain(voltsForPower(90, 8), 1.0683, [0.003, 0.004])).toEqual({
      gainRatio: expect.closeTo(25.12, 1),
      gainRatioStdUncertainty: expect.closeTo(25.12 * 0.005, 3),
    });
  });
});
