import { Text } from "@chakra-ui/react";

/** Pieces of the record that are damaged: the rest is shown all the same. */
export function UnreadableNote({ pieces }: { pieces: readonly string[] }) {
  if (pieces.length === 0) return null;
  return (
    <Text
      role="alert"
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor="ochre"
      borderRadius="6px"
      px={3}
      py={2}
      mb={3}
    >
      Part of this record cannot be read and is shown empty: {pieces.join(", ")}. It stays in the
      database; new entries are saved beside it. A backup in the data folder may still hold it.
    </Text>
  );
}
