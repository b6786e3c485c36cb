import { proxy, transfer, wrap } from "comlink";
import type { InstrumentDescription } from "@/bench/instruments";
import type { KeptShot } from "@/pipeline/playRun";
import type { BenchWorker } from "./protocol";

export class Cancelled extends Error {}

/** Work under way in a worker of its own. `cancel` ends the worker at once, in the middle of whatever it does. */
export type Job<T> = { finished: Promise<T>; cancel(): void };

type Thread = {
  thread: Worker;
  worker: BenchWorker;
  isBroken(): boolean;
  /** Ends it in the middle of whatever it does; what was asked of it is refused. */
  stop(): void;
};

/** A new worker, and what it can be asked: that is refused once it has failed, or where its code does not come. */
const openThread = (): Thread => {
  const thread = new Worker(new URL("./bench.worker.ts", import.meta.url), { type: "module" });
  let isBroken = false;
  let breakOff = (_: Error): void => {};
  const broken = new Promise<never>((_, reject) => {
    breakOff = (error) => {
      isBroken = true;
      reject(error);
    };
  });
  thread.onerror = () =>
    breakOff(new Error("The analysis could not be started. Reload the page and try again."));
  // Nobody may be asking just now.
  broken.catch(() => {});
  // Every member of BenchWorker returns a promise already, so the remote has the same shape.
  const remote = wrap(thread) as unknown as Record<string, (...given: unknown[]) => unknown>;
  const worker = new Proxy(remote, {
    get:
      (_, name: string) =>
      (...given: unknown[]) =>
        Promise.race([remote[name](...given), broken]),
  });
  return {
    thread,
    worker: worker as unknown as BenchWorker,
    isBroken: () => isBroken,
    stop: () => {
      thread.terminate();
      breakOff(new Cancelled("cancelled"));
    },
  };
};

/** Starts work in a new worker, which ends with the work. @throws {Cancelled} from `finished` when cancelled */
export const startJob = <T>(work: (worker: BenchWorker) => Promise<T>): Job<T> => {
  const { thread, worker } = openThread();
  let cancel = () => {};
  const cancelled = new Promise<never>((_, reject) => {
    cancel = () => reject(new Cancelled("cancelled"));
  });
  const finished = Promise.race([work(worker), cancelled]).finally(() => thread.terminate());
  return { finished, cancel };
};

export type KeptWorker = {
  readonly worker: BenchWorker;
  end(): void;
  /** Breaks off what it is at, which is refused as cancelled; the next to ask gets another. */
  stop(): void;
};

/** A worker kept for many short tasks; in the place of one that has failed the next to ask gets another. */
export const keepWorker = (): KeptWorker => {
  let kept = openThread();
  return {
    get worker() {
      if (kept.isBroken()) {
        kept.thread.terminate();
        kept = openThread();
      }
      return kept.worker;
    },
    end: () => kept.thread.terminate(),
    stop: () => kept.stop(),
  };
};

/** A callback, or several by name, that a worker may call. */
export const callback: <T extends object>(called: T) => T = proxy;

/** A request of an instrument goes over with whatever need not stay: its port, the bytes of recordings. */
export const handedOver = <
  T extends { instrument: InstrumentDescription; kept?: readonly KeptShot[] },
>(
  request: T,
): T => transfer(request, [...ownOf(request.instrument), ...(request.kept ?? []).map(bytesOf)]);

const bytesOf = ({ wav }: { wav: Uint8Array<ArrayBuffer> }): ArrayBuffer => wav.buffer;

const ownOf = (instrument: InstrumentDescription): Transferable[] => {
  if (instrument.kind === "audio") return [instrument.link as MessagePort];
  return instrument.kind === "files" ? instrument.files.map(bytesOf) : [];
};
