"use client";
import { Box, Flex, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { NO_FAULTS, VIRTUAL_RATES_HZ, type VirtualFaults } from "@/bench/audio/virtual/settings";
import {
  CATALOGUE,
  catalogueTitle,
  fromCatalogue,
  instrumentFacts,
  type CatalogueName,
} from "@/bench/catalogue";
import { formatShort, parseNumber } from "@/core/units";
import type { Amplifier, AudioInterfaces, Load } from "@/records";
import { NEAREST } from "../bench/simulation/nearest";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, held, QuantityField } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { useAudio } from "./AudioProvider";
import { Note } from "./levels/Note";
import { CannotOpen } from "./CannotOpen";
import {
  AUDIO_RATES_HZ,
  findDevices,
  openDevice,
  openVirtual,
  type FoundDevices,
} from "./openInterface";

export type OpenPanelProps = {
  amplifier: Amplifier;
  loads: readonly Load[];
  interfaces: AudioInterfaces;
};

/** Opens an audio interface, real or virtual; nothing sounds by it. */
export function OpenPanel(props: OpenPanelProps) {
  const { state } = useAudio();
  return (
    <Box>
      {state.status === "failed" && (
        <Text role="alert" color="ember" fontWeight={600} fontSize="17px" mb={3}>
          {state.message}
        </Text>
      )}
      <Grid templateColumns="minmax(0, 1fr) minmax(0, 1fr)" gap={4} alignItems="start">
        <RealInterface {...props} />
        <VirtualOne {...props} />
      </Grid>
    </Box>
  );
}

const rateChoices = (rates: readonly number[]) =>
  rates.map((rate) => ({ value: String(rate), label: `${formatShort(rate / 1000)} kHz` }));

const AS_THE_SYSTEM = "system default";

function RealInterface({ interfaces }: OpenPanelProps) {
  const { state, open } = useAudio();
  const [found, setFound] = useState<FoundDevices | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const [isLooking, setLooking] = useState(false);
  const [inputId, setInput] = useState("");
  const [outputId, setOutput] = useState("");
  const [rate, setRate] = useState(String(AUDIO_RATES_HZ[1]));
  const look = async () => {
    setLooking(true);
    setMessage(null);
    try {
      const devices = await findDevices();
      setFound(devices);
      const known = devices.inputs.find(({ name }) =>
        interfaces.interfaces.some(({ deviceName }) => deviceName === name),
      );
      setInput((known ?? devices.inputs[0])?.id ?? "");
      if (devices.inputs.length === 0)
        setMessage("No audio input was found. Plug the interface in, then look again.");
    } catch (error) {
      setMessage(
        error instanceof CannotOpen ? error.message : "The devices could not be listed. Try again.",
      );
    } finally {
      setLooking(false);
    }
  };
  return (
    <Panel>
      <Heading as="h2" fontSize="19px">
        Interface on this machine
      </Heading>
      <Text color="muted" mt={1} mb={3}>
        Open the interface and allow the microphone permission when the browser asks. Audio stays on
        this machine.
      </Text>
      {found && found.inputs.length > 0 && (
        <Grid templateColumns="1fr 1fr" gap={3} mb={3}>
          <ChoiceField
            id="audio-input"
            label="Input device"
            field={held(inputId, setInput)}
            choices={found.inputs.map(({ id, name }) => ({ value: id, label: name }))}
          />
          <ChoiceField
            id="audio-output"
            label="Output device"
            field={held(outputId, setOutput)}
            choices={[
              { value: "", label: AS_THE_SYSTEM },
              ...found.outputs.map(({ id, name }) => ({ value: id, label: name })),
            ]}
          />
          <ChoiceField
            id="audio-rate"
            label="Sample rate"
            field={held(rate, setRate)}
            choices={rateChoices(AUDIO_RATES_HZ)}
          />
        </Grid>
      )}
      {message && (
        <Text role="alert" color="ember" fontWeight={600} mb={3}>
          {message}
        </Text>
      )}
      <HStack gap={3} wrap="wrap">
        {found && found.inputs.length > 0 && (
          <ActionButton
            tone="primary"
            disabled={state.status === "opening"}
            onClick={() =>
              void open((onFault) =>
                openDevice({ inputId, outputId, sampleRateHz: Number(rate) }, onFault),
              )
            }
          >
            Open
          </ActionButton>
        )}
        <ActionButton
          tone={found ? "quiet" : "primary"}
          disabled={isLooking}
          onClick={() => void look()}
        >
          {found ? "Search again" : "Look for interfaces"}
        </ActionButton>
      </HStack>
      <Note>
        Never connect a balanced or grounded interface across the terminals of a bridge-tied output:
        its ground would short one half. Use a differential probe or isolation, and size the divider
        with margin.
      </Note>
    </Panel>
  );
}

