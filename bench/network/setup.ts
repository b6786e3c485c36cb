import type { NetworkInstrument } from "./link";
import type { MeterSet } from "./NetworkMeters";
import type { Scoped } from "./Oscilloscope";

/** Instruments of the network that measure one amplifier, and how they are wired to it. */
export type NetworkSetup = {
  generator: NetworkInstrument;
  oscilloscope: NetworkInstrument;
  meters: MeterSet;
  /** Channels of the oscilloscope, from 1, for each channel of the amplifier: one, or two of which the second is taken off. */
  readChannels: readonly (readonly number[])[];
  /** The one that reads the amplifier's input; null where none does. */
  sourceChannel: number | null;
  /** What the amplifier's input stands: no more is ever played. */
  mostVoltsPeak: number;
  riseDbPerSecond: number;
  mainsHz: number;
};

/** Volts across each load, of what the channels read at their probes. */
export const acrossLoads = (
  { readChannels }: Pick<NetworkSetup, "readChannels">,
  channels: readonly number[],
  { volts }: Pick<Scoped, "volts">,
): Float64Array[] =>
  readChannels.map(([first, second]) => {
    const at = (channel: number) => volts[channels.indexOf(channel)];
    const other = second === undefined ? null : at(second);
    return other ? at(first).map((value, n) => value - other[n]) : at(first);
  });

/** The volts across a load at which the first of its channels is full. */
export const fullAcrossLoad = (
  { readChannels }: Pick<NetworkSetup, "readChannels">,
  fullScaleVolts: number,
): number => fullScaleVolts * Math.min(...readChannels.map(({ length }) => length));
