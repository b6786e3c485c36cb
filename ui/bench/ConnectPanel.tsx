import { Box, Heading, Text } from "@chakra-ui/react";
import { RUN_KINDS, type RunKind } from "@/core/run";
import { formatSignificant } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { Load } from "@/records";
import { Panel } from "../parts/Panel";
import { unbroken } from "../parts/unbroken";

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
  const { worksInto, takesSecondLoad, connect = [] } = RUN_KINDS[kind];
  const steps = [
    worksInto ?? `Connect the load before power: ${ohms}.`,
    ...(takesSecondLoad
      ? [
          second
            ? `Then ${second.channels.map(({ ohms: each }) => `${formatSignificant(each, 4)} Ω`).join(", ")}.`
            : "A second load is missing: enter one under Load.",
        ]
      : []),
    ...connect,
    "Turn the drive to minimum, then switch on.",
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
