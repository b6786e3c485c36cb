import { useEffect, useRef, useState } from "react";
import { keepWorker } from "@/workers/benchClient";
import type { BenchWorker } from "@/workers/protocol";

export type LatestAnswer<A> = { answer: A | null; isBehind: boolean; isBroken: boolean };

/**
 * Answers whatever is asked last, off the main thread. While one answer is under way further questions wait, and only the last
 * of them is taken up, so that what is shown follows a dragged slider as fast as it can.
 * @param question memoised; null asks nothing
 * @param ask must not change
 */
export const useLatestAnswer = <Q, A>(
  question: Q | null,
  ask: (worker: BenchWorker, question: Q) => Promise<A>,
): LatestAnswer<A> => {
  const [state, setState] = useState<LatestAnswer<A>>({
    answer: null,
    isBehind: true,
    isBroken: false,
  });
  const kept = useRef<ReturnType<typeof keepWorker> | null>(null);
  const wanted = useRef<Q | null>(null);
  const isBusy = useRef(false);
  const latestAsk = useRef(ask);

  useEffect(
    () => () => {
      kept.current?.end();
      kept.current = null;
    },
    [],
  );

  useEffect(() => {
    wanted.current = question;
    if (question === null || isBusy.current) return;
    kept.current ??= keepWorker();
    const { worker } = kept.current;
    isBusy.current = true;
    const work = async () => {
      while (wanted.current !== null) {
        const asked: Q = wanted.current;
        wanted.current = null;
        const answer = await latestAsk.current(worker, asked);
        // What crosses an await may have been asked again; the ref is read afresh.
        const isBehind = (wanted.current as Q | null) !== null;
        setState({ answer, isBehind, isBroken: false });
      }
      isBusy.current = false;
    };
    work().catch(() => {
      isBusy.current = false;
      setState((before) => ({ ...before, isBehind: false, isBroken: true }));
    });
  }, [question]);

  return state;
};
