"use client";
import { Box, Heading, Table, Text, VisuallyHidden } from "@chakra-ui/react";
import type { MethodReading, RatingMethodName, RecommendedRating } from "@/core/verdict";
import {
  quantityText,
  ratingMethodLabel,
  ratingMethodText,
  recommendedRatingText,
} from "@/phrasing";
import { RATING_METHODS } from "@/records";
import { ChoiceField, held } from "../parts/fields";
import { PageLink } from "../parts/PageLink";
import { Panel } from "../parts/Panel";
import { unbroken } from "../parts/unbroken";
import { PlanItButton } from "./PlanItButton";
import type { PlanIt } from "./usePlanIt";

export type RatingMethodsProps = {
  amplifierId: string;
  ratings: readonly MethodReading[];
  recommended: RecommendedRating | null;
  /** The method that the reviewer prefers. */
  preferred: RatingMethodName | null;
  /** The load that the powers are stated for. */
  loadOhms: number;
  channelCount: number;
  plan: PlanIt;
  onPrefer(method: RatingMethodName | null): void;
};

/** The rating that the measurements support, and the same amplifier by every rating method, with all channels driven and with one. */
export function RatingMethods(props: RatingMethodsProps) {
  const { ratings, recommended, preferred, onPrefer, channelCount } = props;
  return (
    <Panel>
      <Heading as="h2" fontSize="18px" mb={1}>
        Recommended rating
      </Heading>
      {recommended ? (
        <>
          <Text fontSize="32px" fontWeight={700} lineHeight={1.2} data-testid="recommended">
            {recommended.powerWatts} W
          </Text>
          <Text fontSize="14px" color="muted">
            {unbroken(recommendedRatingText(recommended, channelCount))}
          </Text>
        </>
      ) : (
        <Text fontSize="14.5px" color="muted">
          It takes a power sweep on a real bench.
        </Text>
      )}
      <Box mt={2}>
        <ChoiceField
          label="Rating method"
          field={held(preferred ?? "", (name) =>
            onPrefer(RATING_METHODS.find((each) => each === name) ?? null),
          )}
          choices={[
            { value: "", label: "Strictest method with a reading" },
            ...ratings
              .filter(({ driven }) => driven === "all")
              .map(({ name, limit }) => ({ value: name, label: ratingMethodLabel(name, limit) })),
          ]}
        />
      </Box>
      <Heading as="h2" fontSize="18px" mt={5} mb={1}>
        Power by rating method
      </Heading>
      <Table.Root size="sm" css={{ "& td, & th": { borderColor: "rime", px: 0, py: 1.5 } }}>
        <Table.Header>
          <Table.Row bg="transparent">
            <Table.ColumnHeader>
              <VisuallyHidden>Rating method</VisuallyHidden>
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
          {RATING_METHODS.map((name) => (
            <MethodRow key={name} name={name} {...props} />
          ))}
        </Table.Body>
      </Table.Root>
      <Text fontSize="13.5px" color="muted" mt={2}>
        Weakest channel, into {props.loadOhms} Ω. Simulated results are in italics.
      </Text>
    </Panel>
  );
}

function MethodRow({ name, ...props }: RatingMethodsProps & { name: RatingMethodName }) {
  const { ratings, channelCount, loadOhms, plan } = props;
  const [all, one] = (["all", "one"] as const).map((driven) =>
    ratings.find((method) => method.name === name && method.driven === driven),
  );
  if (!all || !one) return null;
  const hasReading = all.reading !== null || one.reading !== null;
  const label = ratingMethodLabel(name, all.limit);
  const settling = { kind: all.settledBy, loadOhms, channelsDriven: channelCount };
  return (
    <Table.Row bg="transparent" title={ratingMethodText(name)}>
      <Table.Cell fontSize="14px" color="muted" lineHeight={1.25}>
        {label}
      </Table.Cell>
      {hasReading ? (
        [all, one].map((method) => <WattsCell key={method.driven} method={method} {...props} />)
      ) : (
        <Table.Cell colSpan={2} textAlign="right">
          <Box display="inline-block">
            <PlanItButton settling={settling} text={label} plan={plan} />
          </Box>
        </Table.Cell>
      )}
    </Table.Row>
  );
}

function WattsCell({
  method: { reading },
  amplifierId,
}: { method: MethodReading } & Pick<RatingMethodsProps, "amplifierId">) {
  if (!reading)
    return (
      <Table.Cell textAlign="right" color="muted">
        –
      </Table.Cell>
    );
  const text = quantityText(reading.powerWatts, reading.expandedUncertainty, "watts");
  const sign = { "at-least": "≥ ", "at-most": "≤ " };
  return (
    <Table.Cell textAlign="right" fontWeight={700} whiteSpace="nowrap" title={text}>
      <PageLink href={`/amplifiers/${amplifierId}/bench?run=${reading.runId}`}>
        <Text as="span" fontStyle={reading.isRehearsed ? "italic" : undefined}>
          {reading.bound === null ? "" : sign[reading.bound]}
          {text.replace(/ ± \S+/, "")}
        </Text>
      </PageLink>
    </Table.Cell>
  );
}
