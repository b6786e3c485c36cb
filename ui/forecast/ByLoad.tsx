import { Table } from "@chakra-ui/react";
import { drivenText } from "@/core/claim";
import { ceilingName, forecast, type Assumptions, type ForecastFacts } from "@/core/forecast";
import { formatShort } from "@/core/units";
import type { Claim, Load } from "@/records";

/** Every load that is claimed or at hand: most watts with one channel and with all. */
export function ByLoad({ claims, loads, channelCount, facts, assumptions }: { claims: readonly Claim[]; loads: readonly Load[]; channelCount: number; facts: ForecastFacts; assumptions: Assumptions }) {
  const ohms = [...new Set([...claims.map(({ loadOhms }) => loadOhms), ...loads.map(({ nominalOhms }) => nominalOhms), 8, 4])].sort((left, right) => right - left);
  const counts = [...new Set([1, channelCount])];
  return (
    <Table.Root size="sm" css={{ "& td, & th": { borderColor: "rime", px: 1, bg: "surface" } }}>
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader fontSize="17px" fontWeight={700} color="ink">
            By load
          </Table.ColumnHeader>
          {counts.map((count) => (
            <Table.ColumnHeader key={count} textAlign="end" color="muted">
              {drivenText(count)}
            </Table.ColumnHeader>
          ))}
          <Table.ColumnHeader color="muted" ps="28px !important">ended by</Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {ohms.map((loadOhms) => {
          const all = forecast(facts, assumptions, { loadOhms, channelsDriven: channelCount });
          return (
            <Table.Row key={loadOhms}>
              <Table.Cell fontWeight={700}>{loadOhms} Ω</Table.Cell>
              {counts.map((channelsDriven) => {
                const { limiter } = forecast(facts, assumptions, { loadOhms, channelsDriven });
                return (
                  <Table.Cell key={channelsDriven} textAlign="end" fontWeight={600}>
                    {limiter ? `${formatShort(limiter.watts)} W` : "–"}
                  </Table.Cell>
                );
              })}
              <Table.Cell color="muted" ps="28px !important">{all.limiter ? ceilingName(all.limiter.kind) : "not known"}</Table.Cell>
            </Table.Row>
          );
        })}
      </Table.Body>
    </Table.Root>
  );
}
