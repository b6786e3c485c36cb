import { success, type Outcome } from "@/core/outcome";
import type { ChannelResult } from "@/core/run";
import type { Recording } from "@/core/wav";
import type { RecordedFile } from "@/bench/instruments";
import { decodeCapture, type Decode } from "./decode";
import { factsOf, openFile, type FileFacts } from "./openFile";
import { readRun, type ReadRequest } from "./readRun";

/** A file that was chosen. Its bytes are asked for when it is opened, and never again while it is open. */
export type ChosenFile = {
  id: string;
  fileName: string;
  /** Where a text does not say how it was sampled. */
  givenRateHz: number | null;
  bytes(): Promise<Uint8Array<ArrayBuffer>>;
};

/** Files that make one run, with what the reviewer says of each. */
export type FilesRequest = Omit<ReadRequest, "instrument"> & {
  mainsHz: number;
  files: readonly (ChosenFile & Pick<RecordedFile, "fullScaleVolts" | "layout">)[];
};

/** Decoded samples that are kept: 400 MB of them. Beyond that the oldest go, and are decoded again where they are read after all. */
const MOST_SAMPLES = 50_000_000;

type Open = { wav: Uint8Array<ArrayBuffer>; ratios: Recording | null };

/** Files that are open, each decoded once: what was looked at to guess what it is, is what is read. */
export class OpenFiles {
  /** @param mostSamples decoded ones that are kept */
  constructor(private readonly mostSamples = MOST_SAMPLES) {}

  /** Those with samples, the oldest first. */
  readonly #open = new Map<string, Open>();
  /** Those that are being opened, as they were asked for last. */
  readonly #opening = new Map<string, ChosenFile>();

  /** @returns what the file tells of itself, and what it was taken for, or a finding that says what is wrong with it */
  async open(file: ChosenFile): Promise<Outcome<FileFacts>> {
    const { id, fileName, givenRateHz } = file;
    this.close(id);
    this.#opening.set(id, file);
    const bytes = await file.bytes();
    let ratios: Recording | null = null;
    const opened = openFile(fileName, bytes, givenRateHz, (wav, fullScaleVolts) => {
      const decoded = decodeCapture(wav, fullScaleVolts);
      if (decoded.ok) ratios = decoded.value;
      return decoded;
    });
    if (!opened.ok) return opened;
    const { wav } = opened.value;
    // It may have been closed, or opened otherwise, while its bytes were on their way.
    const isWanted = this.#opening.get(id) === file;
    if (isWanted) this.#opening.delete(id);
    if (wav && isWanted) this.#keep(id, { wav, ratios });
    return success(factsOf(opened.value));
  }

  close(id: string): void {
    this.#open.delete(id);
    this.#opening.delete(id);
  }

  /** Its recording as WAV, as it came or as it was made of a text. @throws {RangeError} where it holds none */
  async wavOf(file: ChosenFile): Promise<Uint8Array<ArrayBuffer>> {
    if (!this.#open.has(file.id)) await this.open(file);
    const open = this.#open.get(file.id);
    if (!open) throw new RangeError(`${file.fileName} contains no recording`);
    return open.wav;
  }

  /** Reads a run from files; what is not open any more is opened for it. @returns as readRun does */
  async read(
    { files, mainsHz, ...request }: FilesRequest,
    onReading?: (doneRatio: number) => void,
  ): Promise<Outcome<ChannelResult[]>> {
    const recorded: RecordedFile[] = [];
    for (const { fullScaleVolts, layout, ...file } of files)
      recorded.push({
        fileName: file.fileName,
        fullScaleVolts,
        layout,
        wav: await this.wavOf(file),
      });
    return readRun(
      { ...request, instrument: { kind: "files", mainsHz, files: recorded } },
      onReading,
      this.#decode,
    );
  }

  #keep(id: string, open: Open): void {
    this.#open.set(id, open);
    let left = this.mostSamples;
    for (const each of [...this.#open.values()].reverse()) {
      left -= samplesIn(each.ratios);
      if (left < 0) each.ratios = null;
    }
  }

  /** Volts of what is open, from what was decoded of it; a sample is a ratio of full scale. */
  readonly #decode: Decode = (wav, fullScaleVolts) => {
    const known = [...this.#open.values()].find((each) => each.wav === wav)?.ratios;
    if (!known) return decodeCapture(wav, fullScaleVolts);
    const channels = known.channels.map((ratios) => ratios.map((ratio) => fullScaleVolts * ratio));
    return success({ ...known, channels });
  };
}

const samplesIn = (recording: Recording | null): number =>
  (recording?.channels ?? []).reduce((sum, { length }) => sum + length, 0);
