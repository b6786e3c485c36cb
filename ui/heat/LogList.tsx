import { Box, HStack, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import type { HeatLog } from "@/records";

/** All times that temperatures were watched, the newest first. */
export function LogList({
  logs,
  chosenId,
  onChoose,
}: {
  logs: readonly HeatLog[];
  chosenId: string | null;
  onChoose(id: string): void;
}) {
  return (
    <HStack as="ol" aria-label="Watched" gap={2} wrap="wrap" listStyleType="none" flex={1} minW={0}>
      {logs.map(({ id, title, startedAt, setup, isStruck }) => (
        <li key={id}>
          <button
            type="button"
            aria-current={id === chosenId}
            onClick={() => onChoose(id)}
            style={{ textAlign: "left" }}
          >
            <Box
              borderWidth="1px"
              borderColor={id === chosenId ? "spruce" : "rime"}
              bg={id === chosenId ? "sunken" : "surface"}
              borderRadius="control"
              px={3}
              py={1.5}
              maxW="250px"
            >
              <Text
                fontWeight={600}
                fontSize="14.5px"
                textDecoration={isStruck ? "line-through" : undefined}
                truncate
              >
                {title}
              </Text>
              <Text fontSize="13px" color="muted" truncate suppressHydrationWarning>
                {format(startedAt, "d MMM HH:mm")}
                {setup && `, ${setup}`}
              </Text>
            </Box>
          </button>
        </li>
      ))}
    </HStack>
  );
}
