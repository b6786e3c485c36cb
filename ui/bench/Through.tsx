import { Box, Text } from "@chakra-ui/react";
import type { PlayedOn } from "./playedOn";

/** What a run is played through. */
export function Through({
  through: { name, text },
}: {
  through: NonNullable<PlayedOn["through"]>;
}) {
  return (
    <Box minW={0}>
      <Text fontSize="13.5px" color="muted" fontWeight={500}>
        Through
      </Text>
      <Text fontWeight={700} truncate title={name}>
        {name}
      </Text>
      <Text fontSize="13.5px" color="muted">
        {text}
      </Text>
    </Box>
  );
}
