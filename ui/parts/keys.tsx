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

type Add = (actions: readonly KeyAction[]) => () => void;

// Apart, so that who adds a key is not redrawn whenever another is added.
const AddContext = createContext<Add | null>(null);
const KnownContext = createContext<readonly KeyAction[]>([]);

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
    <AddContext value={add}>
      <KnownContext value={actions}>{children}</KnownContext>
    </AddContext>
  );
}

/** Makes these keys work while the component is on screen. What they do may change with every drawing; which keys there are, seldom. */
export const useKeys = (actions: readonly KeyAction[]): void => {
  const add = useContext(AddContext);
  if (!add) throw new Error("keys are used outside of KeysProvider");
  const latest = useRef(actions);
  useEffect(() => {
    latest.current = actions;
  });
  const names = JSON.stringify(actions.map(({ key, label }) => [key, label]));
  useEffect(
    () =>
      add(
        (JSON.parse(names) as [string, string][]).map(([key, label], at) => ({
          key,
          label,
          run: () => latest.current[at]?.run(),
        })),
      ),
    [add, names],
  );
};

/** All keys that work now. */
export const useKnownKeys = (): readonly KeyAction[] => useContext(KnownContext);
