import { Box, Table, Text } from "@chakra-ui/react";
import { Fragment } from "react";
import { ceilingName } from "@/phrasing";
import { drivenText } from "@/core/claim";
import { forecast, type Assumptions } from "@/core/forecast";
import { formatShort, formatWithUncertainty } from "@/core/units";
import type { StatedPower, Load } from "@/records";
import { suppliedInto, type Looked, type MeasuredSupply, type OnSupply } from "@/records/facts";

export type ByLoadProps = {
  claims: readonly StatedPower[];
  loads: readonly Load[];
  channelCount: number;
  supplies: readonly OnSupply[];
  /** What runs have shown of them so far. */
  measured: readonly MeasuredSupply[];
  assumptions: Assumptions;
  looked: Looked;
  onLook(looked: Looked): void;
};

/** Every load that is claimed or at hand, on every supply: most watts with one channel and with all. Choosing one shows its ceilings. */
export function ByLoad({
  claims,
  loads,
  channelCount,
  supplies,
  measured,
  assumptions,
  looked,
  onLook,
}: ByLoadProps) {
  const ohms = [
    ...new Set([
      ...claims.map(({ loadOhms }) => loadOhms),
      ...loads.map(({ nominalOhms }) => nominalOhms),
      8,
      4,
    ]),
  ].sort((left, right) => right - left);
  const counts = [...new Set([1, channelCount])];
  return (
    <Table.Root size="sm" css={{ "& td, & th": { borderColor: "rime", px: 1, bg: "surface" } }}>
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader fontSize="17px" fontWeight={700} color="ink">
            By load{supplies.length > 1 ? " and supply" : ""}
          </Table.ColumnHeader>
          {counts.map((count) => (
            <Table.ColumnHeader key={count} textAlign="end" color="muted">
              {drivenText(count)}
            </Table.ColumnHeader>
          ))}
          <Table.ColumnHeader color="muted" ps="28px !important">
            limited by
          </Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {ohms.map((loadOhms) => (
          <Fragment key={loadOhms}>
            {supplies.map(({ name, facts }) => {
              const { limiter: last } = forecast(facts, assumptions, {
                loadOhms,
                channelsDriven: channelCount,
              });
              return (
                <Table.Row key={name}>
                  <Table.Cell fontWeight={700}>
                    {loadOhms} Ω{supplies.length > 1 ? `, ${name}` : ""}
                  </Table.Cell>
                  {counts.map((channelsDriven) => {
                    const { limiter } = forecast(facts, assumptions, { loadOhms, channelsDriven });
                    const isLooked =
                      looked.loadOhms === loadOhms &&
                      looked.channelsDriven === channelsDriven &&
                      looked.supplyName === name;
                    return (
                      <Table.Cell key={channelsDriven} textAlign="end">
                        <Box
                          asChild
                          fontWeight={600}
                          px={2}
                          py={1}
                          borderRadius="control"
                          borderWidth="1.5px"
                          borderColor={isLooked ? "spruce" : "transparent"}
                          _hover={{ bg: "sunken" }}
                        >
                          <button
                            type="button"
                            aria-pressed={isLooked}
                            title={`Ceilings: ${loadOhms} Ω, ${drivenText(channelsDriven)}${name ? `, ${name}` : ""}`}
                            onClick={() => onLook({ loadOhms, channelsDriven, supplyName: name })}
                          >
                            {limiter ? `${formatShort(limiter.watts)} W` : "–"}
                          </button>
                        </Box>
                        <SuppliedWatts
                          supplied={suppliedInto(measured, name, { loadOhms, channelsDriven })}
                        />
                      </Table.Cell>
                    );
                  })}
                  <Table.Cell color="muted" ps="28px !important">
                    {last ? ceilingName(last.kind) : "not known"}
                  </Table.Cell>
                </Table.Row>
              );
            })}
          </Fragment>
        ))}
      </Table.Body>
    </Table.Root>
  );
}

/** A band of nineteen times in twenty, over the standard uncertainty. */
const COVERAGE = 2;

/** What a run found there, or what others let expect. */
function SuppliedWatts({ supplied }: { supplied: ReturnType<typeof suppliedInto> }) {
  if (!supplied) return null;
  const { value, uncertainty } = formatWithUncertainty(
    supplied.watts,
    COVERAGE * supplied.stdWatts,
  );
  return (
    <Text fontSize="13px" color="muted" px={2} whiteSpace="nowrap">
      {supplied.from === "predicted" ? "predicted from measurements" : supplied.from} {value} ±{" "}
      {uncertainty} W
    </Text>
  );
}
