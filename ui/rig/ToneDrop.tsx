"use client";
import { HStack, Text } from "@chakra-ui/react";
import { FileAudio } from "lucide-react";
import { useState } from "react";
import { findingText } from "@/core/outcome";
import { startJob } from "@/workers/benchClient";
import type { RecordedTone } from "@/pipeline/readTone";
import { FileButton } from "../parts/FileButton";

const MOST_BYTES = 256 * 1024 * 1024;

/** Reads the tone of a WAV, off the main thread. Nothing of the file is kept. */
export function ToneDrop({
  label,
  testId,
  onTone,
}: {
  label: string;
  testId: string;
  onTone(tone: RecordedTone): void;
}) {
  const [message, setMessage] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES)
      return setMessage(
        `${file.name} is larger than ${MOST_BYTES / 1024 / 1024} MB; a few seconds of the tone are enough.`,
      );
    setMessage("Reading…");
    try {
      const outcome = await startJob((worker) => worker.readTone(file)).finished;
      setMessage(outcome.ok ? null : `${file.name}: ${findingText(outcome.finding)}`);
      if (outcome.ok) onTone(outcome.value);
    } catch {
      setMessage(`${file.name} could not be read. Try again.`);
    }
  };
  return (
    <HStack
      gap={3}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take(event.dataTransfer.files[0]);
      }}
    >
      <FileButton
        minH="40px"
        fontSize="14px"
        accept=".wav,audio/wav"
        testId={testId}
        onFiles={([file]) => void take(file)}
      >
        <FileAudio size={16} /> {label}
      </FileButton>
      {message && (
        <Text role="status" fontSize="14px" color={message === "Reading…" ? "muted" : "ember"}>
          {message}
        </Text>
      )}
    </HStack>
  );
}
