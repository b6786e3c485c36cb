import { Box, Heading, Text } from "@chakra-ui/react";
import type { RunKind } from "@/core/plan";
import { formatSignificant } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { Load } from "@/records";
import { Panel } from "../parts/Panel";
import { unbroken } from "../parts/unbroken";

/** What each kind of run needs at the bench, beside load and probe. */
const NEEDS: Partial<Record<RunKind, readonly string[]>> = {
  noise: [
    "Short the inputs with plugs that hold the usual source resistance.",
    "Level control where it stands for listening; say where.",
  ],
  "noise-response": ["Play pink noise; record ten seconds or more."],
  gain: ["Record the source on a channel of its own, or read both with one voltmeter."],
  response: [
    "Record the source too: the phase, and a level that is not quite even, then cancel.",
    "For the speaker-like load, take the stand-in, never a speaker at power.",
  ],
  crosstalk: ["Short the input of the listening channel.", "Both channels keep their loads."],
  impedance: [
    "Two loads of different ohms, both measured. Turn the drive down before you change them.",
    "Keep the converter’s range: what it is off by then cancels.",
  ],
  bridged: [
    "Bridge only as its maker says. Neither terminal is earth: a differential probe, or two channels.",
    "Half the load for each of the two channels: not under its least.",
  ],
  "low-ohm": ["Fire-proof ground under the load. Bursts come first; stay beside it."],
  "heat-soak": ["A probe on the heat sink, one on the case. Never leave it alone."],
  "mains-draw": [
    "A mains meter between wall and amplifier; a clamp on one conductor only. Open nothing.",
  ],
  "listening-level": [
    "A sound level meter at the listener’s ears, C-weighted, slow. Protect your hearing.",
  ],
  residual: [
    "Record the source on a channel of its own, so that what it adds can be taken away exactly.",
  ],
  "line-output": ["The line output on the recorder’s input; no power load on it."],
};

/** What to connect for this run, in the order of doing it. */
export function ConnectPanel({
  kind,
  load,
  second,
  channelsDriven,
}: {
  kind: RunKind;
  load: Load;
  second: Load | null;
  channelsDriven: number;
}) {
  const ohms = load.channels
    .slice(0, Math.max(1, channelsDriven))
    .map(({ ohms: each }, k) => `${channelLetter(k)}\u00a0${formatSignificant(each, 4)} Ω`)
    .join(", ");
  const steps = [
    kind === "listening-level"
      ? "The speaker as it is listened to."
      : `The load, before power: ${ohms}.`,
    ...(kind === "impedance"
      ? [
          second
            ? `Then ${second.channels.map(({ ohms: each }) => `${formatSignificant(each, 4)} Ω`).join(", ")}.`
            : "A second load is missing: enter one under Load.",
        ]
      : []),
    ...(NEEDS[kind] ?? []),
    "Drive at its least, then on.",
  ];
  return (
    <Panel>
      <Heading as="h2" fontSize="16px" mb={1.5}>
        What to connect
      </Heading>
      <Box as="ol" pl={5} fontSize="14.5px" listStyleType="decimal">
        {steps.map((step) => (
          <Text as="li" key={step} mb={1} display="list-item">
            {unbroken(step)}
          </Text>
        ))}
      </Box>
    </Panel>
  );
}
