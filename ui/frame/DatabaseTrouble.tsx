"use client";
import { Box, Heading, Text } from "@chakra-ui/react";
import dynamic from "next/dynamic";
import type { Backup } from "@/records";
import { ActionButton } from "../parts/ActionButton";

// Every page may have to show this, and hardly any does.
const BackupList = dynamic(() => import("../parts/BackupList").then((module) => module.BackupList));

/** The records cannot be opened: what is the matter, what is safe, and the way back. */
export function DatabaseTrouble({
  message,
  backups,
}: {
  message: string;
  /** Null where going back to one would not help. */
  backups: readonly Backup[] | null;
}) {
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
      {backups !== null && (
        <Box mt={8}>
          <Heading as="h2" fontSize="20px" mb={2}>
            Restore a backup
          </Heading>
          <BackupList backups={backups} />
        </Box>
      )}
    </Box>
  );
}
