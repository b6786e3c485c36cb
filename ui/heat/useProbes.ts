import { useEffect, useState } from "react";
import type { ProbeLog } from "@/core/files";
import type { HeatLog } from "@/records";
import { startJob } from "@/workers/benchClient";
import { fetchCapture } from "../bench/uploadRun";

/** What is known of a logger's file: its probes, or why there are none. */
export type Probes = { probes: readonly ProbeLog[] | null; trouble: string | null };

const READ = new Map<string, Probes>();

/** Reads a logger's file in a worker. */
export const readLogger = async (
  fileName: string,
  bytes: Uint8Array<ArrayBuffer>,
): Promise<Probes> => {
  const opened = await startJob((worker) => worker.openFile(fileName, bytes, null)).finished;
  if (!opened.ok)
    return { probes: null, trouble: `${opened.finding.where}: ${opened.finding.advice}` };
  if (!opened.value.temperatureLog)
    return {
      probes: null,
      trouble: `${fileName}: it holds no temperatures. A logger's file has a column of time and one a probe, with °C or °F in its heading.`,
    };
  return { probes: opened.value.temperatureLog.spots, trouble: null };
};

/** Remembers what a file held, so that it is not read twice. */
export const rememberProbes = (sha256: string, probes: readonly ProbeLog[]): void => {
  READ.set(sha256, { probes, trouble: null });
};

const NONE: Probes = { probes: null, trouble: null };

/** The probes of a log: those of its file, read once, or those that its soak holds. */
export const useProbes = (
  log: HeatLog | null,
  soaked: readonly ProbeLog[] | null,
): Probes & { isReading: boolean } => {
  const sha256 = log?.file?.sha256 ?? null;
  const fileName = log?.file?.fileName ?? "";
  const [, setReadCount] = useState(0);
  useEffect(() => {
    if (sha256 === null || READ.has(sha256)) return;
    const control = new AbortController();
    const told = (probes: Probes) => {
      if (control.signal.aborted) return;
      READ.set(sha256, probes);
      setReadCount((count) => count + 1);
    };
    fetchCapture(sha256, control.signal)
      .then(async (bytes) =>
        told(
          bytes
            ? await readLogger(fileName, bytes)
            : { probes: null, trouble: `${fileName} is no longer there.` },
        ),
      )
      .catch(() =>
        told({ probes: null, trouble: `${fileName} could not be read. Reload the page.` }),
      );
    return () => control.abort();
  }, [sha256, fileName]);
  if (soaked) return { probes: soaked, trouble: null, isReading: false };
  if (sha256 === null) return { ...NONE, isReading: false };
  const read = READ.get(sha256);
  return { ...(read ?? NONE), isReading: read === undefined };
};
