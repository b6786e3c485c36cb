"use client";
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { newId } from "../parts/newId";
import { Panel } from "../parts/Panel";
import { amplifierSaves } from "../parts/saves";
import { AmplifierForm } from "./AmplifierForm";
import { BriefImport } from "./BriefImport";

/** The first step: what it is. Its claims come next. */
export function NewAmplifierScreen() {
  const router = useRouter();
  // Sent again after a lost answer, it is the same amplifier.
  const [id] = useState(newId);
  return (
    <Box px={7} py={6} maxW="760px">
      <Flex justify="space-between" align="start">
        <Heading as="h1" fontSize="28px" letterSpacing="-0.01em">
          New amplifier
        </Heading>
        <BriefImport />
      </Flex>
      <Text color="muted" mb={4}>
        Describe the amplifier; the claims come next.
      </Text>
      <Panel>
        <AmplifierForm
          save={(draft) => amplifierSaves.add("", draft, id)}
          onSaved={(saved) => router.push(`/amplifiers/${saved}/brief`)}
        />
      </Panel>
    </Box>
  );
}
