import { Box, Grid, Heading, Text } from "@chakra-ui/react";
import { READINGS, type Readings } from "@/records";
import { Panel } from "../parts/Panel";

const WORDS: Record<Readings, { title: string; text: string }> = {
  "simulated bench": {
    title: "The simulated bench",
    text: "To rehearse: source, amplifier, load and converter are worked out, and nothing is connected.",
  },
  recordings: {
    title: "Recordings",
    text: "WAV files, a scope’s CSV, responses as text, made on the real bench.",
  },
  meter: {
    title: "A meter",
    text: "You read a voltmeter, a scope or a sound level meter, and type what it shows.",
  },
  "audio interface": {
    title: "An audio interface",
    text: "Live: it plays into the amplifier and hears the loads through the divider, from this page.",
  },
  "network instruments": {
    title: "Instruments on the network",
    text: "Live: a generator plays, an oscilloscope reads the loads, and meters look on, over cables of your own network.",
  },
};

/** What takes the readings at the Bench; its screen is the same for all. */
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
        What takes the readings
      </Heading>
      <Grid
        role="radiogroup"
        aria-label="What takes the readings"
        templateColumns="repeat(2, 1fr)"
        gap={2.5}
      >
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
