/** A channel of an interface, counted from 0, and the volts that its full scale stands for. */
export type AudioChannel = {
  channel: number;
  /** Peak: of an output at the amplifier's input, of an input across the load. */
  fullScaleVolts: number;
  /** It comes in upside down. */
  isInverted?: boolean;
};

/** An audio interface as it was opened and calibrated; entries in the order of the amplifier's channels. */
export type AudioSetup = {
  deviceName: string;
  sampleRateHz: number;
  /** Channels that the device gives, as it was opened. */
  channelCount: number;
  outputs: readonly AudioChannel[];
  inputs: readonly AudioChannel[];
  /** Each channel of the amplifier is read between two inputs, one on either terminal: both of a bridge-tied output swing. */
  isBetweenInputs: boolean;
  /** What the amplifier's input stands: no more is ever played. */
  mostVoltsPeak: number;
  riseDbPerSecond: number;
  mainsHz: number;
};

/** The inputs that each channel of the amplifier is read with: one, or two of which the second is taken off. */
export const readInputs = ({
  inputs,
  isBetweenInputs,
}: Pick<AudioSetup, "inputs" | "isBetweenInputs">): readonly (readonly AudioChannel[])[] =>
  isBetweenInputs
    ? Array.from({ length: Math.floor(inputs.length / 2) }, (_, k) =>
        inputs.slice(2 * k, 2 * k + 2),
      )
    : inputs.map((input) => [input]);

/** The most volts across a load that every channel can be read to. */
export const mostReadVolts = (setup: Pick<AudioSetup, "inputs" | "isBetweenInputs">): number =>
  Math.min(
    ...readInputs(setup).map(
      (pair) => pair.length * Math.min(...pair.map(({ fullScaleVolts }) => fullScaleVolts)),
    ),
  );

/**
 * The highest volts that each load's inputs heard, as volts across the load: a terminal that is overdriven by itself counts, though the
 * difference of the two stays small.
 */
export const loadPeaks = (
  setup: Pick<AudioSetup, "inputs" | "isBetweenInputs">,
  channels: readonly Float32Array[],
): number[] =>
  readInputs(setup).map(
    (pair) =>
      pair.length *
      Math.max(
        ...pair.map(({ channel, fullScaleVolts }) => fullScaleVolts * highest(channels[channel])),
      ),
  );

const highest = (samples: Float32Array): number =>
  samples.reduce((peak, value) => Math.max(peak, Math.abs(value)), 0);

/** Volts across each load, of what came in on the device's channels. */
export const loadVolts = (
  setup: Pick<AudioSetup, "inputs" | "isBetweenInputs">,
  channels: readonly Float32Array[],
): Float64Array[] =>
  readInputs(setup).map((pair) => {
    const volts = new Float64Array(channels[0].length);
    pair.forEach(({ channel, fullScaleVolts, isInverted }, side) => {
      const scale = (side === 1 ? -1 : 1) * (isInverted ? -fullScaleVolts : fullScaleVolts);
      const samples = channels[channel];
      for (let n = 0; n < volts.length; n++) volts[n] += scale * samples[n];
    });
    return volts;
  });
