"use client";
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { PageLink } from "../parts/PageLink";
import { useRef } from "react";
import { ceilingName, ceilingText, forecastGapText } from "@/phrasing";
import { type Forecast } from "@/core/forecast";
import { formatSignificant } from "@/core/units";
import { SaveChart } from "../charts/SaveChart";
import { Panel } from "../parts/Panel";
import { CeilingChart } from "./CeilingChart";

export type CeilingsPanelProps = {
  forecast: Forecast;
  /** What it is for: load, channels, supply. */ caseText: string;
  /** Null where nothing is claimed of this load. */ claimWatts: number | null;
  briefHref: string;
  fileName: string;
};

/** The ceilings as a picture against the claim, and each one's arithmetic in words. */
export function CeilingsPanel({
  forecast: { ceilings, unknown, limiter },
  caseText,
  claimWatts,
  briefHref,
  fileName,
}: CeilingsPanelProps) {
  const svg = useRef<SVGSVGElement>(null);
  return (
    <Panel>
      <Flex justify="space-between" align="center" mb={2}>
        <Box>
          <Heading as="h2" fontSize="18px">
            Limits on output, per channel
          </Heading>
          <Text color="muted" fontSize="14px">
            {caseText}
          </Text>
        </Box>
        {limiter && <SaveChart svg={svg} name={fileName} />}
      </Flex>
      {limiter ? (
        <CeilingChart
          svgRef={svg}
          ceilings={ceilings}
          claimWatts={claimWatts}
          caption={`Limits in watts per channel, lowest first: ${ceilings.map(({ kind, watts }) => `${ceilingName(kind)} ${formatSignificant(watts, 3)} W`).join(", ")}${claimWatts === null ? "" : `; claimed ${claimWatts} W`}.`}
        />
      ) : (
        <Text color="muted">
          No data yet. Enter the supply&apos;s ratings on the{" "}
          <PageLink href={briefHref} style={{ textDecoration: "underline" }}>
            Brief
          </PageLink>
          : voltage, and current or power.
        </Text>
      )}
      {limiter && (
        <Box as="ul" listStyleType="none" mt={3}>
          {ceilings.map((ceiling) => (
            <Text
              as="li"
              key={ceiling.kind}
              fontSize="14.5px"
              py={1.5}
              borderTopWidth="1px"
              borderColor="rime"
            >
              <b>{ceilingName(ceiling.kind)}:</b> {ceilingText(ceiling)}
            </Text>
          ))}
        </Box>
      )}
      {unknown.length > 0 && (
        <Text color="ochre" fontSize="14px" mt={2}>
          Unknown: {unknown.map(forecastGapText).join(", ")}.
        </Text>
      )}
    </Panel>
  );
}
