import type { TypedReadings } from "@/core/run";
import { cannot, type Instrument } from "../contract";

const NAME = "typed readings";

/**
 * A meter that is read by eye and typed in, as an instrument.
 * @param readings what it showed, a channel each
 */
export const typedInstrument = (readings: readonly TypedReadings[]): Instrument => ({
  facts: {
    name: NAME,
    channelCount: readings.length,
    mostDriveVoltsRms: null,
    sampleRatesHz: null,
    recordingCount: 0,
    readsLevels: true,
    mainsHz: 50,
    knowsHeat: false,
    isLive: false,
    changesLoads: true,
  },
  connect: () => ({
    mostVoltsPeak: Infinity,
    gainRatio: NaN,
    limitDriveVoltsRms: cannot(NAME, "play"),
    record: cannot(NAME, "record"),
    readLevels: () => readings,
    soak: cannot(NAME, "soak"),
    live: cannot(NAME, "play"),
  }),
});
