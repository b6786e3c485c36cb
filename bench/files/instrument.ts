import { failure, success, type Outcome } from "@/core/outcome";
import { readWavLayout } from "@/core/wav";
import { cannot, type ChannelLayout, type Instrument, type InstrumentRecording } from "../contract";

/** A recording that was made elsewhere: the WAV as it came, what its full scale stands for, and which channels are what. */
export type RecordedFile = {
  fileName: string;
  wav: Uint8Array<ArrayBuffer>;
  fullScaleVolts: number;
  layout: ChannelLayout;
};

const NAME = "files";

/**
 * Recordings that are there already, as an instrument: asked for the first, it hands over the first.
 * @param mainsHz of the country where they were made
 * @returns a finding that names the file, and what is wrong with it
 */
export const filesInstrument = (
  files: readonly RecordedFile[],
  mainsHz: number,
): Outcome<Instrument> => {
  const ready: InstrumentRecording[] = [];
  const rates: number[] = [];
  for (const { fileName, wav, fullScaleVolts, layout } of files) {
    if (!(fullScaleVolts > 0))
      return failure(
        "bad-full-scale",
        "Full scale",
        "enter the voltage of a full-scale sample, above zero.",
      );
    const header = readWavLayout(wav);
    if (!header.ok) return header;
    const { channelCount, sampleRateHz } = header.value;
    const asked = [...layout.outputs, ...(layout.input === null ? [] : [layout.input])];
    if (
      layout.outputs.length === 0 ||
      asked.some((channel) => !(channel >= 0 && channel < channelCount))
    )
      return failure(
        "channel-mismatch",
        fileName,
        `it has ${channelCount} channels; choose among those.`,
      );
    ready.push({ capture: { wav, fullScaleVolts, fileName }, layout, meters: null, events: [] });
    rates.push(sampleRateHz);
  }
  if (ready.length === 0) return failure("no-samples", "Files", "choose a recording.");
  return success({
    facts: {
      name: NAME,
      channelCount: Math.min(...files.map(({ layout }) => layout.outputs.length)),
      mostDriveVoltsRms: null,
      sampleRatesHz: { least: Math.min(...rates), most: Math.max(...rates) },
      recordingCount: ready.length,
      readsLevels: false,
      mainsHz,
      knowsHeat: false,
      isLive: false,
      changesLoads: true,
    },
    connect: () => ({
      mostVoltsPeak: Math.max(...files.map(({ fullScaleVolts }) => fullScaleVolts)),
      gainRatio: NaN,
      limitDriveVoltsRms: cannot(NAME, "play"),
      record: ({ number }) => {
        const recording = ready[number - 1];
        if (!recording)
          throw new RangeError(`there are ${ready.length} recordings; number ${number} is none`);
        return recording;
      },
      readLevels: cannot(NAME, "show levels"),
      soak: cannot(NAME, "soak"),
      live: cannot(NAME, "play"),
    }),
  });
};
