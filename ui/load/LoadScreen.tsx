"use client";
import { Grid, Tabs } from "@chakra-ui/react";
import { useState } from "react";
import { cautionsFor, type SafetyFacts } from "@/core/safety";
import type { Amplifier, StatedPower, Load, LoadDraft, Resistors, Room, Used } from "@/records";
import type { LoadsNeeded } from "@/records/facts";
import { SafetyCautions } from "../parts/SafetyCautions";
import { BuiltLoads } from "./built/BuiltLoads";
import { LoadFinder } from "./finder/LoadFinder";
import { ResistorShelf } from "./shelf/ResistorShelf";

export type LoadScreenProps = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  resistors: Resistors;
  safety: SafetyFacts;
  /** All loads of the workshop. */
  inWorkshop: readonly Used<Load>[];
  room: Room;
  needed: LoadsNeeded;
};

/** The dummy loads: as they are built, found from the resistors at hand, and those resistors. */
export function LoadScreen({
  amplifier,
  claims,
  loads,
  resistors,
  safety,
  inWorkshop,
  room,
  needed,
}: LoadScreenProps) {
  const [tab, setTab] = useState("built");
  const [wantedOhms, setWantedOhms] = useState<number | null>(null);
  const find = (ohms: number) => {
    setWantedOhms(ohms);
    setTab("finder");
  };
  const [found, setFound] = useState<LoadDraft | null>(null);
  return (
    <Tabs.Root
      value={tab}
      onValueChange={({ value }) => setTab(value)}
      lazyMount
      unmountOnExit
      variant="line"
      colorPalette="teal"
    >
      <Tabs.List mb={3.5} borderColor="rime">
        {[
          ["built", "As built"],
          ["finder", "Find one"],
          ["shelf", `Resistors (${resistors.resistors.length})`],
        ].map(([value, label]) => (
          <Tabs.Trigger
            key={value}
            value={value}
            fontSize="16px"
            fontWeight={600}
            color={tab === value ? "ink" : "muted"}
            minH="44px"
          >
            {label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value="built" p={0}>
        <Grid templateColumns="minmax(0, 1.45fr) minmax(0, 1fr)" gap={4} alignItems="start">
          <BuiltLoads
            key={found ? "found" : "kept"}
            amplifier={amplifier}
            claims={claims}
            loads={loads}
            inWorkshop={inWorkshop}
            needed={needed}
            onFind={find}
            found={found}
            onFoundDone={() => setFound(null)}
          />
          <SafetyCautions cautions={cautionsFor(safety)} />
        </Grid>
      </Tabs.Content>
      <Tabs.Content value="finder" p={0}>
        <LoadFinder
          wantedOhms={wantedOhms}
          roomCelsius={room.celsius}
          resistors={resistors.resistors}
          channelCount={amplifier.channelCount}
          claims={claims}
          onShelf={() => setTab("shelf")}
          onBuild={(draft) => {
            setFound(draft);
            setTab("built");
          }}
        />
      </Tabs.Content>
      <Tabs.Content value="shelf" p={0}>
        <ResistorShelf resistors={resistors} />
      </Tabs.Content>
    </Tabs.Root>
  );
}
