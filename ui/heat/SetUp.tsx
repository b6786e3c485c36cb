"use client";
import { Box, Grid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { parseCelsius } from "@/core/units";
import { settingName } from "@/phrasing";
import { NO_SETUP, takenOnInstead, type HeatLog, type Setup, type SetupDetails } from "@/records";
import { namedSetup } from "@/records/facts";
import { held, QuantityField, TextField } from "../parts/fields";
import { SetupChoices, SetupTexts } from "../parts/SetupFields";
import { SpotsEditor } from "./SpotsEditor";

/** The title of a log, the setup, the room, and where its spots are. */
export function SetUp({
  log,
  details,
  channelCount,
  isTyped,
  onChange,
}: {
  log: HeatLog;
  details: SetupDetails;
  channelCount: number;
  isTyped: boolean;
  onChange(log: HeatLog): void;
}) {
  const [room, setRoom] = useState(String(log.roomCelsius));
  const isGood = isRoom(parseCelsius(room));
  const { takenOn = NO_SETUP } = log;
  const takeOn = (to: Setup) => onChange(takenOnInstead(log, to, new Date().toISOString()));
  return (
    <Grid gap={3} mt={3} mb={3}>
      <Grid templateColumns="1fr 1.6fr 120px" gap={3}>
        <TextField
          label="Name"
          field={held(log.title, (title) => onChange({ ...log, title }))}
          error={log.title.trim() === "" ? "Enter a name." : undefined}
        />
        <TextField
          label="What is different"
          placeholder="new compound, cover off, on its side"
          field={held(log.setup, (setup) => onChange({ ...log, setup }))}
        />
        <QuantityField
          label="Room"
          unit="°C"
          field={held(room, (text) => {
            setRoom(text);
            const next = parseCelsius(text);
            if (isRoom(next)) onChange({ ...log, roomCelsius: next });
          })}
          error={isGood ? undefined : "From −10 to 45."}
        />
      </Grid>
      <Grid templateColumns="repeat(3, minmax(0, 1fr))" gap={3}>
        <SetupChoices
          id="watched"
          {...{ details, channelCount }}
          setup={takenOn}
          onChange={takeOn}
        />
        <SetupTexts id="watched" {...{ details }} setup={takenOn} onChange={takeOn} />
      </Grid>
      {log.corrected && (
        <Box color="muted" fontSize="13.5px">
          {log.corrected.map(({ at, was }) => (
            <Text key={at}>
              Corrected on {at.slice(0, 10)}; before:{" "}
              {settingName(namedSetup(was, details).setting) || "as supplied"}.
            </Text>
          ))}
        </Box>
      )}
      <SpotsEditor
        spots={log.spots}
        canAdd={isTyped}
        onChange={(spots) => onChange({ ...log, spots })}
      />
    </Grid>
  );
}

const ROOM = { least: -10, most: 45 };

const isRoom = (celsius: number | null): celsius is number =>
  celsius !== null && celsius >= ROOM.least && celsius <= ROOM.most;
