"use client";
import { Box, Text } from "@chakra-ui/react";
import { FileInput } from "lucide-react";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { ActionButton } from "../parts/ActionButton";

/** Puts an amplifier on the shelf from a brief that was exported before. */
export function BriefImport() {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [message, setMessage] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setMessage("Reading…");
    try {
      const response = await fetch("/api/briefs", {
        method: "POST",
        body: file,
        headers: { "content-type": "application/json" },
      });
      const answer = (await response.json()) as {
        id: string;
        unreadCount: number;
        message?: string;
      };
      if (!response.ok) return setMessage(answer.message ?? "It was refused; nothing was added.");
      if (answer.unreadCount > 0)
        setMessage(`${answer.unreadCount} of its photos could not be read.`);
      router.push(`/amplifiers/${answer.id}/brief`);
    } catch {
      setMessage("Nothing was added: the program does not answer.");
    }
  };
  return (
    <Box>
      <ActionButton type="button" onClick={() => input.current?.click()}>
        <FileInput size={16} /> Import a brief
      </ActionButton>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        hidden
        data-testid="brief-file"
        onChange={(event) => {
          void take(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
      {message && (
        <Text role="status" fontSize="14px" color="ember" mt={1.5}>
          {message}
        </Text>
      )}
    </Box>
  );
}
