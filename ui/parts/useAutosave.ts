import { useRouter } from "next/navigation";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import type { Validated } from "@/records";
import { useFrame } from "../frame/FrameMark";
import { Keeper, type KeptState } from "./keeper";
import type { Kept } from "./send";

/** `undo` is null where there is nothing to go back to. */
export type Autosave<T = unknown> = {
  state: KeptState<T>;
  mine: T;
  undo: (() => void) | null;
  keepMine(): void;
  takeTheirs(): void;
};

export type AutosaveOptions<T, Doc> = {
  /** Names what is kept, among all that this window has kept. */
  name: string;
  /** What is on the screen. */
  value: T;
  /** Puts a value back on the screen. */
  restore(value: NoInfer<T>): void;
  /** Of what the page was made with. */
  revision: number | undefined;
  /** Keeps a value; must be safe to call again with a newer one. */
  save(value: NoInfer<T>, revision: number): Promise<Validated<Kept>>;
  /** What is kept, as it is on the screen. */
  asDraft(kept: Doc): NoInfer<T>;
};

/** What this window has kept last of each thing: a page that the browser brings back may have been made before. */
const keptHere = new Map<string, { value: unknown; revision: number }>();

/**
 * Keeps what is on the screen shortly after its last change, and at once when the screen is left.
 * @see Keeper
 */
export const useAutosave = <T, Doc>({
  name,
  value,
  restore,
  revision = 0,
  save,
  asDraft,
}: AutosaveOptions<T, Doc>): Autosave<T> => {
  const router = useRouter();
  const { seen } = useFrame();
  const [keeper] = useState(() => {
    const last = keptHere.get(name);
    const start =
      last && last.revision > revision ? { ...last, value: last.value as T } : { value, revision };
    return new Keeper<T>({ ...start, save, restore, fromKept: asDraft, onKept: () => {} });
  });
  const { kept: state } = useSyncExternalStore(keeper.subscribe, keeper.state, keeper.state);

  useEffect(() => {
    keeper.use({
      save,
      restore,
      fromKept: asDraft,
      onKept: (answer, now) => {
        keptHere.set(name, { value: now, revision: answer.revision ?? 0 });
        seen(answer.frame);
      },
    });
  });

  // Where the page was made before what this window kept last, that is shown, once.
  const isShown = useRef(false);
  useEffect(() => {
    const { kept } = keeper.state().history;
    const isOlder = !isShown.current && JSON.stringify(kept) !== JSON.stringify(value);
    isShown.current = true;
    if (isOlder) restore(kept);
    else keeper.changed(value);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `restore` is new with every drawing
  }, [keeper, value]);

  // Leaving the screen keeps what was typed last; pages that were made before are rebuilt when they are opened again.
  useEffect(
    () => () => {
      keeper.leave();
      if (keptHere.has(name)) setTimeout(() => router.refresh(), 0);
    },
    [keeper, name, router],
  );

  // Closing the window with something not kept yet asks first.
  useEffect(() => {
    if (state === "kept") return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", ask);
    return () => window.removeEventListener("beforeunload", ask);
  }, [state]);

  return {
    state,
    mine: value,
    undo: keeper.canUndo() ? () => keeper.undo() : null,
    keepMine: () => keeper.keepMine(),
    takeTheirs: () => keeper.takeTheirs(),
  };
};
