"use client";
import { HStack, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { ActionButton } from "../../parts/ActionButton";

/** How long it waits for an answer. */
export const ANSWER_SECONDS = 30;

/**
 * Asks now and then whether somebody is still there, for a tone that is held for long: any key or touch is an answer. Without one the
 * output is turned off.
 */
export function StillThere({ minutes, onGone }: { minutes: number; onGone(): void }) {
  const [askedSince, setAskedSince] = useState<number | null>(null);
  useEffect(() => {
    let ask: ReturnType<typeof setTimeout>, leave: ReturnType<typeof setTimeout>;
    const begin = (): void => {
      clearTimeout(ask);
      clearTimeout(leave);
      setAskedSince(null);
      ask = setTimeout(() => {
        setAskedSince(Date.now());
        leave = setTimeout(onGone, 1000 * ANSWER_SECONDS);
      }, 60_000 * minutes);
    };
    begin();
    window.addEventListener("keydown", begin);
    window.addEventListener("pointerdown", begin);
    return () => {
      clearTimeout(ask);
      clearTimeout(leave);
      window.removeEventListener("keydown", begin);
      window.removeEventListener("pointerdown", begin);
    };
  }, [minutes, onGone]);
  if (askedSince === null) return null;
  return (
    <HStack
      role="alertdialog"
      aria-label="Still there?"
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor="ember"
      borderRadius="6px"
      px={4}
      py={3}
      mt={3}
      justify="space-between"
    >
      <Text fontSize="18px" fontWeight={700}>
        Still there? Press any key within {ANSWER_SECONDS} s, or the output will be turned off.
      </Text>
      <ActionButton tone="primary" minH="52px">
        I am here
      </ActionButton>
    </HStack>
  );
}
