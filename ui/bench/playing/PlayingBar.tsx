import { Box, HStack, Progress, Text } from "@chakra-ui/react";
import { durationText } from "../../parts/durationText";
import type { JobProgress } from "../engine/playJob";

/** How far a run is, how long it will take, and what follows. */
export function PlayingBar({
  progress: { doneRatio },
  secondsLeft,
  queued,
  children,
}: {
  progress: JobProgress;
  secondsLeft: number | null;
  queued: number;
  children?: React.ReactNode;
}) {
  return (
    <Box flex={1} minW={0}>
      <HStack justify="space-between" mb={1.5}>
        <Text color="muted" fontSize="14.5px">
          {children}
          {queued > 0 && ` ${queued} more after this.`}
        </Text>
        <Text fontWeight={700} fontSize="20px" whiteSpace="nowrap">
          {secondsLeft !== null && secondsLeft >= 1 && (
            <Text as="span" color="muted" fontSize="14px" fontWeight={500}>
              about {durationText(secondsLeft)} left{" "}
            </Text>
          )}
          {Math.round(100 * doneRatio)} %
        </Text>
      </HStack>
      <Progress.Root value={100 * doneRatio} size="md">
        <Progress.Track bg="sunken">
          <Progress.Range bg="spruce" />
        </Progress.Track>
      </Progress.Root>
    </Box>
  );
}
