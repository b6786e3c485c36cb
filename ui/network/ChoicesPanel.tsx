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
        At this amplifier
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
            label="Output A is read by channel"
            field={held(String(choice.firstChannel), (text) =>
              onChoice({ firstChannel: Number(text) }),
            )}
            choices={channels}
          />
          <ChoiceField
            id="network-source-channel"
            label="The input is read by channel"
            field={held(
              choice.sourceChannel === null ? NONE : String(choice.sourceChannel),
              (text) => onChoice({ sourceChannel: text === NONE ? null : Number(text) }),
            )}
            choices={[NONE, ...channels]}
          />
        </Grid>
        <Text fontSize="14.5px" color="muted">
          {outputs > 1 &&
            `Its other outputs follow on the next channels${width === 2 ? ", two for each: one on either terminal" : ""}. `}
          At most what the input stands is played, and it rises as set under Audio interface.
        </Text>
        <Box as="ul" pl={5} fontSize="14.5px" listStyleType="disc">
          <Text as="li" display="list-item">
            Without a voltmeter nobody looks on while the oscilloscope records: guards act before
            and after each recording.
          </Text>
          <Text as="li" display="list-item">
            Set the oscilloscope to high resolution: without a filter what lies above half its rate
            folds down into the readings, above all of amplifiers that switch.
          </Text>
          <Text as="li" display="list-item">
            Outputs go off on any fault, on Esc, when this page is not heard of for 3 s, and when
            the program ends.
          </Text>
        </Box>
      </Grid>
    </Panel>
  );
}
