"use client";
import { Box, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { Archive } from "lucide-react";
import type {
  Backup,
  Instruments,
  Load,
  NetworkInstruments,
  Resistors,
  Rig,
  Room,
  Used,
  Watching,
} from "@/records";
import { ResistorShelf } from "../load/shelf/ResistorShelf";
import { ActionButton } from "../parts/ActionButton";
import { BackupList } from "../parts/BackupList";
import { Panel } from "../parts/Panel";
import { InstrumentList } from "../rig/InstrumentList";
import { OverdueInstruments } from "../rig/OverdueInstruments";
import { RoomField } from "./RoomField";
import { LoadList, RigList } from "./StandingThings";
import { WatchingField } from "./WatchingField";

export type WorkshopScreenProps = {
  resistors: Resistors;
  instruments: Instruments;
  network: NetworkInstruments;
  room: Room;
  loads: readonly Used<Load>[];
  rigs: readonly Used<Rig>[];
  backups: readonly Backup[];
  watching: Watching;
  /** What is wrong with the watched folder. */
  watchTrouble: string | null;
};

/** What belongs to the workshop, whatever amplifier is on the bench. */
export function WorkshopScreen({
  resistors,
  instruments,
  network,
  room,
  loads,
  rigs,
  backups,
  watching,
  watchTrouble,
}: WorkshopScreenProps) {
  return (
    <Box as="main" flex={1} minW={0} px={7} py={6}>
      <Flex justify="space-between" align="center" gap={4} mb={4}>
        <Heading as="h1" fontSize="28px" letterSpacing="-0.01em">
          Workshop
        </Heading>
        <ActionButton asChild>
          <a
            href="/api/everything"
            download
            title="All records, recordings, photos and documents. Unpack it into an empty folder to use it as a data folder."
          >
            <Archive size={16} /> Full backup
          </a>
        </ActionButton>
      </Flex>
      <Grid templateColumns="minmax(0, 1fr)" gap={4}>
        <OverdueInstruments used={[...instruments.instruments, ...network.instruments]} />
        <Grid
          templateColumns="minmax(0, 1.5fr) minmax(0, 1.5fr) minmax(180px, 0.6fr)"
          gap={4}
          alignItems="start"
        >
          <LoadList loads={loads} />
          <RigList rigs={rigs} />
          <Panel>
            <RoomField room={room} />
            <Box mt={3}>
              <WatchingField watching={watching} trouble={watchTrouble} />
            </Box>
          </Panel>
        </Grid>
        <ResistorShelf resistors={resistors} />
        <InstrumentList instruments={instruments} />
        <Panel>
          <Heading as="h2" fontSize="18px" mb={1}>
            Backups
          </Heading>
          <Text color="muted" mb={2}>
            One is made on each day that the program runs; the last seven are kept beside the
            records. Store a full backup elsewhere too.
          </Text>
          <BackupList backups={backups} />
        </Panel>
      </Grid>
    </Box>
  );
}
