"use client";
import { Box, Heading, HStack, Text } from "@chakra-ui/react";
import { useState, type MouseEvent } from "react";
import type { HeatSpot, Details } from "@/records";
import { channelLook } from "@/drawing/channelLook";
import { ActionButton } from "../parts/ActionButton";
import { Panel } from "../parts/Panel";
import { celsiusText } from "./heatText";
import type { ReadSpot } from "@/records/facts";

/** Where the spots are, on a photo of the Brief: press the photo to pin the chosen spot there. */
export function SpotPins({
  photos,
  spots,
  chosenId,
  onPin,
}: {
  photos: Details["photos"];
  spots: readonly ReadSpot[];
  chosenId: string | null;
  onPin(spotId: string, pin: HeatSpot["pin"]): void;
}) {
  const pinned = spots.find(({ spot }) => spot.pin)?.spot.pin?.sha256;
  const [shown, setShown] = useState(pinned ?? photos[0]?.sha256 ?? null);
  const photo = photos.find(({ sha256 }) => sha256 === shown) ?? photos[0];
  if (!photo) return null;
  const chosen = spots.find(({ spot }) => spot.id === chosenId)?.spot ?? null;
  const pin = (event: MouseEvent<HTMLElement>) => {
    if (!chosen) return;
    const frame = event.currentTarget.getBoundingClientRect();
    onPin(chosen.id, {
      sha256: photo.sha256,
      x: share(event.clientX - frame.left, frame.width),
      y: share(event.clientY - frame.top, frame.height),
    });
  };
  return (
    <Panel>
      <Heading as="h2" fontSize="16px" mb={2}>
        Positions
      </Heading>
      <Box position="relative" onClick={pin} cursor={chosen ? "crosshair" : undefined}>
        <img
          src={`/api/photos/${photo.sha256}`}
          alt={photo.caption || "The amplifier"}
          style={{ width: "100%", borderRadius: "6px", display: "block" }}
        />
        {spots.map(({ spot, last }, k) =>
          spot.pin?.sha256 === photo.sha256 ? (
            <Box
              key={spot.id}
              position="absolute"
              left={`${100 * spot.pin.x}%`}
              top={`${100 * spot.pin.y}%`}
              transform="translate(-50%, -50%)"
              bg="surface"
              borderWidth="2px"
              borderColor={channelLook(k).color}
              borderRadius="control"
              px={1.5}
              fontSize="13px"
              fontWeight={700}
              whiteSpace="nowrap"
              pointerEvents="none"
            >
              {last === null ? spot.name : celsiusText(last)}
            </Box>
          ) : null,
        )}
      </Box>
      <HStack mt={2} gap={2} wrap="wrap">
        {photos.length > 1 &&
          photos.map(({ sha256, caption }, k) => (
            <ActionButton
              key={sha256}
              minH="34px"
              px={2.5}
              fontSize="13.5px"
              aria-pressed={sha256 === photo.sha256}
              tone={sha256 === photo.sha256 ? "primary" : "quiet"}
              onClick={() => setShown(sha256)}
            >
              {caption || `Photo ${k + 1}`}
            </ActionButton>
          ))}
      </HStack>
      <Text fontSize="14px" color="muted" mt={1}>
        {chosen
          ? `Click the photo where ${chosen.name} is.`
          : "Choose a spot, then click its position."}
      </Text>
    </Panel>
  );
}

const share = (at: number, whole: number): number => Math.min(1, Math.max(0, at / whole));
