"use client";
import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { FileText, ImagePlus } from "lucide-react";
import { useState } from "react";
import type { SheetPage } from "@/records";
import { FileButton } from "../parts/FileButton";
import { Remove } from "../parts/Remove";
import { uploadPage } from "../parts/uploadPage";

/** The sheet itself beside its text: photos of it, or the PDF. */
export function SheetPages({
  pages,
  onAdd,
  onRemove,
}: {
  pages: readonly SheetPage[];
  onAdd(page: SheetPage): void;
  onRemove(at: number): void;
}) {
  const [isBusy, setBusy] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const take = async (files: readonly File[]) => {
    setMessage(null);
    setBusy(true);
    for (const file of files) {
      const outcome = await uploadPage(file);
      if ("page" in outcome) onAdd(outcome.page);
      else setMessage(outcome.message);
    }
    setBusy(false);
  };
  return (
    <Box
      mt={3}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void take([...event.dataTransfer.files]);
      }}
    >
      <HStack gap={2} wrap="wrap">
        {pages.map((page, at) => (
          <Page key={`${page.sha256}${at}`} page={page} onRemove={() => onRemove(at)} />
        ))}
        <FileButton
          minH="36px"
          px={3}
          fontSize="13.5px"
          disabled={isBusy}
          accept="image/*,application/pdf"
          multiple
          testId="sheet-files"
          onFiles={(files) => void take(files)}
        >
          <ImagePlus size={16} /> {isBusy ? "Saving…" : "Photo or PDF of it"}
        </FileButton>
      </HStack>
      {message && (
        <Text role="alert" color="ember" fontWeight={500} fontSize="14px" mt={1.5}>
          {message}
        </Text>
      )}
    </Box>
  );
}

function Page({ page, onRemove }: { page: SheetPage; onRemove(): void }) {
  const { sha256, smallSha256, name } = page;
  return (
    <Flex
      align="center"
      gap={1}
      borderWidth="1px"
      borderColor="rime"
      borderRadius="control"
      pl={smallSha256 ? 0 : 2.5}
      overflow="hidden"
      data-testid="sheet-page"
    >
      <a
        href={smallSha256 ? `/api/photos/${sha256}` : `/api/papers/${sha256}`}
        target="_blank"
        rel="noreferrer"
      >
        {smallSha256 ? (
          <img
            src={`/api/photos/${smallSha256}`}
            alt={name || "page of the sheet"}
            style={{ width: "54px", height: "44px", objectFit: "cover", display: "block" }}
          />
        ) : (
          <HStack gap={1.5} minH="36px" maxW="190px">
            <FileText size={16} aria-hidden />
            <Text fontSize="14px" truncate>
              {name || "PDF"}
            </Text>
          </HStack>
        )}
      </a>
      <Remove label={`Remove ${name || "this page"}`} size="xs" onClick={onRemove} />
    </Flex>
  );
}
