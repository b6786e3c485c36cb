import { RUN_KIND_NAMES, type RunKind, type Settings } from "../run";

/** This program's own; a later form would have another number. */
const FORMAT = "rimebank-recording-1";

/** What a recording that this program wrote says of itself. */
export type RecordingNote = {
  format: typeof FORMAT;
  kind: RunKind;
  /** Volts that a full-scale sample stands for. */
  fullScaleVolts: number;
  nominalOhms: number;
  /** Measured ohms of each output in the file, in order. */
  loadOhms: readonly number[];
  channelsDriven: number;
  mainsHz: number;
  settings: Settings;
  /** Channels of the file, from 0: of each output, and of the amplifier's input where it holds that. */
  outputs: readonly number[];
  input: number | null;
  /** Supply, switches and the like, in words; empty for the amplifier as supplied, absent where that was not recorded. */
  setting?: string;
};

/** A note to go with a recording. Definition: a format of this program's own. */
export const recordingNote = (facts: Omit<RecordingNote, "format">): RecordingNote => ({
  format: FORMAT,
  ...facts,
});

/** As many as can be read of a file. */
const MOST_CHANNELS = 16;
/** Places of a file that may be named. */
const MOST_FILE_CHANNELS = 64;
/** No kind has as many. */
const MOST_SETTINGS = 40;
/** As long as the setting of a run may be. */
const MOST_LETTERS = 200;

const isWithin = (value: unknown, low: number, high: number): value is number =>
  typeof value === "number" && value > low && value <= high;

const isSetting = ([name, value]: [string, unknown]): boolean =>
  name.length <= 40 &&
  ((typeof value === "number" && Number.isFinite(value)) ||
    (typeof value === "string" && value.length <= 80));

const isChannel = (value: unknown): value is number =>
  Number.isInteger(value) && (value as number) >= 0 && (value as number) < MOST_FILE_CHANNELS;

const areChannels = ({ outputs, input, loadOhms }: RecordingNote): boolean =>
  Array.isArray(outputs) &&
  outputs.length === loadOhms.length &&
  outputs.every(isChannel) &&
  (input === null || isChannel(input));

const areLoads = ({ nominalOhms, loadOhms, channelsDriven }: RecordingNote): boolean =>
  isWithin(nominalOhms, 0, 1e4) &&
  Array.isArray(loadOhms) &&
  loadOhms.length <= MOST_CHANNELS &&
  loadOhms.every((ohms) => isWithin(ohms, 0, 1e4)) &&
  Number.isInteger(channelsDriven) &&
  isWithin(channelsDriven, 0, MOST_CHANNELS);

/** A note as it was found in a file; null for one that is of no use, whoever wrote it. Definition: a format of this program's own. */
export const asRecordingNote = (found: unknown): RecordingNote | null => {
  if (typeof found !== "object" || found === null) return null;
  const note = found as RecordingNote;
  const { format, kind, fullScaleVolts, nominalOhms, loadOhms, channelsDriven, settings } = note;
  const isGood =
    format === FORMAT &&
    RUN_KIND_NAMES.includes(kind) &&
    isWithin(fullScaleVolts, 0, 1e6) &&
    areLoads(note) &&
    areChannels(note) &&
    [50, 60].includes(note.mainsHz);
  if (!isGood) return null;
  const entries = typeof settings === "object" && settings !== null ? Object.entries(settings) : [];
  return {
    format,
    kind,
    fullScaleVolts,
    nominalOhms,
    loadOhms: [...loadOhms],
    channelsDriven,
    mainsHz: note.mainsHz,
    settings: Object.fromEntries(entries.slice(0, MOST_SETTINGS).filter(isSetting)),
    outputs: [...note.outputs],
    input: note.input,
    ...(typeof note.setting === "string" && note.setting.length <= MOST_LETTERS
      ? { setting: note.setting }
      : {}),
  };
};
