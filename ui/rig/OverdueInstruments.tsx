import { Box, HStack, Text } from "@chakra-ui/react";
import { TriangleAlert } from "lucide-react";
import type { KeptInstrument } from "@/records";
import { calibrationDue, calibrationState } from "@/records/facts";
import { CalibrationWord } from "./CalibrationWord";

type Calibrated = Pick<KeptInstrument, "id" | "name" | "calibratedOn" | "calibrationMonths">;

/** Which of the instruments that readings rest on are past their calibration, and what that means for them. */
export function OverdueInstruments({ used }: { used: readonly (Calibrated | null)[] }) {
  const overdue = used
    .filter((each) => each !== null)
    .filter((each) => calibrationState(calibrationDue(each, new Date())) === "over");
  if (overdue.length === 0) return null;
  return (
    <Box as="aside" bg="ochreWash" borderRadius="panel" px={4} py={2.5} suppressHydrationWarning>
      {overdue.map((instrument) => (
        <HStack key={instrument.id} gap={2} wrap="wrap">
          <TriangleAlert size={16} aria-hidden />
          <Text fontWeight={700}>{instrument.name}</Text>
          <CalibrationWord instrument={instrument} />
        </HStack>
      ))}
      <Text fontSize="14.5px">
        The specified accuracy is valid only while the calibration is. Have it calibrated, or
        compare it with another instrument before a close verdict.
      </Text>
    </Box>
  );
}
