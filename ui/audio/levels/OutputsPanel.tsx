import { Box, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { outputLevel, STRAIGHT_RATIO } from "@/core/rig";
import { formatFixed, formatPercent, formatSignificant, parseNumber } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { AudioInterface } from "@/records";
import { ActionButton } from "../../parts/ActionButton";
import { ChoiceField, held, QuantityField } from "../../parts/fields";
import { Panel } from "../../parts/Panel";
import { Reading } from "../../parts/Reading";
import type { OpenInterface } from "../openInterface";
import { channelChoices } from "./channelChoices";
import type { LevelsTab } from "./useLevels";

/** Two levels, 14 dB apart: over full scale, peak. */
const STEPS = [
  { ratio: 0.1, label: "−20 dB" },
  { ratio: 0.5, label: "−6 dB" },
] as const;

export type OutputsPanelProps = {
  device: OpenInterface;
  levels: LevelsTab;
  /** Which of the amplifier's channels. */
  channel: number;
  known: AudioInterface["outputs"][number] | null;
  onFound(output: AudioInterface["outputs"][number], linearityRatio: number): void;
};

/** The volts at full scale of an output: two levels, read off a voltmeter. */
export function OutputsPanel({ device, levels, channel, known, onFound }: OutputsPanelProps) {
  const [output, setOutput] = useState(
    String(known?.channel ?? Math.min(channel, device.outputCount - 1)),
  );
  const [texts, setTexts] = useState<readonly string[]>(["", ""]);
  const letter = channelLetter(channel);
  const read = texts.map((text) => parseNumber(text) ?? 0);
  const found = read.every((volts) => volts > 0)
    ? outputLevel(
        { ratio: STEPS[0].ratio, meterVoltsRms: read[0] },
        { ratio: STEPS[1].ratio, meterVoltsRms: read[1] },
      )
    : null;
  const isStraight = found !== null && Math.abs(found.linearityRatio) <= STRAIGHT_RATIO;
  const keep = () => {
    levels.silence();
    if (found)
      onFound(
        { channel: Number(output), fullScaleVolts: found.fullScaleVolts },
        found.linearityRatio,
      );
  };
  return (
    <Panel data-testid={`output-${letter}`}>
      <HStack justify="space-between" align="start">
        <Heading as="h3" fontSize="17px">
          Into channel {letter}
        </Heading>
        {known && !found && (
          <Reading
            size="medium"
            value={formatSignificant(known.fullScaleVolts, 4)}
            unit="V at full scale"
          />
        )}
        {found && (
          <Reading
            size="medium"
            value={formatSignificant(found.fullScaleVolts, 4)}
            unit="V at full scale"
          />
        )}
      </HStack>
      <Box w="150px" mt={2} mb={3}>
        <ChoiceField
          id={`output-${letter}-channel`}
          label="Output"
          field={held(output, setOutput)}
          choices={channelChoices(device.outputCount)}
        />
      </Box>
      {STEPS.map(({ ratio, label }, step) => {
        const isOn = levels.played?.ratio === ratio && levels.played.outputs[0] === Number(output);
        return (
          <Grid key={label} templateColumns="140px 1fr" gap={3} alignItems="end" mb={2}>
            <ActionButton
              tone={isOn ? "danger" : "quiet"}
              aria-pressed={isOn}
              disabled={levels.isBusy}
              onClick={() =>
                isOn ? levels.silence() : levels.play({ outputs: [Number(output)], ratio })
              }
            >
              {isOn ? "Stop" : `Play ${label}`}
            </ActionButton>
            <QuantityField
              id={`output-${letter}-meter-${step}`}
              label={`Meter reads, at ${label}`}
              unit="V"
              field={held(texts[step], (text) =>
                setTexts((before) => before.map((each, k) => (k === step ? text : each))),
              )}
              help={
                device.levels
                  ? `The meter should read about ${formatSignificant((ratio * device.levels.outputFullScaleVolts) / Math.SQRT2, 4)} V.`
                  : undefined
              }
            />
          </Grid>
        );
      })}
      {found && (
        <Text
          fontSize="14.5px"
          color={isStraight ? undefined : "ember"}
          fontWeight={isStraight ? 400 : 700}
          mt={2}
        >
          {isStraight
            ? `Linear: the two levels agree within ${formatPercent(Math.abs(found.linearityRatio), 2)}.`
            : `The two levels are out of proportion by ${formatFixed(100 * found.linearityRatio, 1)} %: a control was moved, something limits, or a number is wrong. Read both again.`}
        </Text>
      )}
      <ActionButton tone="primary" mt={3} disabled={!isStraight} onClick={keep}>
        Save the level of {letter}
      </ActionButton>
    </Panel>
  );
}
