"use client";
import { Box, Grid, Heading, Text } from "@chakra-ui/react";
import { ROLE_FACTS } from "@/core/scpi";
import type { NetworkChoice, NetworkInstruments, RigSettings } from "@/records";
import { CHOSEN_ROLES, instrumentsFor } from "@/records/facts";
import { ChoiceField, held } from "../parts/fields";
import { Panel } from "../parts/Panel";

const NONE = "none";

export type ChoicesPanelProps = {
  instruments: NetworkInstruments;
  choice: NetworkChoice;
  probe: RigSettings["probe"];
  /** Channels of the amplifier. */
  outputs: number;
  onChoice(change: Partial<NetworkChoice>): void;
};

/** What each instrument does at this amplifier, and which channels of the oscilloscope read what. */
export function ChoicesPanel({ instruments, choice, probe, outputs, onChoice }: ChoicesPanelProps) {
  const scope = instruments.instruments.find(({ id }) => id === choice.oscilloscopeId);
  const channels = Array.from({ length: scope?.profile.numbers.channelCount || 4 }, (_, k) =>
    String(k + 1),
  );
  const width = probe === "two channels" ? 2 : 1;
  return (
    <Panel>
      <Heading as="h2" fontSize="19px" mb={2}>
        Connections
      </Heading>
      <Grid gap={3}>
        {CHOSEN_ROLES.map(([key, role]) => (
          <ChoiceField
            key={key}
            id={`network-${role}`}
            label={`${ROLE_FACTS[role].label}: ${ROLE_FACTS[role].purpose}`}
            field={held(choice[key] ?? NONE, (id) => onChoice({ [key]: id === NONE ? null : id }))}
            choices={[
              { value: NONE, label: NONE },
              ...instrumentsFor(instruments, role).map(({ id, name }) => ({
                value: id,
                label: name,
              })),
            ]}
          />
        ))}
        <Grid templateColumns="1fr 1fr" gap={3}>
          <ChoiceField
            id="network-first-channel"
            label="Output A on channel"
            field={held(String(choice.firstChannel), (text) =>
              onChoice({ firstChannel: Number(text) }),
            )}
            choices={channels}
          />
          <ChoiceField
            id="network-source-channel"
            label="Amplifier input on channel"
            field={held(
              choice.sourceChannel === null ? NONE : String(choice.sourceChannel),
              (text) => onChoice({ sourceChannel: text === NONE ? null : Number(text) }),
            )}
            choices={[NONE, ...channels]}
          />
        </Grid>
        <Text fontSize="14.5px" color="muted">
          {outputs > 1 &&
            `Further outputs follow on the next channels${width === 2 ? ", two per output, one on each terminal" : ""}. `}
          The maximum input voltage and ramp rate are set under Audio interface.
        </Text>
        <Box as="ul" pl={5} fontSize="14.5px" listStyleType="disc">
          <Text as="li" display="list-item">
            Without a voltmeter nothing monitors the output while the oscilloscope records: guards
            act before and after each recording only.
          </Text>
          <Text as="li" display="list-item">
            Set the oscilloscope to high resolution: without a filter, signals above half its sample
            rate alias into the readings, especially with class D amplifiers.
          </Text>
          <Text as="li" display="list-item">
            Outputs are switched off on any fault, on Esc, when this page has not responded for 3 s,
            and when the program ends.
          </Text>
        </Box>
      </Grid>
    </Panel>
  );
}