const RANGES_VOLTS = [20, 40, 80, 160] as const;
const OUTPUT_FULL_SCALE_VOLTS = 4;

const FAULT_FIELDS: readonly {
  name: keyof VirtualFaults;
  label: string;
  unit: string;
  scale: number;
}[] = [
  { name: "latencyFrames", label: "Delay", unit: "samples", scale: 1 },
  { name: "driftRatio", label: "Clock drift", unit: "ppm", scale: 1e-6 },
  { name: "dropoutEverySeconds", label: "Dropout every", unit: "s", scale: 1 },
  { name: "humVoltsRms", label: "Hum", unit: "mV", scale: 1e-3 },
];

function VirtualOne({ amplifier, loads }: OpenPanelProps) {
  const { state, open } = useAudio();
  const [name, setName] = useState<CatalogueName>(NEAREST[amplifier.kind]);
  const [rate, setRate] = useState(String(VIRTUAL_RATES_HZ[2]));
  const [range, setRange] = useState(String(RANGES_VOLTS[2]));
  const [isOpen, setOpen] = useState(false);
  const [faults, setFaults] = useState<Record<keyof VirtualFaults, string>>({
    latencyFrames: "0",
    driftRatio: "0",
    dropoutEverySeconds: "0",
    humVoltsRms: "0",
  });
  const start = () => {
    const described = fromCatalogue(name);
    const { channelCount } = instrumentFacts(described);
    const ohms = loads[0]?.channels.map((channel) => channel.ohms) ?? [8];
    void open((onFault) =>
      openVirtual(
        {
          amplifier: described.amplifier,
          loadOhms: Array.from({ length: Math.min(2, channelCount) }, (_, k) => ohms[k] ?? ohms[0]),
          sampleRateHz: Number(rate),
          outputFullScaleVolts: OUTPUT_FULL_SCALE_VOLTS,
          inputFullScaleVolts: Number(range),
          faults: FAULT_FIELDS.reduce(
            (given, field) => ({
              ...given,
              [field.name]: field.scale * (parseNumber(faults[field.name]) ?? 0),
            }),
            NO_FAULTS,
          ),
          seed: 1,
        },
        onFault,
      ),
    );
  };
  return (
    <Panel>
      <Heading as="h2" fontSize="19px">
        Virtual interface
      </Heading>
      <Text color="muted" mt={1} mb={3}>
        For practice without hardware: amplifier, load, divider and converter are simulated in this
        page. Its runs count as practice runs.
      </Text>
      <Grid templateColumns="1.6fr 1fr 1fr" gap={3} mb={3}>
        <ChoiceField
          id="virtual-amplifier"
          label="Simulated amplifier"
          field={held(name, (value) => setName(value as CatalogueName))}
          choices={CATALOGUE.map((each) => ({ value: each, label: catalogueTitle(each) }))}
        />
        <ChoiceField
          id="virtual-rate"
          label="Sample rate"
          field={held(rate, setRate)}
          choices={rateChoices(VIRTUAL_RATES_HZ.toReversed())}
        />
        <ChoiceField
          id="virtual-range"
          label="Divider range"
          field={held(range, setRange)}
          choices={RANGES_VOLTS.map((volts) => ({ value: String(volts), label: `${volts} V` }))}
        />
      </Grid>
      {isOpen && (
        <Grid templateColumns="1fr 1fr" gap={3} mb={3}>
          {FAULT_FIELDS.map((field) => (
            <QuantityField
              key={field.name}
              id={`virtual-${field.name}`}
              label={field.label}
              unit={field.unit}
              field={held(faults[field.name], (text) =>
                setFaults((before) => ({ ...before, [field.name]: text })),
              )}
            />
          ))}
        </Grid>
      )}
      <Flex gap={3} wrap="wrap">
        <ActionButton disabled={state.status === "opening"} onClick={start}>
          Open the virtual interface
        </ActionButton>
        <ActionButton aria-expanded={isOpen} onClick={() => setOpen((now) => !now)}>
          {isOpen ? "Hide faults" : "Faults"}
        </ActionButton>
      </Flex>
    </Panel>
  );
}
