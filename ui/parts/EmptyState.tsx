import { Heading, Text, VStack } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** What a stage is for and what to do next, when there is nothing on it yet. */
export function EmptyState({
  title,
  text,
  children,
}: {
  title: string;
  text: string;
  children?: ReactNode;
}) {
  return (
    <VStack align="start" gap={4} maxW="560px" py={10} px={2}>
      <Heading as="h1" fontSize="26px" lineHeight={1.2}>
        {title}
      </Heading>
      <Text fontSize="16px" color="muted">
        {text}
      </Text>
      {children}
    </VStack>
  );
}
