import { Box, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { LEVEL_HZ, ownTone, type HeardLevel } from "@/bench/audio/LevelCheck";
import { COVERAGE_FACTOR } from "@/core/power";
import type { Calibration } from "@/core/rig";
import {
  amplitudeRatioToDb,
  formatFixed,
  formatSignificant,
  formatWithUncertainty,
  parseVolts,
} from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { AudioInterface, KeptInstrument } from "@/records";
import { calibrationOf } from "@/records/facts";
import { ActionButton } from "../../parts/ActionButton";
import { CheckField, ChoiceField, held, QuantityField } from "../../parts/fields";
import { Panel } from "../../parts/Panel";
import { Reading } from "../../parts/Reading";
import type { OpenInterface } from "../openInterface";
import { channelChoices } from "./channelChoices";
import { Note } from "./Note";
import type { LevelsTab } from "./useLevels";

type Input = AudioInterface["inputs"][number];
type Output = AudioInterface["outputs"][number];
/** Where an input listens. */
export type ReadPlace = {
  /** The amplifier's channel. */
  channel: number;
  id: string;
  title: string;
  usualInput: number;
  /** Its share of the volts across the load: a half where it is read between two terminals that swing alike. */
  voltsShare: number;
};
export type InputsPanelProps = {
  device: OpenInterface;
  levels: LevelsTab;
  place: ReadPlace;
  /** The output that drives this channel of the amplifier; null where its level is not known yet. */
  output: Output | null;
  mostVoltsPeak: number;
  known: Input | null;
  voltmeter: KeptInstrument | null;
  onFound(input: Input): void;
};

/** The volts at full scale of an input, through amplifier, load and divider: a tone that the voltmeter reads across the load. */
export function InputsPanel(props: InputsPanelProps) {
  const { device, levels, place, output, known, voltmeter, onFound } = props;
  const letter = channelLetter(place.channel);
  const [input, setInput] = useState(
    String(known?.channel ?? Math.min(place.usualInput, device.inputCount - 1)),
  );
  const [isInverted, setInverted] = useState(known?.isInverted ?? false);
  const [meter, setMeter] = useState("");
  const isOn = output !== null && levels.played?.outputs[0] === output.channel;
  const heard = heardBy(levels, isOn ? Number(input) : null);
  const calibration = calibrationOf(
    {
      meterVoltsRms: shareOf(parseVolts(meter), place.voltsShare),
      frequencyHz: LEVEL_HZ,
      recordedRatio: heard ? (ownTone(heard)?.ratio ?? null) : null,
    },
    voltmeter,
  );
  const keep = (found: Calibration) => {
    onFound({
      channel: Number(input),
      fullScaleVolts: found.fullScaleVolts,
      stdUncertaintyRatio: found.voltsStdUncertaintyRatio,
      isInverted,
    });
    levels.silence();
    setMeter("");
  };
  return (
    <Panel data-testid={`input-${place.id}`}>
      <HStack justify="space-between" align="start">
        <Heading as="h3" fontSize="17px">
          {place.title}
        </Heading>
        <Scale calibration={calibration} known={known} />
      </HStack>
      <Grid templateColumns="110px 1fr" gap={3} mt={2} mb={3} alignItems="end">
        <ChoiceField
          id={`input-${place.id}-channel`}
          label="Input"
          field={held(input, setInput)}
          choices={channelChoices(device.inputCount)}
        />
        <CheckField label="inverted" isOn={isInverted} onChange={setInverted} />
      </Grid>
      <Drive {...props} isOn={isOn} heard={heard} />
      <Box w="220px">
        <QuantityField
          id={`input-${place.id}-meter`}
          label="Voltmeter across the load reads"
          unit="V"
          field={held(meter, setMeter)}
          help={meterHelp(device, heard)}
        />
      </Box>
      {calibration?.warnings.map((warning) => (
        <Note key={warning}>{warning}</Note>
      ))}
      <ActionButton
        tone="primary"
        mt={3}
        disabled={!calibration || heard?.isOverloaded === true}
        onClick={() => calibration && keep(calibration)}
      >
        Save the level of {letter}
      </ActionButton>
    </Panel>
  );
}

const shareOf = (volts: number | null, share: number): number | null =>
  volts === null ? null : share * volts;

const heardBy = ({ heard }: LevelsTab, input: number | null): HeardLevel | null =>
  input === null ? null : (heard?.[input] ?? null);

/** The full scale as it results now, or as it is known. */
function Scale({ calibration, known }: { calibration: Calibration | null; known: Input | null }) {
  const shown = calibration
    ? formatWithUncertainty(
        calibration.fullScaleVolts,
        COVERAGE_FACTOR * calibration.fullScaleVolts * calibration.voltsStdUncertaintyRatio,
      )
    : known && { value: formatSignificant(known.fullScaleVolts, 4), uncertainty: undefined };
  if (!shown) return null;
  return (
    <Reading
      size="medium"
      value={shown.value}
      unit="V at full scale"
      plusMinus={shown.uncertainty}
    />
  );
}

/** RMS volts at the amplifier's input: quiet first. */
const DRIVES_VOLTS = [0.02, 0.05, 0.1, 0.2, 0.4] as const;

function Drive({
  levels,
  output,
  mostVoltsPeak,
  isOn,
  heard,
}: InputsPanelProps & { isOn: boolean; heard: HeardLevel | null }) {
  const [drive, setDrive] = useState(0);
  if (!output)
    return (
      <Text color="muted" mb={3}>
        Calibrate the output level above first.
      </Text>
    );
  const play = (step: number) => {
    const volts = Math.min(DRIVES_VOLTS[step], mostVoltsPeak / Math.SQRT2);
    setDrive(step);
    levels.play({ outputs: [output.channel], ratio: (Math.SQRT2 * volts) / output.fullScaleVolts });
  };
  return (
    <>
      <HStack gap={2} wrap="wrap" mb={3}>
        <ActionButton
          tone={isOn ? "danger" : "quiet"}
          disabled={levels.isBusy}
          onClick={() => (isOn ? levels.silence() : play(drive))}
        >
          {isOn ? "Stop" : `Play ${formatSignificant(DRIVES_VOLTS[drive], 1)} V`}
        </ActionButton>
        {isOn && (
          <>
            <ActionButton disabled={drive === 0} onClick={() => play(drive - 1)}>
              Quieter
            </ActionButton>
            <ActionButton
              disabled={drive === DRIVES_VOLTS.length - 1}
              onClick={() => play(drive + 1)}
            >
              Louder
            </ActionButton>
          </>
        )}
      </HStack>
      {isOn && (
        <Text
          mb={2}
          aria-live="polite"
          color={heard?.isOverloaded ? "ember" : undefined}
          fontWeight={600}
        >
          {heardText(heard)}
        </Text>
      )}
    </>
  );
}

/** What a meter would read on a virtual interface, where there is none to look at. */
const meterHelp = ({ levels }: OpenInterface, heard: HeardLevel | null): string | undefined =>
  levels && heard?.tone && heard.isSettled
    ? `The meter should read about ${formatSignificant((heard.tone.ratio * levels.inputFullScaleVolts) / Math.SQRT2, 4)} V.`
    : undefined;

const heardText = (heard: HeardLevel | null): string => {
  if (!heard || (heard.tone && !heard.isSettled)) return "Listening…";
  if (heard.isOverloaded) return "Input overload. Lower the level or use a larger divider.";
  const tone = ownTone(heard);
  return tone === null
    ? "No tone at this input. Check the amplifier, the cables and the channel."
    : `Input level ${formatFixed(amplitudeRatioToDb(tone.ratio), 1)} dBFS.`;
};
