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
  /** What the amplifier's input stands: no more is ever played. */
  mostVoltsPeak: number;
  riseDbPerSecond: number;
  mainsHz: number;
};
