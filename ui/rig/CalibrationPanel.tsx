"use client";
import { Grid, Heading, Text } from "@chakra-ui/react";
import { COVERAGE_FACTOR } from "@/core/power";
import {
  amplitudeRatioToDb,
  formatFixed,
  formatSignificant,
  formatWithUncertainty,
  parseNumber,
  parseVolts,
} from "@/core/units";
import type { KeptInstrument } from "@/records";
import { QuantityField, TextField, held } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { Reading } from "../parts/Reading";
import { calibrationOf } from "@/records/facts";
import { ToneDrop } from "./ToneDrop";

/** Texts of the fields, as they are typed. */
export type CalibrationText = { meterVoltsRms: string; meterHz: string; recordedRatio: string };
export type CalibrationPanelProps = {
  text: CalibrationText;
  errors: Record<string, string>;
  voltmeter: KeptInstrument | null;
  onText(change: Partial<CalibrationText>): void;
};

/** Full scale from a tone that the voltmeter reads while it is recorded. */
export function CalibrationPanel({ text, errors, voltmeter, onText }: CalibrationPanelProps) {
  const calibration = calibrationOf(
    {
      meterVoltsRms: parseVolts(text.meterVoltsRms),
      frequencyHz: parseNumber(text.meterHz),
      recordedRatio: parseNumber(text.recordedRatio),
    },
    voltmeter,
  );
  const shown =
    calibration &&
    formatWithUncertainty(
      calibration.fullScaleVolts,
      COVERAGE_FACTOR * calibration.fullScaleVolts * calibration.voltsStdUncertaintyRatio,
    );
  return (
    <Panel as="form" aria-label="Calibration" onSubmit={(event) => event.preventDefault()}>
      <Heading as="h2" fontSize="19px">
        Calibration
      </Heading>
      <Text color="muted" fontSize="14px" mb={2.5}>
        Play a steady tone into the load, read the voltmeter
        {voltmeter ? ` (${voltmeter.name})` : ""}, and record it.
      </Text>
      {shown && (
        <>
          <Reading value={shown.value} unit="V at full scale" plusMinus={shown.uncertainty} />
          <Text color="muted" fontSize="14px" mt={1}>
            peak across the load;{" "}
            {voltmeter
              ? "uncertain by the meter's own accuracy"
              : "with a typical hand-held meter (1 %, 3 digits); choose yours"}
          </Text>
        </>
      )}
      {calibration?.warnings.map((warning) => (
        <Text
          key={warning}
          mt={2}
          bg="ochreWash"
          borderLeftWidth="4px"
          borderColor="ochre"
          borderRadius="6px"
          px={3}
          py={2}
          fontSize="14.5px"
          role="status"
        >
          {warning}
        </Text>
      ))}
      <Grid
        templateColumns="repeat(auto-fit, minmax(140px, 1fr))"
        gap={2.5}
        my={3}
        alignItems="start"
      >
        <QuantityField
          label="Voltmeter reads"
          unit="V"
          field={held(text.meterVoltsRms, (meterVoltsRms) => onText({ meterVoltsRms }))}
          error={errors.meterVoltsRms}
          placeholder="2.83"
        />
        <QuantityField
          label="Tone"
          unit="Hz"
          field={held(text.meterHz, (meterHz) => onText({ meterHz }))}
          error={errors.meterHz}
          placeholder="200"
        />
        <TextField
          label="Recorded level"
          field={held(text.recordedRatio, (recordedRatio) => onText({ recordedRatio }))}
          error={errors.recordedRatio}
          placeholder="−12 dB"
        />
      </Grid>
      <ToneDrop
        label="Read the level from a recording"
        testId="calibration-file"
        onTone={({ frequencyHz, levelRatio }) =>
          onText({
            meterHz: formatSignificant(frequencyHz, 4),
            recordedRatio: `${formatFixed(amplitudeRatioToDb(levelRatio), 3).replace("−", "-")} dB`,
          })
        }
      />
    </Panel>
  );
}
