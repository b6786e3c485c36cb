import { Flex, Text } from "@chakra-ui/react";
import { FileAudio } from "lucide-react";
import { useState, type DragEvent } from "react";
import { FileButton } from "../../parts/FileButton";

/** Where files are dropped or chosen. */
export function DropArea({ onFiles, isEmpty }: { onFiles(files: File[]): void; isEmpty: boolean }) {
  const [over, setOver] = useState(false);
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    onFiles([...event.dataTransfer.files]);
  };
  return (
    <Flex
      direction={isEmpty ? "column" : "row"}
      align="center"
      justify="center"
      gap={2}
      py={isEmpty ? 12 : 3}
      borderWidth="2px"
      borderStyle="dashed"
      borderColor={over ? "spruce" : "rime"}
      borderRadius="panel"
      bg={over ? "sunken" : undefined}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={onDrop}
      aria-label="Drop files here"
      role="group"
    >
      <FileAudio size={isEmpty ? 30 : 22} aria-hidden />
      <Text fontWeight={700}>
        Drop {isEmpty ? "" : "more "}recordings, scope records, responses or logs
      </Text>
      {isEmpty && (
        <Text color="muted" fontSize="14px">
          WAV, oscilloscope CSV, frequency response text (Hz, dB, degrees) or temperature logger
          CSV. The kind of run is detected from the content.
        </Text>
      )}
      <FileButton
        accept=".wav,.csv,.txt,.tsv,.frd,.dat,text/*,audio/wav"
        multiple
        testId="files"
        onFiles={onFiles}
      >
        Choose files
      </FileButton>
    </Flex>
  );
}
