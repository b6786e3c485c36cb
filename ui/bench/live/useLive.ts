"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import { findingText, type Finding } from "@/core/outcome";
import { callback, handedOver, keepWorker } from "@/workers/benchClient";
import type { LiveReading, LiveRequest } from "@/pipeline/liveBench";

export type LiveDriving =
  | { status: "off" }
  | { status: "starting" }
  | { status: "on"; reading: LiveReading }
  | { status: "failed"; message: string };

/** The live bench in a worker of its own; switched off with the screen. Readings may be held still to be read. */
export const useLive = () => {
  const kept = useRef<ReturnType<typeof keepWorker> | null>(null);
  const isHeld = useRef(false);
  const [state, setState] = useState<LiveDriving>({ status: "off" });
  const off = useCallback(() => {
    kept.current?.end();
    kept.current = null;
    setState({ status: "off" });
  }, []);
  useEffect(
    () => () => {
      kept.current?.end();
      kept.current = null;
    },
    [],
  );
  const on = useCallback(async (request: LiveRequest) => {
    kept.current?.end();
    const mine = keepWorker();
    kept.current = mine;
    isHeld.current = false;
    setState({ status: "starting" });
    try {
      const outcome = await mine.worker.startLive(
        handedOver(request),
        callback((reading: LiveReading) => {
          if (kept.current === mine && !(isHeld.current && !reading.trip))
            setState({ status: "on", reading });
        }),
        callback((finding: Finding) => {
          if (kept.current === mine) setState({ status: "failed", message: findingText(finding) });
        }),
      );
      if (!outcome.ok && kept.current === mine)
        setState({
          status: "failed",
          message: findingText(outcome.finding),
        });
    } catch {
      if (kept.current === mine)
        setState({
          status: "failed",
          message: "The live bench could not be started. Reload the page and try again.",
        });
    }
  }, []);
  const hold = useCallback((held: boolean) => {
    isHeld.current = held;
  }, []);
  return { state, on, off, hold, worker: () => kept.current?.worker ?? null };
};
