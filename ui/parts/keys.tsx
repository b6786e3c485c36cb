"use client";
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from "react";

/** A key and what it does; `key` as in KeyboardEvent.key. */
export type KeyAction = { key: string; label: string; run(): void };

type KeyRegistry = {
  actions: readonly KeyAction[];
  add(actions: readonly KeyAction[]): () => void;
};

const KeysContext = createContext<KeyRegistry | null>(null);

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName));

/** Holds the keys that work at this moment; the key help lists exactly these. */
export function KeysProvider({ children }: { children: ReactNode }) {
  const [groups, setGroups] = useState<readonly (readonly KeyAction[])[]>([]);
  const add = useCallback((actions: readonly KeyAction[]) => {
    setGroups((known) => [...known, actions]);
    return () => setGroups((known) => known.filter((group) => group !== actions));
  }, []);
  const actions = useMemo(() => groups.flat(), [groups]);
  const latest = useRef(actions);
  useEffect(() => {
    latest.current = actions;
  }, [actions]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      // Mute must always work; other keys must not act on what is being typed.
      if (event.key !== "Escape" && isTyping(event.target)) return;
      // The newest registration wins: a panel's key goes before its page's.
      const action = [...latest.current]
        .reverse()
        .find(({ key }) => key.toLowerCase() === event.key.toLowerCase());
      if (!action) return;
      event.preventDefault();
      action.run();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  return (
    <KeysContext value={useMemo(() => ({ actions, add }), [actions, add])}>{children}</KeysContext>
  );
}

const useRegistry = (): KeyRegistry => {
  const registry = useContext(KeysContext);
  if (!registry) throw new Error("keys are used outside of KeysProvider");
  return registry;
};

/** Makes these keys work while the component is on screen. Pass a memoised list. */
export const useKeys = (actions: readonly KeyAction[]): void => {
  const { add } = useRegistry();
  useEffect(() => add(actions), [add, actions]);
};

/** All keys that work now. */
export const useKnownKeys = (): readonly KeyAction[] => useRegistry().actions;
