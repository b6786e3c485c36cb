"use client";
import { Box, Grid, Heading } from "@chakra-ui/react";
import type { Instruments, Resistors } from "@/records";
import { ResistorShelf } from "../load/shelf/ResistorShelf";
import { InstrumentList } from "../rig/InstrumentList";

/** What belongs to the workshop, whatever amplifier is on the bench. */
export function WorkshopScreen({
  resistors,
  instruments,
}: {
  resistors: Resistors;
  instruments: Instruments;
}) {
  return (
    <Box as="main" flex={1} minW={0} px={7} py={6}>
      <Heading as="h1" fontSize="28px" letterSpacing="-0.01em" mb={4}>
        Workshop
      </Heading>
      <Grid templateColumns="minmax(0, 1fr)" gap={4}>
        <ResistorShelf resistors={resistors} />
        <InstrumentList instruments={instruments} />
      </Grid>
    </Box>
  );
}
