"use client";
import { Box, Text } from "@chakra-ui/react";
import { FileInput } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { FileButton } from "../parts/FileButton";

/** Puts an amplifier on the shelf from a brief, or a whole review, that was exported before. */
export function BriefImport() {
  const router = useRouter();
  const [message, setMessage] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setMessage("Reading…");
    try {
      const isReview = /\.zip$/i.test(file.name);
      const response = await fetch(isReview ? "/api/reviews" : "/api/briefs", {
        method: "POST",
        body: file,
        headers: { "content-type": isReview ? "application/zip" : "application/json" },
      });
      const answer = (await response.json()) as {
        id: string;
        unreadCount?: number;
        message?: string;
      };
      if (!response.ok)
        return setMessage(answer.message ?? "The file was rejected; nothing was imported.");
      if (answer.unreadCount) setMessage(`${answer.unreadCount} of its photos could not be read.`);
      router.push(`/amplifiers/${answer.id}/${isReview ? "verdict" : "brief"}`);
    } catch {
      setMessage("Nothing was imported: the program does not respond.");
    }
  };
  return (
    <Box>
      <FileButton
        accept=".json,.zip,application/json,application/zip"
        testId="brief-file"
        onFiles={([file]) => void take(file)}
      >
        <FileInput size={16} /> Import a brief or review
      </FileButton>
      {message && (
        <Text role="status" fontSize="14px" color="ember" mt={1.5}>
          {message}
        </Text>
      )}
    </Box>
  );
}
