import { Text } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** Something to mind. */
export function Note({ children }: { children: ReactNode }) {
  return (
    <Text
      mt={2}
      fontSize="14.5px"
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor="ochre"
      borderRadius="6px"
      px={3}
      py={2}
      role="status"
    >
      {children}
    </Text>
  );
}
