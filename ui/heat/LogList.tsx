import { Box, HStack, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import type { HeatLog, SetupDetails } from "@/records";
import { namedSetup } from "@/records/facts";
import { settingName } from "@/phrasing";

/** All times that temperatures were watched, the newest first. */
export function LogList({
  logs,
  details,
  chosenId,
  onChoose,
}: {
  details: SetupDetails;
  logs: readonly HeatLog[];
  chosenId: string | null;
  onChoose(id: string): void;
}) {
  return (
    <HStack as="ol" aria-label="Watched" gap={2} wrap="wrap" listStyleType="none" flex={1} minW={0}>
      {logs.map(({ id, title, startedAt, setup, takenOn, isStruck }) => (
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
                {wordsOf(setup, takenOn, details)}
              </Text>
            </Box>
          </button>
        </li>
      ))}
    </HStack>
  );
}

/** What differed while it was watched, once each: of a soak of the Bench the setting is said in both. */
const wordsOf = (setup: string, takenOn: HeatLog["takenOn"], details: SetupDetails): string => {
  const { setting } = takenOn ? namedSetup(takenOn, details) : { setting: "" };
  return [...new Set([setting, setup])]
    .filter(Boolean)
    .map((each) => `, ${settingName(each)}`)
    .join("");
};
