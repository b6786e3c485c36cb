import { Box, Text } from "@chakra-ui/react";
import { formatShort } from "@/core/units";
import type { AudioBench } from "./AudioBench";

/** What a run is played through. */
export function Through({ audio: { run } }: { audio: AudioBench }) {
  return (
    <Box minW={0}>
      <Text fontSize="13.5px" color="muted" fontWeight={500}>
        Through
      </Text>
      <Text fontWeight={700} truncate title={run.deviceName}>
        {run.deviceName}
      </Text>
      <Text fontSize="13.5px" color="muted">
        {formatShort(run.sampleRateHz / 1000)} kHz, at most{" "}
        {formatShort(run.mostVoltsPeak / Math.SQRT2)} V at its input
      </Text>
    </Box>
  );
}
