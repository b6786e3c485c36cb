import { useEffect, useMemo, useState } from "react";
import type { ProbeLog } from "@/core/files";
import type { HeatLog } from "@/records";
import { startJob } from "@/workers/benchClient";
import { fetchCapture } from "../bench/uploadRun";

/** What is known of a logger's file: its probes, or why there are none. */
export type Probes = { probes: readonly ProbeLog[] | null; trouble: string | null };

const READ = new Map<string, Probes>();

/** Reads a logger's file in a worker. */
export const readLogger = async (fileName: string, source: Blob): Promise<Probes> => {
  const opened = await startJob((worker) =>
    worker.openFile({ id: fileName, fileName, givenRateHz: null, source }),
  ).finished;
  if (!opened.ok) return { probes: null, trouble: `${fileName}: ${opened.finding.advice}` };
  if (!opened.value.temperatureLog)
    return {
      probes: null,
      trouble: `${fileName}: no temperatures found. A logger file needs a time column and one column per probe, with °C or °F in its heading.`,
    };
  return { probes: opened.value.temperatureLog.spots, trouble: null };
};

/** Remembers what a file held, so that it is not read twice. */
export const rememberProbes = (sha256: string, probes: readonly ProbeLog[]): void => {
  READ.set(sha256, { probes, trouble: null });
};

const NONE: Probes = { probes: null, trouble: null };

/** What is known of a log's probes by now. */
export type ProbesOf = (log: HeatLog) => Probes & { isReading: boolean };

/**
 * The probes of logs: those that a soak holds, or those of a logger's file, each read once and one after another.
 * @param soaked probes of the Bench's soaks, by their run
 */
export const useProbes = (
  logs: readonly HeatLog[],
  soaked: ReadonlyMap<string, readonly ProbeLog[]>,
): ProbesOf => {
  const [readCount, setReadCount] = useState(0);
  const next = logs.find(({ file }) => file && !READ.has(file.sha256))?.file ?? null;
  const sha256 = next?.sha256 ?? null;
  const fileName = next?.fileName ?? "";
  useEffect(() => {
    if (sha256 === null) return;
    const control = new AbortController();
    void probesOfFile(sha256, fileName, control.signal).then((probes) => {
      if (control.signal.aborted) return;
      READ.set(sha256, probes);
      setReadCount((count) => count + 1);
    });
    return () => control.abort();
  }, [sha256, fileName]);
  return useMemo(
    (): ProbesOf => (log) => {
      const probes = log.runId === null ? undefined : soaked.get(log.runId);
      if (probes) return { probes, trouble: null, isReading: false };
      const read = log.file ? READ.get(log.file.sha256) : NONE;
      return { ...(read ?? NONE), isReading: read === undefined };
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps -- with each file that was read there is more to tell
    [soaked, readCount, logs],
  );
};

const probesOfFile = async (
  sha256: string,
  fileName: string,
  signal: AbortSignal,
): Promise<Probes> => {
  try {
    const bytes = await fetchCapture(sha256, signal);
    return bytes
      ? await readLogger(fileName, new Blob([bytes]))
      : { probes: null, trouble: `${fileName} is no longer there.` };
  } catch {
    return { probes: null, trouble: `${fileName} could not be read. Reload the page.` };
  }
};
