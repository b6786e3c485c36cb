import { quantityParameter, type PartOf } from "../../fields";

/** Everything before the output stage, as measured at the amplifier's output. */
export const INPUT_FIELDS = {
  channelCount: quantityParameter("Channels", "", [1, 8], 2),
  gainRatio: quantityParameter("Gain, level control fully up", "", [1, 500], 22.4),
  furtherChannelsGainRatio: quantityParameter(
    "Gain of the further channels over the first",
    "",
    [0.5, 1.5],
    0.995,
  ),
  levelRatio: quantityParameter("Level control, 1 is fully up", "", [0.001, 1], 1),
  scratchRatio: quantityParameter("Level control wear", "", [0, 1], 0),
  inputOhms: quantityParameter("Input resistance", "Ω", [500, 1e6], 22_000),
  couplingFarads: quantityParameter("Input coupling capacitor; 0 for none", "F", [0, 1e-4], 4.7e-6),
  bandwidthHz: quantityParameter("Small-signal bandwidth, -3 dB", "Hz", [15_000, 1e6], 150_000),
  slewVoltsPerSecond: quantityParameter("Slew limit at the output", "V/s", [1e5, 1e9], 2e7),
  secondOrderPerVolt: quantityParameter("Second-order curvature", "1/V", [-0.01, 0.01], 2e-6),
  thirdOrderPerVoltSquared: quantityParameter(
    "Third-order curvature",
    "1/V²",
    [-0.001, 0.001],
    -1.6e-7,
  ),
  noiseVoltsRms: quantityParameter("Noise at the output, 20 Hz to 20 kHz", "V", [0, 0.1], 6e-5),
  humVoltsRms: quantityParameter("Hum picked up, at the mains frequency", "V", [0, 1], 2e-5),
  rippleRatio: quantityParameter(
    "Share of the supply's ripple that reaches the output",
    "",
    [0, 0.1],
    2e-5,
  ),
  crosstalkRatio: quantityParameter(
    "Crosstalk at 1 kHz, rising with frequency",
    "",
    [0, 0.1],
    3e-4,
  ),
  offsetVolts: quantityParameter("DC at the output", "V", [-5, 5], 0.004),
  limiterVolts: quantityParameter("Output limiter, peak; 0 is switched off", "V", [0, 200], 0),
};
export type InputPart = PartOf<typeof INPUT_FIELDS>;
