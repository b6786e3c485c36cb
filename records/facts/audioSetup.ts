import { failure, success, type Outcome } from "@/core/outcome";
import type { AudioRun } from "../audioRun";
import type { AudioInterface } from "../interfaces";
import type { RigSettings } from "../rig";

/** What is open, as far as its levels depend on it. */
export type OpenedDevice = {
  deviceName: string;
  isVirtual: boolean;
  sampleRateHz: number;
  inputCount: number;
  outputCount: number;
  /** Where its volts are known because it was made with them. */
  levels: { outputFullScaleVolts: number; inputFullScaleVolts: number } | null;
};

/** The interface whose levels were found for this device at this rate; levels of another rate or device say nothing of it. */
export const knownInterface = (
  interfaces: readonly AudioInterface[],
  { deviceName, sampleRateHz }: Pick<OpenedDevice, "deviceName" | "sampleRateHz">,
): AudioInterface | null =>
  interfaces.find((each) => each.deviceName === deviceName && each.sampleRateHz === sampleRateHz) ??
  null;

/** What is worked out is taken to be as good as a good voltmeter. */
const MADE_UNCERTAINTY_RATIO = 0.001;

type Levels = Pick<AudioInterface, "outputs" | "inputs">;

/** Levels of one whose volts are known because it was made with them. */
const madeWith = ({ levels, inputCount, outputCount }: OpenedDevice): Levels | null =>
  levels && {
    outputs: Array.from({ length: outputCount }, (_, channel) => ({
      channel,
      fullScaleVolts: levels.outputFullScaleVolts,
    })),
    inputs: Array.from({ length: inputCount }, (_, channel) => ({
      channel,
      fullScaleVolts: levels.inputFullScaleVolts,
      stdUncertaintyRatio: MADE_UNCERTAINTY_RATIO,
      isInverted: false,
    })),
  };

/** What keeps a run from going through it, in words; null where nothing does. */
const lackOf = (
  { inputCount, outputCount }: OpenedDevice,
  { outputs, inputs }: Levels,
  isBetweenInputs: boolean,
): string | null => {
  if (outputs.length === 0) return "the full scale of its outputs is not calibrated at this rate";
  if (inputs.length === 0) return "the full scale of its inputs is not calibrated at this rate";
  if (isBetweenInputs && inputs.length < 2)
    return "the probe is “two channels”, so each amplifier channel uses two inputs, and the level of one of them is not calibrated";
  const isFewer =
    inputs.some(({ channel }) => channel >= inputCount) ||
    outputs.some(({ channel }) => channel >= outputCount);
  return isFewer
    ? `it was opened with ${inputCount} inputs and ${outputCount} outputs, fewer than were calibrated`
    : null;
};

export type Loop = { output: number; input: number };

/** The loops that outputs and inputs make when each is wired to the other, for that many channels of the amplifier. */
export const loopsOf = (
  { outputs, inputs }: { [side in "outputs" | "inputs"]: readonly { channel: number }[] },
  count: number,
): Loop[] =>
  Array.from({ length: count }, (_, k) => ({
    output: outputs[k]?.channel ?? k,
    input: inputs[k]?.channel ?? k,
  }));

/** Whether what was read of an interface by itself says something of the channels used now; what does not say of which it was read is believed. */
export const isOfLoops = (read: readonly Loop[] | undefined, used: readonly Loop[]): boolean =>
  read === undefined ||
  used.every((loop, k) => read[k]?.output === loop.output && read[k]?.input === loop.input);

/** Its own responses, of the channels used now; null where they are not known or were read with others. */
const ownResponsesOf = (known: AudioInterface, levels: Levels): AudioInterface["ownResponses"] =>
  known.ownResponses &&
  isOfLoops(known.ownResponsesLoops, loopsOf(levels, known.ownResponses.length))
    ? known.ownResponses
    : null;

/** How a run is driven through the interface that is open, or what is missing for it. */
export const audioRunOn = (
  opened: OpenedDevice,
  known: AudioInterface | null,
  { audio, probe }: Pick<RigSettings, "audio" | "probe">,
): Outcome<AudioRun> => {
  const { deviceName, isVirtual, sampleRateHz, inputCount } = opened;
  const levels = known ?? madeWith(opened) ?? { outputs: [], inputs: [] };
  // What is worked out has its volts between the terminals already.
  const isBetweenInputs = probe === "two channels" && !isVirtual;
  const lack = lackOf(opened, levels, isBetweenInputs);
  if (lack !== null)
    return failure(
      "instrument-fault",
      deviceName,
      `${lack}. Calibrate its levels on the Rig, under Audio interface.`,
    );
  return success({
    deviceName,
    isVirtual,
    sampleRateHz,
    channelCount: inputCount,
    outputs: levels.outputs,
    inputs: levels.inputs,
    isBetweenInputs,
    mostVoltsPeak: Math.SQRT2 * audio.mostVoltsRms,
    riseDbPerSecond: audio.riseDbPerSecond,
    floorRatio: known?.floor?.thdPlusNoiseRatio ?? null,
    // Two inputs together are no loop that was read.
    ownResponses: isBetweenInputs || !known ? null : ownResponsesOf(known, levels),
    mainsHz: audio.mainsHz,
  });
};

/** What a level has changed by since it was found the time before; beyond this a knob was turned, or a cable is another. Chosen here. */
const CHANGED_RATIO = 0.02;

/** Which of the levels are others than the time before, in words. */
export const changedLevels = ({ outputs, inputs, before }: AudioInterface): string[] => {
  if (!before) return [];
  const changes = (
    what: string,
    now: readonly { fullScaleVolts: number }[],
    then: readonly number[],
  ) =>
    now.flatMap(({ fullScaleVolts }, k) => {
      const ratio = fullScaleVolts / (then[k] ?? fullScaleVolts) - 1;
      return Math.abs(ratio) > CHANGED_RATIO
        ? [
            `${what} ${k + 1} is ${ratio > 0 ? "up" : "down"} by ${Math.abs(100 * ratio).toFixed(1)} %`,
          ]
        : [];
    });
  return [
    ...changes("output", outputs, before.outputVolts),
    ...changes("input", inputs, before.inputVolts),
  ];
};
