import { Box, Grid, Heading, Text } from "@chakra-ui/react";
import { READINGS, type Readings } from "@/records";
import { Panel } from "../parts/Panel";

const WORDS: Record<Readings, { title: string; text: string }> = {
  "simulated bench": {
    title: "Simulated bench",
    text: "For practice: source, amplifier, load and converter are simulated; nothing is connected.",
  },
  recordings: {
    title: "Recordings",
    text: "WAV files, oscilloscope CSV and response text from the real bench.",
  },
  meter: {
    title: "Meter",
    text: "You read a voltmeter, oscilloscope or sound level meter and enter the readings.",
  },
  "audio interface": {
    title: "Audio interface",
    text: "Live: this page plays into the amplifier and records the loads through the divider.",
  },
  "network instruments": {
    title: "Network instruments",
    text: "Live: a generator, an oscilloscope and meters on your local network.",
  },
};

/** What measures at the Bench; its screen is the same for all. */
export function ReadingsChoice({
  readings,
  onChange,
}: {
  readings: Readings;
  onChange(readings: Readings): void;
}) {
  return (
    <Panel>
      <Heading as="h2" fontSize="17px" mb={2}>
        Measured with
      </Heading>
      <Grid role="radiogroup" aria-label="Measured with" templateColumns="repeat(2, 1fr)" gap={2.5}>
        {READINGS.map((name, k) => {
          const isOn = name === readings;
          return (
            <Box
              as="button"
              key={name}
              role="radio"
              aria-checked={isOn}
              display="flex"
              flexDirection="column"
              justifyContent="flex-start"
              textAlign="left"
              borderWidth={isOn ? "2px" : "1px"}
              borderColor={isOn ? "spruce" : "rime"}
              bg={isOn ? "sunken" : "surface"}
              borderRadius="control"
              px={3}
              py={2}
              cursor="pointer"
              // The last of an odd number takes the row: no hole is left beside it.
              gridColumn={k % 2 === 0 && k === READINGS.length - 1 ? "1 / -1" : undefined}
              onClick={() => onChange(name)}
            >
              <Text fontWeight={700}>
                {isOn && "✓ "}
                {WORDS[name].title}
              </Text>
              <Text fontSize="13.5px" color="muted">
                {WORDS[name].text}
              </Text>
            </Box>
          );
        })}
      </Grid>
    </Panel>
  );
}
