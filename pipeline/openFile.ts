import {
  asRecordingNote,
  asStimulusNote,
  decodeText,
  guessKind,
  isMainsLog,
  isResponseText,
  isTemperatureLog,
  rateQuestion,
  readMainsLog,
  readResponseText,
  readScopeRecord,
  readTemperatureLog,
  type KindGuess,
  type MainsLog,
  type RateQuestion,
  type RecordingNote,
  type TemperatureLog,
} from "@/core/files";
import { peakOf } from "@/core/numeric";
import { failure, success, type Outcome } from "@/core/outcome";
import { RUN_KINDS } from "@/core/run";
import { encodeWav, readNote, readWavLayout } from "@/core/wav";
import { formatSignificant } from "@/core/units";
import { decodeCapture, type Decode } from "./decode";

/** A file as it came, made into a recording; a response as text has no samples. */
export type OpenedFile = {
  fileName: string;
  /** The recording as WAV: the file itself, or what was made of a scope's record. */
  wav: Uint8Array<ArrayBuffer> | null;
  /** Volts at full scale, where the file itself tells them. */
  fullScaleVolts: number | null;
  channelCount: number;
  channelNames: readonly string[];
  /** The highest of each channel, in one measure; empty where there are no samples. */
  peaks: readonly number[];
  sampleRateHz: number;
  seconds: number;
  guess: KindGuess;
  responseText: string | null;
  /** Temperatures that a logger wrote. */
  temperatureLog: TemperatureLog | null;
  /** Watts that a mains meter logged. */
  mainsLog: MainsLog | null;
  /** What a recording that this program wrote says of itself. */
  note: RecordingNote | null;
};

/** The same without its samples, which stay where it was opened. */
export type FileFacts = Omit<OpenedFile, "wav"> & { hasSamples: boolean };

export const factsOf = ({ wav, ...facts }: OpenedFile): FileFacts => ({
  ...facts,
  hasSamples: wav !== null,
});

/** A text that does not say how it was sampled: what helps to answer that. */
export const rateQuestionOf = (bytes: Uint8Array<ArrayBuffer>): RateQuestion =>
  rateQuestion(decodeText(bytes));

/** A scope of a million points writes a tenth of it. */
const MOST_TEXT_BYTES = 200 * 1024 * 1024;
/** Enough to guess from. */
const GUESSED_SAMPLES = 4_000_000;

/** Opens a WAV, a scope's record or a response as text, and guesses what it was made for. */
export const openFile = (
  fileName: string,
  bytes: Uint8Array<ArrayBuffer>,
  givenRateHz: number | null,
  decode: Decode = decodeCapture,
): Outcome<OpenedFile> => {
  if (isWav(bytes) || /\.wav$/i.test(fileName)) return openWav(fileName, bytes, decode);
  if (bytes.length > MOST_TEXT_BYTES)
    return failure(
      "unsupported-encoding",
      fileName,
      "it is not a WAV file, and too long for a text file. Choose a WAV, an oscilloscope CSV or a response as text.",
    );
  const text = decodeText(bytes);
  if (isResponseText(text)) {
    const response = readResponseText(text);
    if (!response.ok) return response;
    return success({
      fileName,
      wav: null,
      fullScaleVolts: null,
      channelCount: 1,
      channelNames: ["response"],
      peaks: [],
      sampleRateHz: 0,
      seconds: 0,
      guess: {
        kind: "response",
        because: `${response.value.length} frequencies with levels in dB`,
      },
      responseText: text,
      temperatureLog: null,
      mainsLog: null,
      note: null,
    });
  }
  if (isMainsLog(text)) return openMainsLog(fileName, text);
  if (isTemperatureLog(text)) return openLog(fileName, text);
  const record = readScopeRecord(text, { sampleRateHz: givenRateHz });
  if (!record.ok) return record;
  const { channels, names, sampleRateHz } = record.value;
  const peaks = channels.map(peakOf);
  const peak = Math.max(...peaks);
  const fullScaleVolts = peak > 0 ? 1.25 * peak : 1;
  return success({
    fileName,
    wav: encodeWav([...channels], sampleRateHz, fullScaleVolts, "float32"),
    fullScaleVolts,
    channelCount: channels.length,
    channelNames: names,
    peaks,
    sampleRateHz,
    seconds: channels[0].length / sampleRateHz,
    guess: guessKind(channels, sampleRateHz),
    responseText: null,
    temperatureLog: null,
    mainsLog: null,
    note: null,
  });
};

const openLog = (fileName: string, text: string): Outcome<OpenedFile> => {
  const log = readTemperatureLog(text);
  if (!log.ok) return log;
  const { spots } = log.value;
  const minutes = Math.max(...spots.map(({ seconds }) => seconds.at(-1) ?? 0)) / 60;
  return success({
    fileName,
    wav: null,
    fullScaleVolts: null,
    channelCount: spots.length,
    channelNames: spots.map(({ name }) => name),
    peaks: [],
    sampleRateHz: 0,
    seconds: 0,
    guess: {
      kind: "heat-soak",
      because: `temperatures of ${spots.length === 1 ? "one probe" : `${spots.length} probes`} over ${formatSignificant(minutes, 3)} min`,
    },
    responseText: null,
    temperatureLog: log.value,
    mainsLog: null,
    note: null,
  });
};

const openMainsLog = (fileName: string, text: string): Outcome<OpenedFile> => {
  const log = readMainsLog(text);
  if (!log.ok) return log;
  const { watts, amperes, volts } = log.value;
  return success({
    fileName,
    wav: null,
    fullScaleVolts: null,
    channelCount: 1,
    channelNames: ["mains"],
    peaks: [],
    sampleRateHz: 0,
    seconds: 0,
    guess: {
      kind: "mains-draw",
      because: `${watts.length} readings of a mains meter: watts${amperes ? ", amperes" : ""}${volts ? ", volts" : ""}`,
    },
    responseText: null,
    temperatureLog: null,
    mainsLog: log.value,
    note: null,
  });
};

const isWav = (bytes: Uint8Array): boolean =>
  ["RIFF", "RF64"].includes(String.fromCharCode(...bytes.subarray(0, 4)));

const openWav = (
  fileName: string,
  wav: Uint8Array<ArrayBuffer>,
  decode: Decode,
): Outcome<OpenedFile> => {
  const layout = readWavLayout(wav);
  if (!layout.ok) return layout;
  const decoded = decode(wav, 1);
  if (!decoded.ok) return decoded;
  const { channels, sampleRateHz } = decoded.value;
  const found = readNote(wav);
  const signal = asStimulusNote(found);
  if (signal)
    return failure(
      "channel-mismatch",
      fileName,
      `it is the test signal (${signal.stimulus.replaceAll("-", " ")}), not a recording of an amplifier. Play it into the amplifier and open the recording of its output.`,
    );
  const note = asRecordingNote(found);
  const guess: KindGuess = note
    ? {
        kind: note.kind,
        because: `${RUN_KINDS[note.kind].title.toLowerCase()}, as stored with the recording`,
      }
    : guessKind(
        channels.map((volts) => volts.subarray(0, GUESSED_SAMPLES)),
        sampleRateHz,
      );
  return success({
    fileName,
    wav,
    fullScaleVolts: note?.fullScaleVolts ?? null,
    channelCount: channels.length,
    channelNames: channels.map((_, k) => `channel ${k + 1}`),
    peaks: channels.map(peakOf),
    sampleRateHz,
    seconds: channels[0].length / sampleRateHz,
    guess,
    responseText: null,
    temperatureLog: null,
    mainsLog: null,
    note,
  });
};
