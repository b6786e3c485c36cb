"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { FolderClock } from "lucide-react";
import { useState } from "react";
import type { WatchedFile } from "@/records";
import { ActionButton } from "../../parts/ActionButton";
import { PageLink } from "../../parts/PageLink";
import { useWatched } from "./useWatched";

const SHOWN = 6;

const sizeText = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

/** What another program saves beside this one: it appears by itself as soon as it is whole. */
export function WatchedFolder({ onFiles }: { onFiles(files: File[]): void }) {
  const { watched, take } = useWatched(onFiles);
  const [isOpen, setOpen] = useState(false);
  const { folder, trouble, files } = watched;
  if (folder === "")
    return (
      <Text color="muted" fontSize="14px" mt={2}>
        If another program records, name its folder in the{" "}
        <PageLink href="/workshop">
          <Text as="span" textDecoration="underline">
            Workshop
          </Text>
        </PageLink>
        . Finished files then appear here.
      </Text>
    );
  const writing = files.filter(({ isWhole }) => !isWhole);
  return (
    <Box mt={2} fontSize="14px" aria-live="polite">
      <Flex align="center" gap={2} wrap="wrap">
        <FolderClock size={16} aria-hidden />
        <Text overflowWrap="anywhere">
          {trouble ?? `Watching ${folder}. Finished files appear here.`}
        </Text>
        {writing.length > 0 && (
          <Text color="ochre" fontWeight={700}>
            {writing[0].name} is being written…
          </Text>
        )}
        {files.length > writing.length && (
          <ActionButton
            minH="34px"
            fontSize="14px"
            aria-expanded={isOpen}
            onClick={() => setOpen(!isOpen)}
          >
            Files already there
          </ActionButton>
        )}
      </Flex>
      {isOpen &&
        files
          .filter(({ isWhole }) => isWhole)
          .slice(0, SHOWN)
          .map((file) => <Waiting key={file.name} file={file} onTake={() => take(file)} />)}
    </Box>
  );
}

function Waiting({ file, onTake }: { file: WatchedFile; onTake(): void }) {
  return (
    <Flex align="center" gap={3} py={1} borderTopWidth="1px" borderColor="rime" mt={1}>
      <Text flex={1} fontWeight={600} overflowWrap="anywhere">
        {file.name}
      </Text>
      <Text color="muted">{sizeText(file.bytes)}</Text>
      <Text color="muted" suppressHydrationWarning>
        {new Date(file.modifiedAt).toLocaleString()}
      </Text>
      <ActionButton minH="34px" fontSize="14px" onClick={onTake} aria-label={`Add: ${file.name}`}>
        Add
      </ActionButton>
    </Flex>
  );
}
