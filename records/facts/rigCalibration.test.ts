import { emptyDocument, type Instruments } from "@/records";
import { rigCalibration } from "./rigCalibration";

const meter = {
  id: "m",
  role: "voltmeter" as const,
  name: "bench meter",
  accuracyRatio: 0.002,
  digits: 2,
  resolution: 0.001,
  bandwidthHz: 20_000,
  most: null,
  inputOhms: null,
};
const instruments: Instruments = {
  instruments: [{ ...meter, id: "other", accuracyRatio: 0.05 }, meter],
};
const rig = {
  ...emptyDocument("rig"),
  meterVoltsRms: 10,
  meterHz: 200,
  recordedRatio: 0.5,
  voltmeterId: "m",
};

test("closed form: 10 V RMS at half of full scale, with the chosen meter's accuracy", () => {
  const calibration = rigCalibration(rig, instruments);
  expect(calibration?.fullScaleVolts).toBeCloseTo(20 * Math.SQRT2, 12);
  expect(calibration?.voltsStdUncertaintyRatio).toBeCloseTo(0.0022 / Math.sqrt(3), 12);
});

test("without all its readings there is none; without a meter a usual one is taken", () => {
  expect(rigCalibration({ ...rig, meterHz: null }, instruments)).toBeNull();
  expect(rigCalibration(rig, { instruments: [] })?.voltsStdUncertaintyRatio).toBeCloseTo(
    0.013 / Math.sqrt(3),
    12,
  );
});
