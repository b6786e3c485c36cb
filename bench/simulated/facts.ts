import type { InstrumentFacts } from "../contract";
import { SAMPLE_RATES_HZ } from "./record";
import type { SimulatedRig } from "./rig/rig";

/** What the simulated bench can do with an amplifier on it. */
export const simulatedFacts = ({ name, input, source, mains }: SimulatedRig): InstrumentFacts => ({
  name,
  channelCount: input.channelCount,
  mostDriveVoltsRms: source.mostVoltsRms,
  sampleRatesHz: SAMPLE_RATES_HZ,
  recordingCount: null,
  readsLevels: false,
  mainsHz: mains.frequencyHz,
  knowsHeat: true,
  isLive: true,
  changesLoads: true,
});
