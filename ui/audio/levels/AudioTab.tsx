"use client";
import { Box, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { HeardOutput } from "@/bench/audio/LevelCheck";
import { formatShort, formatSignificant, parseVolts } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type {
  Amplifier,
  AudioInterface,
  AudioInterfaces,
  FieldErrors,
  KeptInstrument,
  Load,
} from "@/records";
import { changedLevels, knownInterface, loopsOf } from "@/records/facts";
import { ActionButton } from "../../parts/ActionButton";
import { ChoiceField, held, QuantityField, TextField } from "../../parts/fields";
import { KeptMark } from "../../parts/KeptMark";
import { newId } from "../../parts/newId";
import { Panel } from "../../parts/Panel";
import { saveWorkshopDocument } from "../../parts/saves";
import { useAutosave } from "../../parts/useAutosave";
import { useAudio } from "../AudioProvider";
import { OpenPanel } from "../OpenPanel";
import type { OpenInterface } from "../openInterface";
import { FloorPanel } from "./FloorPanel";
import { InputsPanel, type ReadPlace } from "./InputsPanel";
import { ListenPanel } from "./ListenPanel";
import { Note } from "./Note";
import { OutputsPanel } from "./OutputsPanel";
import { useLevels, type PlayedTone } from "./useLevels";
import { useLoop } from "./useLoop";

/** How the interface may drive this amplifier, as it is typed. */
export type AudioTexts = { mostVoltsRms: string; riseDbPerSecond: string; mainsHz: string };

export type AudioTabProps = {
  amplifier: Amplifier;
  loads: readonly Load[];
  interfaces: AudioInterfaces;
  voltmeter: KeptInstrument | null;
  /** The probe is “two channels”: each load is read between two inputs. */
  isBetweenInputs: boolean;
  texts: AudioTexts;
  errors: FieldErrors;
  onTexts(change: Partial<AudioTexts>): void;
};

/** An audio interface: opened, its levels found with a voltmeter, and what it may do to this amplifier. */
export function AudioTab(props: AudioTabProps) {
  const { state } = useAudio();
  return (
    <Grid templateColumns="minmax(0, 1fr)" gap={4}>
      {state.status === "open" ? (
        <OpenedTab key={state.device.deviceName} {...props} device={state.device} />
      ) : (
        <OpenPanel {...props} />
      )}
      <LimitsPanel {...props} />
    </Grid>
  );
}

const emptyInterface = ({
  deviceName,
  sampleRateHz,
  isVirtual,
}: OpenInterface): AudioInterface => ({
  id: newId(),
  deviceName,
  sampleRateHz,
  isVirtual,
  outputs: [],
  inputs: [],
  calibratedAt: null,
  linearityRatio: null,
  knobs: "",
  floor: null,
  ownResponses: null,
  before: null,
});

/** The interface that is open, with what is known of it, as it is kept. */
const useKeptInterface = (device: OpenInterface, given: AudioInterfaces) => {
  const [all, setAll] = useState(given.interfaces);
  const autosave = useAutosave({
    name: "audio interfaces",
    value: all,
    restore: setAll,
    revision: given.revision,
    asDraft: ({ interfaces }: AudioInterfaces) => interfaces,
    save: (interfaces, revision) => saveWorkshopDocument("interfaces", { interfaces, revision }),
  });
  const [blank] = useState(() => emptyInterface(device));
  const known = knownInterface(all, device) ?? blank;
  const set = (change: Partial<AudioInterface>) =>
    setAll((before) => [...before.filter(({ id }) => id !== known.id), { ...known, ...change }]);
  return { known, set, autosave };
};

/** Puts a level in its channel's place; channels are found in order. */
const withLevel = <T,>(levels: readonly T[], channel: number, level: T): T[] => [
  ...levels.slice(0, channel),
  level,
  ...levels.slice(channel + 1),
];

/** Those up to the first that is still to be found. */
const upToNext = <T,>(places: readonly T[], found: readonly unknown[]): readonly T[] =>
  places.slice(0, found.length + 1);

/** Where the inputs listen: across each load, or at each of its two terminals. */
const placesOf = (channels: readonly number[], isBetweenInputs: boolean): ReadPlace[] =>
  channels.flatMap((channel): ReadPlace[] => {
    const letter = channelLetter(channel);
    if (!isBetweenInputs)
      return [
        { channel, id: letter, title: `Across load ${letter}`, usualInput: channel, voltsShare: 1 },
      ];
    return ["first", "second"].map((terminal, side) => ({
      channel,
      id: `${letter}-${terminal}`,
      title: `Load ${letter}, ${terminal} terminal`,
      usualInput: 2 * channel + side,
      // Both swing alike: each has half of what the voltmeter reads between them.
      voltsShare: 0.5,
    }));
  });

const levelsBefore = (known: AudioInterface): AudioInterface["before"] =>
  known.calibratedAt && known.outputs.length > 0 && known.inputs.length > 0
    ? {
        at: known.calibratedAt,
        outputVolts: known.outputs.map(({ fullScaleVolts }) => fullScaleVolts),
        inputVolts: known.inputs.map(({ fullScaleVolts }) => fullScaleVolts),
      }
    : known.before;

/** Listening alone: another source may play. */
const NOTHING: PlayedTone = { outputs: [], ratio: 0 };

function OpenedTab({
  device,
  amplifier,
  loads,
  interfaces,
  voltmeter,
  isBetweenInputs,
  texts,
}: AudioTabProps & { device: OpenInterface }) {
  const { close } = useAudio();
  const levels = useLevels(device);
  const { known, set, autosave } = useKeptInterface(device, interfaces);
  const isListening = levels.played === NOTHING;
  const [wiring, setWiring] = useState<readonly HeardOutput[] | null>(null);
  // While what is typed is no number nothing is played at all.
  const mostVoltsPeak = Math.SQRT2 * Math.max(0, parseVolts(texts.mostVoltsRms) ?? 0);
  const channels = Array.from(
    { length: Math.min(amplifier.channelCount, device.inputCount, device.outputCount, 2) },
    (_, k) => k,
  );
  const places = placesOf(channels, isBetweenInputs && !device.isVirtual);
  const found = (change: Partial<AudioInterface>) =>
    set({ ...change, before: levelsBefore(known), calibratedAt: new Date().toISOString() });
  const lookAtWiring = async () => {
    const outputs = channels.map((k) => known.outputs[k]?.channel ?? k);
    setWiring(await levels.once((check) => check.wiring(outputs)));
  };
  const loops = loopsOf(known, channels.length);
  const loop = useLoop(device, {
    levels,
    loops,
    mainsHz: Number(texts.mainsHz),
    set,
  });
  const changes = changedLevels(known);
  return (
    <>
      <Panel>
        <HStack justify="space-between" align="start" wrap="wrap" gap={3}>
          <Box>
            <Heading as="h1" fontSize="22px">
              {device.deviceName}
            </Heading>
            <Text color="muted">
              Open at {formatShort(device.sampleRateHz / 1000)} kHz with {device.inputCount} inputs
              and {device.outputCount} outputs. {levelsText(known, device)}
            </Text>
          </Box>
          <HStack gap={3}>
            {typeof autosave.state === "object" && <KeptMark {...autosave} undo={null} />}
            <ActionButton
              disabled={levels.isBusy}
              aria-pressed={isListening}
              onClick={() => (isListening ? levels.silence() : levels.play(NOTHING))}
            >
              {isListening ? "Stop listening" : "Listen"}
            </ActionButton>
            <ActionButton disabled={levels.isBusy} onClick={() => void lookAtWiring()}>
              Check the wiring
            </ActionButton>
            <ActionButton disabled={levels.isTaken} onClick={close}>
              Close
            </ActionButton>
          </HStack>
        </HStack>
        {[
          ...device.notes,
          ...(changes.length > 0
            ? [`Since the last calibration: ${changes.join("; ")}. A control may have been moved.`]
            : []),
        ].map((note) => (
          <Note key={note}>{note}</Note>
        ))}
        {levels.isTaken && (
          <Note>A run is playing through it; calibrate the levels when it has finished.</Note>
        )}
        {levels.message && (
          <Text role="alert" color="ember" fontWeight={600} mt={2}>
            {levels.message}
          </Text>
        )}
        {wiring && (
          <Box as="ul" mt={2} pl={5} listStyleType="disc" data-testid="audio-wiring">
            {wiring.map((each) => (
              <Text
                as="li"
                display="list-item"
                key={each.output}
                color={each.by ? undefined : "ember"}
              >
                {wiringText(each)}
              </Text>
            ))}
          </Box>
        )}
        {isListening && levels.heard && (
          <ListenPanel heard={levels.heard} inputs={known.inputs} load={loads[0] ?? null} />
        )}
      </Panel>
      <Box>
        <Heading as="h2" fontSize="19px">
          1. Outputs, amplifier off
        </Heading>
        <Text color="muted" mb={2}>
          Disconnect the amplifier and measure with the voltmeter on the cable that will drive it.
        </Text>
        <Grid templateColumns="repeat(2, minmax(0, 1fr))" gap={4} alignItems="start">
          {upToNext(channels, known.outputs).map((k) => (
            <OutputsPanel
              key={k}
              device={device}
              levels={levels}
              channel={k}
              known={known.outputs[k] ?? null}
              onFound={(output, linearityRatio) =>
                found({ outputs: withLevel(known.outputs, k, output), linearityRatio })
              }
            />
          ))}
        </Grid>
      </Box>
      <Box>
        <Heading as="h2" fontSize="19px">
          2. Inputs, through amplifier and divider
        </Heading>
        <Text color="muted" mb={2}>
          Amplifier on, load connected, voltmeter across the load. It starts at a low level: raise
          it until the meter reads a few volts.
        </Text>
        <Grid templateColumns="repeat(2, minmax(0, 1fr))" gap={4} alignItems="start">
          {upToNext(places, known.inputs).map((place, k) => (
            <InputsPanel
              key={k}
              device={device}
              levels={levels}
              place={place}
              output={known.outputs[place.channel] ?? null}
              mostVoltsPeak={mostVoltsPeak}
              known={known.inputs[k] ?? null}
              voltmeter={voltmeter}
              onFound={(input) => found({ inputs: withLevel(known.inputs, k, input) })}
            />
          ))}
        </Grid>
      </Box>
      <Box>
        <Heading as="h2" fontSize="19px" mb={2}>
          3. The interface alone, and its controls
        </Heading>
        <Grid templateColumns="repeat(2, minmax(0, 1fr))" gap={4} alignItems="start">
          <FloorPanel
            levels={levels}
            floor={known.floor}
            edgeHz={loop.edgeHz}
            onRead={() => void loop.readFloor()}
            own={known}
            loops={loops}
            onReadResponse={() => void loop.readResponse()}
            onLeaveResponse={() =>
              set({ ownResponses: null, ownResponsesAt: null, ownResponsesLoops: undefined })
            }
          />
          <Panel>
            <Heading as="h3" fontSize="17px" mb={2}>
              Controls
            </Heading>
            <TextField
              label="Positions of its controls"
              field={held(known.knobs, (knobs) => set({ knobs }))}
              placeholder="gain fully down, line, pad off"
              help="These levels are valid only for these positions. Tape over the controls."
            />
          </Panel>
        </Grid>
      </Box>
    </>
  );
}

const levelsText = ({ calibratedAt }: AudioInterface, { levels }: OpenInterface): string => {
  if (calibratedAt) return `Levels calibrated on ${calibratedAt.slice(0, 10)}.`;
  return levels
    ? "Its levels are the built-in ones; calibrate them again for practice."
    : "The levels are not calibrated at this rate yet.";
};

const wiringText = ({ output, by }: HeardOutput): string =>
  by
    ? `Output ${output + 1} arrives at input ${by.input + 1}, ${by.isInverted ? "inverted" : "in phase"}, ${formatSignificant(1000 * by.delaySeconds, 3)} ms later.`
    : `Output ${output + 1} arrives at no input. Check the cables, the amplifier and its level.`;

function LimitsPanel({ texts, errors, onTexts }: AudioTabProps) {
  return (
    <Panel as="form" aria-label="Limits" onSubmit={(event) => event.preventDefault()}>
      <Heading as="h2" fontSize="19px">
        Maximum input voltage
      </Heading>
      <Text color="muted" mb={3}>
        The output never exceeds it. Every stop is a 10 ms fade.
      </Text>
      <Grid templateColumns="repeat(3, minmax(0, 1fr))" gap={3} alignItems="start">
        <QuantityField
          id="audio-most"
          label="Maximum level"
          unit="V RMS"
          field={held(texts.mostVoltsRms, (mostVoltsRms) => onTexts({ mostVoltsRms }))}
          error={errors["audio.mostVoltsRms"]}
        />
        <QuantityField
          id="audio-rise"
          label="Ramp rate"
          unit="dB/s"
          field={held(texts.riseDbPerSecond, (riseDbPerSecond) => onTexts({ riseDbPerSecond }))}
          error={errors["audio.riseDbPerSecond"]}
        />
        <ChoiceField
          id="audio-mains"
          label="Mains frequency"
          field={held(texts.mainsHz, (mainsHz) => onTexts({ mainsHz }))}
          choices={["50", "60"].map((hertz) => ({ value: hertz, label: `${hertz} Hz` }))}
        />
      </Grid>
    </Panel>
  );
}
