import { addMonths, differenceInCalendarDays, parseISO } from "date-fns";
import type { KeptInstrument } from "../instruments";

/** When an instrument is to be calibrated next, and how many days are left till then; below zero where that is past. */
export type CalibrationDue = { on: Date; daysLeft: number };

/** From so many days before it is due on, a reminder is shown. */
const SOON_DAYS = 30;

/** Null where nobody said when it was calibrated, or for how long that holds. */
export const calibrationDue = (
  { calibratedOn, calibrationMonths }: Pick<KeptInstrument, "calibratedOn" | "calibrationMonths">,
  today: Date,
): CalibrationDue | null => {
  if (!calibratedOn || !calibrationMonths) return null;
  const on = addMonths(parseISO(calibratedOn), calibrationMonths);
  return { on, daysLeft: differenceInCalendarDays(on, today) };
};

/** How it stands with that. */
export const calibrationState = (
  due: CalibrationDue | null,
): "none" | "holds" | "soon" | "over" => {
  if (due === null) return "none";
  if (due.daysLeft < 0) return "over";
  return due.daysLeft <= SOON_DAYS ? "soon" : "holds";
};
