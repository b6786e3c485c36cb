import { Box, type BoxProps } from "@chakra-ui/react";

/** A sheet of paper on the desk: one subject. */
export function Panel(props: BoxProps) {
  return (
    <Box
      as="section"
      bg="surface"
      borderWidth="1px"
      borderColor="rime"
      borderRadius="panel"
      px={4}
      py={3.5}
      {...props}
    />
  );
}
