import { Box, Text } from "@chakra-ui/react";

/** Everything can be read and exported, and nothing kept: why, on every screen. */
export function ReadOnlyBanner({ reason }: { reason: string }) {
  return (
    <Box role="alert" bg="ochreWash" borderBottomWidth="2px" borderColor="ochre" px={5} py={2.5}>
      <Text fontSize="15px">
        <b>Reading only.</b> {reason}
      </Text>
    </Box>
  );
}
