"use client";
import { Box } from "@chakra-ui/react";
import { ActionButton } from "@/ui/parts/ActionButton";
import { EmptyState } from "@/ui/parts/EmptyState";

export default function ErrorPage({ reset }: { reset(): void }) {
  return (
    <Box px={8} py={6}>
      <EmptyState
        title="This page could not be shown"
        text="Saved data is safe. Try again; if it happens again, restart the server and report what you did before."
      >
        <ActionButton tone="primary" onClick={reset}>
          Try again
        </ActionButton>
      </EmptyState>
    </Box>
  );
}
