import { Box, Flex, Heading } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import type { ReactNode } from "react";
import { ActionButton } from "../parts/ActionButton";

/** A list under its title, with what adds to it. */
export function Section({
  title,
  onAdd,
  addLabel,
  children,
}: {
  title: string;
  onAdd(): void;
  addLabel: string;
  children: ReactNode;
}) {
  return (
    <Box mt={3}>
      <Flex justify="space-between" align="center" mb={1}>
        <Heading as="h3" fontSize="16px">
          {title}
        </Heading>
        <ActionButton type="button" minH="34px" px={3} fontSize="13.5px" onClick={onAdd}>
          <Plus size={14} /> {addLabel}
        </ActionButton>
      </Flex>
      {children}
    </Box>
  );
}
