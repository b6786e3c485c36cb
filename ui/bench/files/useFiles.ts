"use client";
import { useEffect, useRef, useState } from "react";
import type { RateQuestion, RecordingNote } from "@/core/files";
import { guessPlaces, type ProbePlaces, type RunKind } from "@/core/run";
import { parseNumber } from "@/core/units";
import { Cancelled, keepWorker, type KeptWorker } from "@/workers/benchClient";
import type { SentFile } from "@/workers/protocol";
import type { SettingTexts } from "../settingsForm";
import { fieldsOf } from "./fieldsOf";
import { newId } from "../../parts/newId";
import type { OwnConditions } from "./nameConditions";
import type { FileFacts } from "@/pipeline/openFile";

/** A file as it was dropped, what it was taken for, and what the reviewer says of it. */
export type FileEntry = {
  id: string;
  fileName: string;
  source: File;
  state: "opening" | "open" | "failed";
  message: string | null;
  opened: FileFacts | null;
  kind: RunKind | null;
  fullScale: string;
  /** Channel of the file, from 0, of each output; null where the file has none for it. */
  channels: readonly (number | null)[];
  inputChannel: number | null;
  sampleRate: string;
  /** Set where the file does not say how it was sampled. */
  question: RateQuestion | null;
  /** Where the probes of a logger were. */
  places: ProbePlaces;
  /** How it is to be read; what is not in here has its default. */
  settings: SettingTexts;
  /** What it was recorded under, where that is not what holds for all files. */
  own: OwnConditions;
};

const NOWHERE: ProbePlaces = { sink: null, casing: null, load: null };

/** Which channel of a file is which output, and the source: as it says itself, else in order. */
const channelsIn = (
  { channelCount, note }: FileFacts,
  outputCount: number,
): Pick<FileEntry, "channels" | "inputChannel"> => {
  const inFile = (channel: number | undefined): number | null =>
    channel !== undefined && channel < channelCount ? channel : null;
  return {
    channels: Array.from({ length: Math.max(outputCount, note?.outputs.length ?? 0) }, (_, k) =>
      inFile(note ? note.outputs[k] : k),
    ),
    inputChannel: inFile(note?.input ?? undefined),
  };
};

/** The settings of a note, as they would be typed. */
const noteTexts = ({ kind, settings }: RecordingNote): SettingTexts =>
  Object.fromEntries(
    fieldsOf({ kind }).flatMap((field) => {
      const value = settings[field.name];
      return value === undefined ? [] : [[field.name, String(value)]];
    }),
  );

/** A file as a worker is sent it, to open it or to read it. */
export const sentFile = ({
  id,
  fileName,
  source,
  sampleRate,
}: Pick<FileEntry, "id" | "fileName" | "source" | "sampleRate">): SentFile => ({
  id,
  fileName,
  source,
  givenRateHz: parseNumber(sampleRate),
});

/** A worker that is made when it is first asked for, and ends with the screen. */
const useKeptWorker = (): { of(): KeptWorker; ifAny(): KeptWorker | null } => {
  const kept = useRef<KeptWorker | null>(null);
  useEffect(
    () => () => {
      kept.current?.end();
      kept.current = null;
    },
    [],
  );
  return { of: () => (kept.current ??= keepWorker()), ifAny: () => kept.current };
};

/** A file as it was dropped, before anything is known of it; one that is too large is not opened. */
const droppedEntry = (source: File, fullScale: string, mostBytes: number): FileEntry => {
  const tooLarge = source.size > mostBytes;
  return {
    id: newId(),
    fileName: source.name,
    source,
    state: tooLarge ? "failed" : "opening",
    message: tooLarge
      ? `It is larger than the limit of ${Math.round(mostBytes / 1024 / 1024)} MB.`
      : null,
    opened: null,
    kind: null,
    fullScale,
    channels: [],
    inputChannel: null,
    sampleRate: "",
    question: null,
    places: NOWHERE,
    settings: {},
    own: {},
  };
};

