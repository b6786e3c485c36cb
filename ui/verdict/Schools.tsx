"use client";
import { Box, Heading, Table, Text, VisuallyHidden } from "@chakra-ui/react";
import {
  quantityText,
  type HonestRating,
  type SchoolName,
  type SchoolReading,
} from "@/core/verdict";
import { SCHOOL_NAMES } from "@/records";
import { ChoiceField, held } from "../parts/fields";
import { PageLink } from "../parts/PageLink";
import { Panel } from "../parts/Panel";
import { unbroken } from "../parts/unbroken";
import { PlanItButton } from "./PlanItButton";
import type { PlanIt } from "./usePlanIt";

export type SchoolsProps = {
  amplifierId: string;
  schools: readonly SchoolReading[];
  honest: HonestRating | null;
  house: SchoolName | null;
  /** The load that powers are told for. */
  loadOhms: number;
  channelCount: number;
  plan: PlanIt;
  onHouse(house: SchoolName | null): void;
};

/** The same amplifier by every school of stating power, with all channels driven and with one; and what may honestly be printed. */
export function Schools(props: SchoolsProps) {
  const { schools, honest, house, onHouse, channelCount } = props;
  return (
    <Panel>
      <Heading as="h2" fontSize="18px" mb={1}>
        An honest rating
      </Heading>
      {honest ? (
        <>
          <Text fontSize="32px" fontWeight={700} lineHeight={1.2} data-testid="honest">
            {honest.powerWatts} W
          </Text>
          <Text fontSize="14px" color="muted">
            {unbroken(honest.sentence.replace(/^[^:]*: /, ""))}
          </Text>
        </>
      ) : (
        <Text fontSize="14.5px" color="muted">
          No run of a real bench tells it yet.
        </Text>
      )}
      <Box mt={2}>
        <ChoiceField
          label="The house’s own school"
          field={held(house ?? "", (name) =>
            onHouse(SCHOOL_NAMES.find((each) => each === name) ?? null),
          )}
          choices={[
            { value: "", label: "the sternest that has a reading" },
            ...schools
              .filter(({ driven }) => driven === "all")
              .map(({ name, label }) => ({ value: name, label })),
          ]}
        />
      </Box>
      <Heading as="h2" fontSize="18px" mt={5} mb={1}>
        How many watts, by each school
      </Heading>
      <Table.Root size="sm" css={{ "& td, & th": { borderColor: "rime", px: 0, py: 1.5 } }}>
        <Table.Header>
          <Table.Row bg="transparent">
            <Table.ColumnHeader>
              <VisuallyHidden>School</VisuallyHidden>
            </Table.ColumnHeader>
            <Table.ColumnHeader textAlign="right" fontSize="13px" color="muted">
              {channelCount === 2 ? "both driven" : "all driven"}
            </Table.ColumnHeader>
            <Table.ColumnHeader textAlign="right" fontSize="13px" color="muted">
              one driven
            </Table.ColumnHeader>
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {SCHOOL_NAMES.map((name) => (
            <SchoolRow key={name} name={name} {...props} />
          ))}
        </Table.Body>
      </Table.Root>
      <Text fontSize="13.5px" color="muted" mt={2}>
        The weakest channel, into {props.loadOhms} Ω. In italics: on the simulated bench only.
      </Text>
    </Panel>
  );
}

function SchoolRow({ name, ...props }: SchoolsProps & { name: SchoolName }) {
  const { schools, channelCount, loadOhms, plan } = props;
  const [all, one] = (["all", "one"] as const).map((driven) =>
    schools.find((school) => school.name === name && school.driven === driven),
  );
  if (!all || !one) return null;
  const isTold = all.reading !== null || one.reading !== null;
  const settling = {
    kind: all.settledBy,
    text: all.label,
    loadOhms,
    channelsDriven: channelCount,
  };
  return (
    <Table.Row bg="transparent" title={all.source}>
      <Table.Cell fontSize="14px" color="muted" lineHeight={1.25}>
        {all.label}
      </Table.Cell>
      {isTold ? (
        [all, one].map((school) => <WattsCell key={school.driven} school={school} {...props} />)
      ) : (
        <Table.Cell colSpan={2} textAlign="right">
          <Box display="inline-block">
            <PlanItButton settling={settling} plan={plan} />
          </Box>
        </Table.Cell>
      )}
    </Table.Row>
  );
}

function WattsCell({
  school: { reading },
  amplifierId,
}: { school: SchoolReading } & Pick<SchoolsProps, "amplifierId">) {
  if (!reading)
    return (
      <Table.Cell textAlign="right" color="muted">
        –
      </Table.Cell>
    );
  const text = quantityText(reading.powerWatts, reading.expandedUncertainty, "watts");
  const [value] = text.split(" ± ");
  const sign = { "at-least": "≥ ", "at-most": "≤ " };
  return (
    <Table.Cell textAlign="right" fontWeight={700} whiteSpace="nowrap" title={text}>
      <PageLink href={`/amplifiers/${amplifierId}/bench?run=${reading.runId}`}>
        <Text as="span" fontStyle={reading.isRehearsed ? "italic" : undefined}>
          {reading.bound === null ? "" : sign[reading.bound]}
          {value}
        </Text>
      </PageLink>
    </Table.Cell>
  );
}
