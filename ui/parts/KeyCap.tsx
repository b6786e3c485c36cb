import { Box } from "@chakra-ui/react";

/** A key as it is drawn beside its control. */
export function KeyCap({ children }: { children: string }) {
  return (
    <Box
      as="kbd"
      fontFamily="mono"
      fontSize="12px"
      lineHeight={1}
      px={1.5}
      py={1}
      borderWidth="1.5px"
      borderColor="currentColor"
      borderRadius="4px"
      opacity={0.85}
    >
      {children}
    </Box>
  );
}