/** Files that were dropped, each opened as it arrives in a worker that keeps their samples until they are read, or taken away. */
export const useFiles = ({
  outputCount,
  fullScale,
  uploadLimitBytes,
  ownOf,
  onNote,
}: {
  outputCount: number;
  /** Of files that do not tell it themselves. */
  fullScale: string;
  uploadLimitBytes: number;
  /** The conditions of a file that are its own, and what is to be said of them. @param isAlone no other file was dropped */
  ownOf(
    fileName: string,
    note: RecordingNote | null,
    isAlone: boolean,
  ): { own: OwnConditions; message: string | null };
  /** A recording says how it was made. */
  onNote(note: RecordingNote): void;
}) => {
  const [entries, setEntries] = useState<readonly FileEntry[]>([]);
  const change = (id: string, to: Partial<FileEntry>) =>
    setEntries((known) => known.map((entry) => (entry.id === id ? { ...entry, ...to } : entry)));

  const kept = useKeptWorker();
  const open = async (file: SentFile, isAlone: boolean): Promise<void> => {
    const { id, source, givenRateHz } = file;
    change(id, { state: "opening", message: null });
    try {
      const outcome = await kept.of().worker.openFile(file);
      if (!outcome.ok) {
        const message = `${outcome.finding.where}: ${outcome.finding.advice}`;
        if (outcome.finding.where !== "Time" || givenRateHz !== null)
          return change(id, { state: "failed", message });
        const question = await kept.of().worker.questionOf(source);
        const [likeliest] = question.suggestions;
        return change(id, {
          state: "failed",
          message,
          question,
          ...(likeliest
            ? { sampleRate: String(Number(likeliest.sampleRateHz.toPrecision(6))) }
            : {}),
        });
      }
      const opened = outcome.value;
      change(id, {
        state: "open",
        opened,
        kind: opened.guess.kind,
        question: null,
        places: opened.temperatureLog ? guessPlaces(opened.channelNames) : NOWHERE,
        ...channelsIn(opened, outputCount),
        ...ownOf(file.fileName, opened.note ?? null, isAlone),
        settings: opened.note ? noteTexts(opened.note) : {},
        ...(opened.fullScaleVolts === null
          ? {}
          : { fullScale: String(Number(opened.fullScaleVolts.toPrecision(6))) }),
      });
      if (opened.note) onNote(opened.note);
    } catch (error) {
      // Reading was broken off, and with it what the worker had to do besides.
      if (error instanceof Cancelled) return open(file, isAlone);
      change(id, {
        state: "failed",
        message: "This file could not be read; it may have been moved. Choose it again.",
      });
    }
  };
  const add = (files: readonly File[]) => {
    const isAlone = files.length === 1 && entries.length === 0;
    for (const source of files) {
      const entry = droppedEntry(source, fullScale, uploadLimitBytes);
      const { id, fileName, state } = entry;
      setEntries((known) => [...known, entry]);
      if (state === "opening") void open({ id, fileName, source, givenRateHz: null }, isAlone);
    }
  };
  const reopen = (entry: FileEntry) => void open(sentFile(entry), entries.length === 1);
  const clear = (ids: readonly string[]) => {
    for (const id of ids) void kept.ifAny()?.worker.closeFile(id);
    setEntries((known) => known.filter(({ id }) => !ids.includes(id)));
  };
  return {
    entries,
    add,
    change,
    reopen,
    remove: (id: string) => clear([id]),
    clear,
    /** The worker where they are open. */
    desk: kept.of,
    /** The full scale of all files that do not tell it themselves. */
    setFullScale: (text: string) =>
      setEntries((known) =>
        known.map((entry) =>
          (entry.opened?.fullScaleVolts ?? null) === null ? { ...entry, fullScale: text } : entry,
        ),
      ),
  };
};
