import { useCallback, useEffect, useRef, useState } from "react";
import type { Validated } from "@/records";
import { afterKeeping, stepBack, type History } from "./history";

export type AutosaveState = "kept" | "waiting" | { message: string };
/** `undo` is null where there is nothing to go back to. */
export type Autosave = { state: AutosaveState; undo: (() => void) | null };

const PAUSE_MS = 700;
const RETRY_MS = 4000;

/**
 * Keeps a value shortly after its last change, at once when its screen is left, and what it was before, for going back. A value
 * that the schema refuses is not kept, and its message shown; it stays on the screen. Where the server does not answer, it is
 * tried again until it does.
 * @param restore puts a value back on the screen
 * @param save must be safe to call again with a newer value
 */
export const useAutosave = <T>(
  value: T,
  restore: (value: T) => void,
  save: (value: T) => Promise<Validated<unknown>>,
): Autosave => {
  const [state, setState] = useState<AutosaveState>("kept");
  const [history, setHistory] = useState<History<T>>({ kept: value, past: [] });
  const [attempt, setAttempt] = useState(0);
  const keptText = useRef(JSON.stringify(value));
  const latest = useRef({ value, restore, save });
  useEffect(() => {
    latest.current = { value, restore, save };
  }, [value, restore, save]);

  useEffect(() => {
    const text = JSON.stringify(value);
    if (text === keptText.current) return;
    const timers = [setTimeout(() => setState("waiting"), 0)];
    const keep = async () => {
      try {
        const outcome = await latest.current.save(value);
        if (!outcome.ok)
          return setState({
            message: Object.values(outcome.errors)[0] ?? "This could not be kept.",
          });
        keptText.current = text;
        setHistory((known) => afterKeeping(known, value));
        setState("kept");
      } catch {
        setState({
          message:
            "Not kept yet: the program does not answer. It is tried again; what you entered is still here.",
        });
        timers.push(setTimeout(() => setAttempt((count) => count + 1), RETRY_MS));
      }
    };
    timers.push(setTimeout(() => void keep(), PAUSE_MS));
    return () => timers.forEach(clearTimeout);
  }, [value, attempt]);

  // Leaving the screen within the pause keeps what was typed last.
  useEffect(
    () => () => {
      const { value: last, save: keep } = latest.current;
      if (JSON.stringify(last) !== keptText.current) void keep(last).catch(() => {});
    },
    [],
  );

  // Closing the window with something not kept yet asks first.
  useEffect(() => {
    if (state === "kept") return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", ask);
    return () => window.removeEventListener("beforeunload", ask);
  }, [state]);

  const undo = useCallback(() => {
    const back = stepBack(history, JSON.stringify(latest.current.value) === keptText.current);
    if (!back) return;
    setHistory(back);
    // What is given up was never kept, so there is nothing to wait for.
    if (back.kept === history.kept) setState("kept");
    latest.current.restore(back.kept);
  }, [history]);
  return { state, undo: history.past.length > 0 || state !== "kept" ? undo : null };
};
