"use client";
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { Camera } from "lucide-react";
import { useState, type ClipboardEvent, type DragEvent } from "react";
import type { Photo } from "@/records";
import { FileButton } from "../parts/FileButton";
import { TextField, held } from "../parts/fields";
import { Remove } from "../parts/Remove";
import { picturesIn, uploadPhoto } from "../parts/uploadPhoto";

export type PhotosProps = {
  photos: readonly Photo[];
  onAdd(photo: Photo): void;
  onChange(photos: Photo[]): void;
};

/** Photos with captions: dropped, pasted or chosen. */
export function Photos({ photos, onAdd, onChange }: PhotosProps) {
  const [isOver, setOver] = useState(false);
  const [busyCount, setBusyCount] = useState(0);
  const [message, setMessage] = useState<string | null>(null);
  const take = async (files: readonly File[]) => {
    setMessage(null);
    for (const file of files) {
      setBusyCount((count) => count + 1);
      const outcome = await uploadPhoto(file);
      setBusyCount((count) => count - 1);
      if ("photo" in outcome) onAdd(outcome.photo);
      else setMessage(outcome.message);
    }
  };
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void take([...event.dataTransfer.files]);
  };
  const onPaste = (event: ClipboardEvent) => {
    const pictures = picturesIn(event.clipboardData);
    if (pictures.length === 0) return;
    event.preventDefault();
    void take(pictures);
  };
  const restColor = message ? "ember" : "rime";
  return (
    <Box mt={4} onPaste={onPaste}>
      <Heading as="h3" fontSize="16px" mb={1}>
        Photos
      </Heading>
      <Flex
        role="group"
        tabIndex={0}
        aria-label="Drop or paste photos here"
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={onDrop}
        align="center"
        gap={3}
        borderWidth="2px"
        borderStyle="dashed"
        borderColor={isOver ? "spruce" : restColor}
        borderRadius="control"
        px={3}
        py={2.5}
      >
        <Camera size={20} aria-hidden />
        <Text flex={1} color="muted" fontSize="14px">
          {busyCount > 0
            ? `Keeping ${busyCount === 1 ? "a photo" : `${busyCount} photos`}…`
            : "Drop or paste them here. Location and camera data are removed."}
        </Text>
        <FileButton
          minH="36px"
          px={3}
          fontSize="13.5px"
          accept="image/*"
          multiple
          testId="photo-files"
          onFiles={(files) => void take(files)}
        >
          Choose
        </FileButton>
      </Flex>
      {message && (
        <Text role="alert" color="ember" fontWeight={500} fontSize="14px" mt={1.5}>
          {message}
        </Text>
      )}
      <Grid templateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap={3} mt={3}>
        {photos.map((photo, index) => (
          <Box key={`${photo.sha256}${index}`}>
            <Box position="relative">
              <a href={`/api/photos/${photo.sha256}`} target="_blank" rel="noreferrer">
                <img
                  src={`/api/photos/${photo.smallSha256}`}
                  alt={photo.caption || "photo"}
                  style={{
                    width: "100%",
                    height: "104px",
                    objectFit: "cover",
                    borderRadius: "8px",
                    display: "block",
                  }}
                />
              </a>
              <Remove
                label={`Remove the photo ${photo.caption}`}
                position="absolute"
                top={1}
                right={1}
                size="xs"
                bg="surface"
                onClick={() => onChange(photos.filter((_, k) => k !== index))}
              />
            </Box>
            <TextField
              label=""
              ariaLabel="Caption"
              field={held(photo.caption, (caption) =>
                onChange(photos.map((each, k) => (k === index ? { ...each, caption } : each))),
              )}
            />
          </Box>
        ))}
      </Grid>
    </Box>
  );
}
