"use client";
import { HStack, Text } from "@chakra-ui/react";
import { useSyncExternalStore } from "react";
import { ActionButton } from "../parts/ActionButton";
import { silenceInstruments, silenceTrouble } from "./silence";

/** An output of the network that may still be on, on every stage until somebody has seen to it. */
export function SilenceTrouble() {
  const trouble = useSyncExternalStore(silenceTrouble.subscribe, silenceTrouble.now, () => null);
  if (trouble === null) return null;
  return (
    <HStack role="alert" bg="ember" color="surface" px={5} py={3} gap={4}>
      <Text fontSize="19px" fontWeight={700} flex={1}>
        {trouble}
      </Text>
      <ActionButton
        onClick={() => {
          silenceTrouble.clear();
          silenceInstruments();
        }}
      >
        Try again
      </ActionButton>
      <ActionButton onClick={silenceTrouble.clear}>It is switched off</ActionButton>
    </HStack>
  );
}
