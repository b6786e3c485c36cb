"use client";
import { Box, Flex, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import {
  dividerReport,
  suggestDivider,
  WANTED_HEADROOM,
  type Divider,
  type DividerCase,
} from "@/core/rig";
import {
  amplitudeRatioToDb,
  formatEngineering,
  formatFixed,
  formatShort,
  formatSignificant,
} from "@/core/units";
import { ActionButton } from "../parts/ActionButton";
import { QuantityField, held } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { Reading } from "../parts/Reading";
import type { ExpectedPeak } from "@/records/facts";

export type DividerPanelProps = {
  peak: ExpectedPeak;
  fullScaleVolts: number | null;
  inputOhms: number;
  divider: Divider | null;
  upperText: string;
  lowerText: string;
  errors: Record<string, string>;
  onText(change: { upperOhms?: string; lowerOhms?: string }): void;
};

const SOURCES = {
  forecast: "from the forecast, including bursts and one channel driven",
  claims: "from the claims plus 3 dB, since the supply is unknown",
  nothing: "typical home amplifier, since nothing is known",
} as const;

/** Brings the highest expected peak down to what the converter takes. */
export function DividerPanel({
  peak,
  fullScaleVolts,
  inputOhms,
  divider,
  upperText,
  lowerText,
  errors,
  onText,
}: DividerPanelProps) {
  const where: DividerCase | null =
    fullScaleVolts === null ? null : { peakVolts: peak.volts, fullScaleVolts, inputOhms };
  const suggested = where && suggestDivider(where);
  const report =
    where && dividerReport(divider ?? suggested ?? { upperOhms: 0, lowerOhms: 1000 }, where);
  return (
    <Panel as="form" aria-label="Divider" onSubmit={(event) => event.preventDefault()}>
      <Heading as="h2" fontSize="19px">
        Divider
      </Heading>
      <Text color="muted" fontSize="14px" mb={3}>
        Highest peak to expect: <b>{formatShort(peak.volts)} V</b>, {SOURCES[peak.source]}.
      </Text>
      {!where || !report || !suggested ? (
        <Text>Choose a converter with a known full scale; the divider follows from it.</Text>
      ) : (
        <>
          <Flex gap={8} align="end" wrap="wrap">
            <Box>
              <Reading
                value={formatSignificant(report.peakAtConverterVolts, 3)}
                unit={`V of ${formatShort(where.fullScaleVolts)} V`}
              />
              <Text
                color={headroomColor(report.headroomRatio)}
                fontSize="14px"
                fontWeight={report.headroomRatio < WANTED_HEADROOM ? 700 : 400}
                mt={1}
                data-testid="headroom"
              >
                {headroomText(report.headroomRatio)}
              </Text>
            </Box>
            <Facts
              lines={[
                ["divides by", formatShort(1 / report.ratio)],
                ["dissipation", `${formatEngineering(report.heatWatts, 2)}W`],
                [
                  "3 dB down at",
                  Number.isFinite(report.cornerHz)
                    ? `${formatEngineering(report.cornerHz, 2)}Hz`
                    : "never",
                ],
              ]}
            />
          </Flex>
          <Grid templateColumns="1fr 1fr auto" gap={2.5} mt={3} alignItems="end">
            <QuantityField
              label="Upper"
              unit="Ω"
              field={held(upperText, (upperOhms) => onText({ upperOhms }))}
              placeholder={formatEngineering(suggested.upperOhms, 2)}
              error={errors.upperOhms}
            />
            <QuantityField
              label="Lower"
              unit="Ω"
              field={held(lowerText, (lowerOhms) => onText({ lowerOhms }))}
              placeholder={formatEngineering(suggested.lowerOhms, 2)}
              error={errors.lowerOhms}
            />
            <ActionButton
              minH="38px"
              onClick={() =>
                onText({
                  upperOhms: formatEngineering(suggested.upperOhms, 2),
                  lowerOhms: formatEngineering(suggested.lowerOhms, 2),
                })
              }
            >
              Take{" "}
              {suggested.upperOhms === 0
                ? "none"
                : `${formatEngineering(suggested.upperOhms, 2)} : ${formatEngineering(suggested.lowerOhms, 2)}`}
            </ActionButton>
          </Grid>
        </>
      )}
    </Panel>
  );
}

const headroomText = (ratio: number): string => {
  const db = formatFixed(Math.abs(amplitudeRatioToDb(ratio)), 1);
  if (ratio < 1) return `input overload by ${db} dB: use a larger divider`;
  return ratio < WANTED_HEADROOM
    ? `only ${db} dB left; 3 dB is safer`
    : `${db} dB left above the highest peak`;
};

export function Facts({ lines }: { lines: readonly (readonly [string, string])[] }) {
  return (
    <HStack gap={6} wrap="wrap" align="start">
      {lines.map(([label, value]) => (
        <Box key={label}>
          <Text fontWeight={700}>{value}</Text>
          <Text color="muted" fontSize="13px">
            {label}
          </Text>
        </Box>
      ))}
    </HStack>
  );
}

const headroomColor = (ratio: number): string => {
  if (ratio < 1) return "ember";
  return ratio < WANTED_HEADROOM ? "ochre" : "muted";
};
