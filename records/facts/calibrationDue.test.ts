import { calibrationDue, calibrationState } from "./calibrationDue";

const at = (day: string) => new Date(`${day}T15:30:00`);
const leftOf = (calibratedOn: string | null, calibrationMonths: number | null, today: string) =>
  calibrationDue({ calibratedOn, calibrationMonths }, at(today))?.daysLeft ?? null;

test.each([
  ["2026-03-04", 12, "2026-11-28", 96],
  ["2026-03-04", 12, "2027-03-04", 0],
  ["2026-03-04", 12, "2027-03-05", -1],
  // A month that has no such day ends on its last.
  ["2026-01-31", 1, "2026-02-28", 0],
  ["2024-02-29", 12, "2025-02-28", 0],
  [null, 12, "2026-11-28", null],
  ["2026-03-04", null, "2026-11-28", null],
])("calibrated on %s for %s months: on %s %s days are left", (on, months, today, left) => {
  expect(leftOf(on, months, today)).toBe(left);
});

test.each([
  [null, "none"],
  [31, "holds"],
  [30, "soon"],
  [0, "soon"],
  [-1, "over"],
] as const)("with %s days left: %s", (daysLeft, state) => {
  expect(calibrationState(daysLeft === null ? null : { on: new Date(), daysLeft })).toBe(state);
});
