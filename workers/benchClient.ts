import { proxy, transfer, wrap } from "comlink";
import type { InstrumentDescription } from "@/bench/instruments";
import type { BenchWorker } from "./protocol";

export class Cancelled extends Error {}

/** Work under way in a worker of its own. `cancel` ends the worker at once, in the middle of whatever it does. */
export type Job<T> = { finished: Promise<T>; cancel(): void };

/** Starts work in a new worker, which ends with the work. @throws {Cancelled} from `finished` when cancelled */
export const startJob = <T>(work: (worker: BenchWorker) => Promise<T>): Job<T> => {
  const thread = new Worker(new URL("./bench.worker.ts", import.meta.url), { type: "module" });
  let cancel = () => {};
  const cancelled = new Promise<never>((_, reject) => {
    cancel = () => reject(new Cancelled("cancelled"));
    thread.onerror = () =>
      reject(new Error("The analysis could not be started. Reload the page and try again."));
  });
  // Every member of BenchWorker returns a promise already, so the remote has the same shape.
  const finished = Promise.race([work(wrap(thread) as unknown as BenchWorker), cancelled]).finally(
    () => thread.terminate(),
  );
  return { finished, cancel };
};

/** A worker kept for many short tasks. */
export const keepWorker = (): { worker: BenchWorker; end(): void } => {
  const thread = new Worker(new URL("./bench.worker.ts", import.meta.url), { type: "module" });
  return { worker: wrap(thread) as unknown as BenchWorker, end: () => thread.terminate() };
};

/** A callback, or several by name, that a worker may call. */
export const callback: <T extends object>(called: T) => T = proxy;

/** What is asked of an instrument; a port that belongs to it goes over with it. */
export const handedOver = <T extends { instrument: InstrumentDescription }>(request: T): T =>
  request.instrument.kind === "audio"
    ? transfer(request, [request.instrument.link as MessagePort])
    : request;
