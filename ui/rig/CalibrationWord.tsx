import { Text } from "@chakra-ui/react";
import { format } from "date-fns";
import { parseNumber } from "@/core/units";
import { calibrationDue, calibrationState, type CalibrationDue } from "@/records/facts";

const LOOKS = {
  holds: { color: "muted", fontWeight: 400 },
  soon: { color: "ochre", fontWeight: 700 },
  over: { color: "ember", fontWeight: 700 },
} as const;

const days = (count: number): string => `${count} ${count === 1 ? "day" : "days"}`;

const dueText = ({ on, daysLeft }: CalibrationDue): string => {
  const day = format(on, "d MMMM yyyy");
  if (daysLeft < 0) return `was due on ${day}, ${days(-daysLeft)} ago`;
  return daysLeft <= 30 ? `due on ${day}, in ${days(daysLeft)}` : `due on ${day}`;
};

type CalibrationWordProps = {
  /** As it is typed: months may be text yet. */
  instrument: { calibratedOn?: string | null; calibrationMonths?: string | number | null };
};

/** When an instrument is to be calibrated next; nothing where that is not known. */
export function CalibrationWord({ instrument }: CalibrationWordProps) {
  const { calibratedOn, calibrationMonths } = instrument;
  const months =
    typeof calibrationMonths === "string" ? parseNumber(calibrationMonths) : calibrationMonths;
  const isDay = /^\d{4}-\d{2}-\d{2}$/.test(calibratedOn ?? "");
  const due = isDay
    ? calibrationDue({ calibratedOn, calibrationMonths: months }, new Date())
    : null;
  const state = calibrationState(due);
  if (due === null || state === "none") return null;
  return (
    <Text {...LOOKS[state]} suppressHydrationWarning>
      Calibration {dueText(due)}
    </Text>
  );
}
