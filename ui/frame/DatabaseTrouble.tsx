"use client";
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import { useState } from "react";
import type { Backup } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { messageOf, send } from "../parts/send";

/** The records cannot be opened: what is the matter, what is safe, and the way back. */
export function DatabaseTrouble({
  message,
  backups,
}: {
  message: string;
  backups: readonly Backup[];
}) {
  const [failure, setFailure] = useState<string | null>(null);
  const goBackTo = async (name: string) => {
    const outcome = await send("POST", `/api/backups/${encodeURIComponent(name)}`);
    if (outcome.ok) window.location.reload();
    else setFailure(messageOf(outcome));
  };
  return (
    <Box as="main" px={10} py={9} maxW="860px">
      <Heading as="h1" fontSize="28px" letterSpacing="-0.01em" mb={3}>
        The records cannot be opened
      </Heading>
      <Text fontSize="17px" mb={5}>
        {message}
      </Text>
      <ActionButton tone="primary" onClick={() => window.location.reload()}>
        Try again
      </ActionButton>
      {backups.length > 0 && (
        <Box mt={8}>
          <Heading as="h2" fontSize="20px" mb={1}>
            Go back to a backup
          </Heading>
          <Text color="muted" mb={3}>
            The database as it is now is moved aside, whole, and can be brought back. Recordings and
            photos stay as they are.
          </Text>
          {backups.map(({ name, madeAt }) => (
            <Flex key={name} align="center" gap={4} py={2} borderTopWidth="1px" borderColor="rime">
              <Text flex={1} fontSize="18px" fontWeight={700} suppressHydrationWarning>
                {format(new Date(madeAt), "EEEE d MMMM yyyy, HH:mm")}
              </Text>
              <ActionButton onClick={() => void goBackTo(name)}>Go back to this</ActionButton>
            </Flex>
          ))}
        </Box>
      )}
      {failure && (
        <Text role="alert" color="ember" mt={4}>
          {failure}
        </Text>
      )}
    </Box>
  );
}
