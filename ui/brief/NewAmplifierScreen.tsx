"use client";
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { saveAmplifier } from "@/server/actions";
import { Panel } from "../parts/Panel";
import { AmplifierForm } from "./AmplifierForm";
import { BriefImport } from "./BriefImport";

/** The first step: what it is. Its claims come next. */
export function NewAmplifierScreen() {
  const router = useRouter();
  return (
    <Box px={7} py={6} maxW="760px">
      <Flex justify="space-between" align="start">
        <Heading as="h1" fontSize="28px" letterSpacing="-0.01em">
          A new amplifier
        </Heading>
        <BriefImport />
      </Flex>
      <Text color="muted" mb={4}>
        Say what it is; what its maker claims comes next.
      </Text>
      <Panel>
        <AmplifierForm
          save={(draft) => saveAmplifier(null, draft)}
          onSaved={(id) => router.push(`/amplifiers/${id}/brief`)}
        />
      </Panel>
    </Box>
  );
}
