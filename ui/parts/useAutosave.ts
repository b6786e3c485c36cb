import { useCallback, useEffect, useRef, useState } from "react";
import type { Validated } from "@/records";

export type AutosaveState = "kept" | "waiting" | { message: string };

const PAUSE_MS = 700;
const MOST_STEPS_BACK = 50;

/**
 * Keeps a value shortly after its last change, and what it was before, for going back. A value that the schema refuses is not
 * kept, and its message shown; it stays on the screen.
 * @param save must be safe to call again with a newer value
 */
export const useAutosave = <T>(value: T, save: (value: T) => Promise<Validated<unknown>>): { state: AutosaveState; canUndo: boolean; undo(): T | null } => {
  const [state, setState] = useState<AutosaveState>("kept");
  const [past, setPast] = useState<readonly T[]>([]);
  const keptText = useRef(JSON.stringify(value));
  const keptValue = useRef(value);
  const latestSave = useRef(save);
  useEffect(() => {
    latestSave.current = save;
  }, [save]);

  useEffect(() => {
    const text = JSON.stringify(value);
    if (text === keptText.current) return;
    const announce = setTimeout(() => setState("waiting"), 0);
    const timer = setTimeout(() => {
      const before = keptValue.current;
      latestSave
        .current(value)
        .then((outcome) => {
          if (!outcome.ok) return setState({ message: Object.values(outcome.errors)[0] ?? "This could not be kept." });
          keptText.current = text;
          keptValue.current = value;
          setPast((steps) => [...steps.slice(1 - MOST_STEPS_BACK), before]);
          setState("kept");
        })
        .catch(() => setState({ message: "Not kept: the program does not answer. What you entered is still here." }));
    }, PAUSE_MS);
    return () => {
      clearTimeout(announce);
      clearTimeout(timer);
    };
  }, [value]);

  // Leaving the screen within the pause keeps what was typed last.
  const latestValue = useRef(value);
  useEffect(() => {
    latestValue.current = value;
  }, [value]);
  useEffect(
    () => () => {
      if (JSON.stringify(latestValue.current) !== keptText.current) void latestSave.current(latestValue.current).catch(() => {});
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

  const undo = useCallback((): T | null => {
    const before = past[past.length - 1];
    if (before === undefined) return null;
    setPast((steps) => steps.slice(0, -1));
    keptValue.current = before;
    keptText.current = "";
    return before;
  }, [past]);
  return { state, canUndo: past.length > 0, undo };
};
