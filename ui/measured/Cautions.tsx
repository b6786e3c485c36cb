import { Flex, Text } from "@chakra-ui/react";
import { TriangleAlert } from "lucide-react";
import { channelLetter } from "@/core/verdict";
import type { Run } from "@/records";

/** What makes the readings doubtful, channel by channel; what is said of all channels is said once. */
export function Cautions({
  run: { conditions, result },
}: {
  run: Pick<Run, "conditions" | "result">;
}) {
  const said = new Map<string, string[]>();
  result.channels.forEach(({ cautions = [] }, k) =>
    cautions.forEach(({ text }) =>
      said.set(text, [
        ...(said.get(text) ?? []),
        channelLetter(conditions.channels[k]?.channelIndex ?? k),
      ]),
    ),
  );
  if (said.size === 0) return null;
  return (
    <Flex
      direction="column"
      gap={2}
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor="ochre"
      borderRadius="6px"
      px={3}
      py={2.5}
      data-testid="cautions"
    >
      {[...said].map(([text, letters]) => (
        <Flex key={text} gap={2} align="start">
          <TriangleAlert size={16} aria-hidden style={{ flexShrink: 0, marginTop: 3 }} />
          <Text fontSize="14.5px" lineHeight={1.35}>
            {letters.length < result.channels.length && <b>{letters.join(", ")}: </b>}
            {text}
          </Text>
        </Flex>
      ))}
    </Flex>
  );
}
