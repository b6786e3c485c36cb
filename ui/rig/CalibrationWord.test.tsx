import { words } from "../testing/shown";
import { CalibrationWord } from "./CalibrationWord";
import { OverdueInstruments } from "./OverdueInstruments";

beforeAll(() => {
  jest.useFakeTimers({ now: new Date("2026-11-28T12:00:00"), doNotFake: ["performance"] });
});
afterAll(() => {
  jest.useRealTimers();
});

test.each([
  ["2026-03-04", "12", "Calibration due on 4 March 2027"],
  ["2025-12-01", 12, "Calibration due on 1 December 2026, in 3 days"],
  ["2025-11-27", "12", "Calibration was due on 27 November 2026, 1 day ago"],
  ["2025-10-20", "1 2", ""],
  ["", "12", ""],
  ["2026-03", "12", ""],
  [null, null, ""],
])("calibrated on %s for %s months: “%s”", (calibratedOn, calibrationMonths, said) => {
  expect(words(<CalibrationWord instrument={{ calibratedOn, calibrationMonths }} />)).toBe(said);
});

const instrument = (name: string, calibratedOn: string | null) => ({
  id: name,
  role: "voltmeter" as const,
  name,
  accuracyRatio: 0.01,
  digits: 3,
  resolution: 0.01,
  bandwidthHz: null,
  most: null,
  inputOhms: null,
  calibratedOn,
  calibrationMonths: 12,
});

test("only an instrument past its calibration date is named, with what that means", () => {
  const said = words(
    <OverdueInstruments
      used={[instrument("old", "2025-01-01"), null, instrument("new", "2026-10-01")]}
    />,
  );
  expect(said).toContain("old");
  expect(said).not.toContain("new Calibration");
  expect(said).toContain("Have it calibrated");
  expect(words(<OverdueInstruments used={[instrument("new", "2026-10-01")]} />)).toBe("");
});
