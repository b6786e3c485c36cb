import { Box, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { drivenText } from "@/core/claim";
import {
  formatFixed,
  formatShort,
  formatSignificant,
  formatWithUncertainty,
  formatWithUnit,
} from "@/core/units";
import { supplyDifferences, type MeasuredSupply, type SupplyDifference } from "@/records/facts";
import type { Details } from "@/records";
import { STOP_TITLES } from "@/phrasing";
import { Panel } from "../parts/Panel";
import { Explain } from "../words/Explain";
import { Energy } from "./Energy";
import { SupplyAlone } from "./SupplyAlone";

const COVERAGE = 2;

/** What each supply lets the amplifier do, side by side; what the bigger one buys, and what stands behind it. */
export function SupplyPanel({
  amplifierId,
  details,
  supplies,
}: {
  amplifierId: string;
  details: Details;
  supplies: readonly MeasuredSupply[];
}) {
  const measured = supplies.filter(
    ({ outputs, fingerprint, staying, mains }) =>
      supplies.length > 1 || (outputs.length > 0 && (fingerprint ?? staying ?? mains) !== null),
  );
  if (measured.length === 0) return null;
  const differences = supplyDifferences(measured, details.supplies);
  return (
    <Panel data-testid="supply">
      <HStack gap={1.5} mb={1}>
        <Heading as="h2" fontSize="18px">
          Supply
        </Heading>
        <Explain term="supply-fingerprint" of="a supply’s characteristic" />
      </HStack>
      <LeadingDifference differences={differences} />
      <Grid templateColumns={`repeat(${measured.length}, minmax(0, 1fr))`} gap={4} mt={2}>
        {measured.map((supply) => (
          <Box key={supply.name}>
            <Text fontWeight={700} fontSize="15.5px">
              {supply.name}
              {supply.isRehearsed && (
                <Text as="span" color="muted" fontWeight={400}>
                  , simulated
                </Text>
              )}
            </Text>
            <Rows rows={rowsOf(supply)} />
            <Energy mains={supply.mains} />
            <Text fontSize="14px" color="muted" mt={1.5}>
              {endText(supply)}
              {fingerprintText(supply)}
            </Text>
          </Box>
        ))}
      </Grid>
      <SupplyAlone amplifierId={amplifierId} details={details} />
    </Panel>
  );
}

/** The largest difference in a sentence: watts, decibels, whether it is heard, and what ends it there. */
function LeadingDifference({ differences }: { differences: readonly SupplyDifference[] }) {
  if (differences.length === 0) return null;
  const largest = differences.reduce((most, each) =>
    Math.abs(each.audibility.db) > Math.abs(most.audibility.db) ? each : most,
  );
  const { name, than, nominalOhms, channelsDriven, watts, thanWatts, audibility, endedBy, price } =
    largest;
  const { db, words } = audibility;
  return (
    <Text fontSize="16px" data-testid="supply-difference">
      <b>
        {name}: {db >= 0 ? "+" : "−"}
        {formatFixed(Math.abs(db), 1)} dB, {words}.
      </b>{" "}
      {largest.isAtLeast && "At least "}
      {formatSignificant(watts, 3)} W instead of {largest.thanIsAtLeast && "at least "}
      {formatSignificant(thanWatts, 3)} W with {than}, into {formatShort(nominalOhms)} Ω,{" "}
      {drivenText(channelsDriven)}.{endedBy && ` ${STOP_TITLES[endedBy]}.`}
      {price !== null && priceText(price, watts - thanWatts, db)}
    </Text>
  );
}

/** What a watt and a decibel more cost. */
const priceText = (price: number, watts: number, db: number): string => {
  if (price <= 0) return " It costs no more.";
  return watts > 0
    ? ` For ${formatShort(price, 4)} more: ${formatSignificant(price / watts, 2)} per watt, ${formatSignificant(price / db, 2)} per decibel.`
    : ` For ${formatShort(price, 4)} more there is no gain here.`;
};

type Row = readonly [label: string, value: string];

function Rows({ rows }: { rows: readonly Row[] }) {
  return (
    <Box as="dl" mt={1}>
      {rows.map(([label, value]) => (
        <HStack
          key={label}
          justify="space-between"
          borderTopWidth="1px"
          borderColor="rime"
          py={1}
          fontSize="14.5px"
          gap={3}
        >
          <Text as="dt" color="muted">
            {label}
          </Text>
          <Text as="dd" fontWeight={600} whiteSpace="nowrap">
            {value}
          </Text>
        </HStack>
      ))}
    </Box>
  );
}

const wattsText = (watts: number, stdWatts: number): string => {
  const shown = formatWithUncertainty(watts, COVERAGE * stdWatts);
  return `${shown.value} ± ${shown.uncertainty} W`;
};

const rowsOf = ({
  outputs,
  bursts,
  staying,
  humVoltsRms,
  noiseVoltsRms,
  soakedCelsius,
}: MeasuredSupply): Row[] => [
  ...outputs.map(({ nominalOhms, channelsDriven, watts, stdWatts, isAtLeast }): Row => [
    `${formatShort(nominalOhms)} Ω, ${drivenText(channelsDriven)}, 1 %`,
    `${isAtLeast ? "at least " : ""}${wattsText(watts, stdWatts)}`,
  ]),
  ...bursts.map(({ label, nominalOhms, watts, stdWatts }): Row => [
    `burst into ${formatShort(nominalOhms)} Ω, ${label}`,
    stdWatts === null ? `${formatSignificant(watts, 3)} W` : wattsText(watts, stdWatts),
  ]),
  ...(staying
    ? [
        [
          `past its limit into ${formatShort(staying.nominalOhms)} Ω: briefly, continuously`,
          `${formatSignificant(staying.momentsWatts, 3)}, ${formatSignificant(staying.steadyWatts, 3)} W`,
        ] as Row,
      ]
    : []),
  ...(humVoltsRms === null
    ? []
    : [["hum and ripple at the output", formatWithUnit(humVoltsRms, "V")] as Row]),
  ...(noiseVoltsRms === null
    ? []
    : [["noise, A-weighted", formatWithUnit(noiseVoltsRms, "V")] as Row]),
  ...(soakedCelsius === null
    ? []
    : [["heat sink in a soak", `${formatFixed(soakedCelsius, 1)} °C`] as Row]),
];

/** What ends the output that asks most of the supply: all channels, the lowest ohms. */
const endText = ({ outputs }: MeasuredSupply): string => {
  const hardest = outputs.toSorted(
    (a, b) => b.channelsDriven - a.channelsDriven || a.nominalOhms - b.nominalOhms,
  )[0];
  return hardest?.stopReason
    ? `${STOP_TITLES[hardest.stopReason]} (${formatShort(hardest.nominalOhms)}\u00a0Ω, ${drivenText(hardest.channelsDriven)}). `
    : "";
};

const KINDS = {
  stiff: "Its voltage holds: half the resistance draws about twice the power.",
  sagging: "Its voltage sags with the current.",
  "power-limited": "Its power is limited, whatever the load.",
  "current-limited": "Its current is limited, whatever the load.",
} as const;

/** For how long moments last, and from when on the supply decides. */
const heldText = ({
  momentsWatts,
  steadyWatts,
  storeJoules,
}: NonNullable<MeasuredSupply["staying"]>): string =>
  momentsWatts > steadyWatts
    ? `: ${formatSignificant(momentsWatts, 3)} W last ${formatWithUnit(storeJoules / (momentsWatts - steadyWatts), "s")}, then the supply limits`
    : "";

/** What stands behind the output, and what the next load would get of it. */
const fingerprintText = ({ fingerprint, staying }: MeasuredSupply): string => {
  const stored =
    staying && staying.storeJoules > 0 && Number.isFinite(staying.storeJoules)
      ? ` Its reservoir adds ${formatSignificant(staying.storeJoules, 2)} J${heldText(staying)}.`
      : "";
  if (!fingerprint)
    return `Measured into one load only; a second load gives the source impedance.${stored}`;
  const { found, next, channelsDriven } = fingerprint;
  const volts =
    found.kind === "stiff" || found.kind === "sagging"
      ? ` As ${formatSignificant(found.openVolts.value, 3)} V peak behind ${formatSignificant(found.sourceOhms.value, 2)} Ω, ${drivenText(channelsDriven)}.`
      : "";
  const predicted = next
    .map(({ loadOhms, watts, stdWatts }) => `${wattsText(watts, stdWatts)} into ${loadOhms} Ω`)
    .join(", ");
  return `${KINDS[found.kind]}${volts}${predicted ? ` It would give about ${predicted}.` : ""}${stored}`;
};
