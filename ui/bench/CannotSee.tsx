import { Box, Heading, Text } from "@chakra-ui/react";
import { Panel } from "../parts/Panel";

/** What a run cannot tell with what it is played on, and why; nothing where it tells all. */
export function CannotSee({ unseen }: { unseen: readonly string[] }) {
  if (unseen.length === 0) return null;
  return (
    <Panel data-testid="cannot-see">
      <Heading as="h2" fontSize="16px" mb={1.5}>
        Limits of this setup
      </Heading>
      <Box as="ul" pl={5} fontSize="14.5px" listStyleType="disc">
        {unseen.map((each) => (
          <Text as="li" key={each} display="list-item" mb={1}>
            {each}
          </Text>
        ))}
      </Box>
    </Panel>
  );
}
