import type { Validated } from "@/records";
import { afterKeeping, stepBack, type History } from "./history";
import { messageOf, type Kept } from "./send";

/** Whether what is on the screen has been kept. */
export type KeptState<T> =
  "kept" | "waiting" | { message: string } | { message: string; theirs: T; revision: number };

export type KeeperState<T> = { kept: KeptState<T>; history: History<T> };

export type KeeperOptions<T> = {
  value: T;
  /** Of what was read; what is kept counts on from there. */
  revision: number;
  /** Keeps a value that was changed from that revision. Must be safe to call again with a newer value. */
  save(value: T, revision: number): Promise<Validated<Kept>>;
  /** Puts a value back on the screen. */
  restore(value: T): void;
  /** What another window has kept, as this screen has it. */
  fromKept(kept: never): T;
  onKept(kept: Kept, value: T): void;
};

const PAUSE_MS = 700;
const RETRY_MS = 4000;

/** "Not saved: the disk is full. Retrying." */
const notYet = (message: string): string =>
  `Not saved: ${message.charAt(0).toLowerCase()}${message.slice(1)} Retrying.`;

const textOf = (value: unknown): string => JSON.stringify(value);

/**
 * Keeps a value shortly after its last change, one save after the other, and what it was before, for going back. A value that is
 * refused stays on the screen with its message; where trying again may help, it is tried again. Where another window has changed the
 * same thing meanwhile, both are held until one is chosen, and the other stays a step back.
 */
export class Keeper<T> {
  #options: KeeperOptions<T>;
  #state: KeeperState<T>;
  #latest: T;
  #keptText: string;
  #revision: number;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #isSaving = false;
  #listeners = new Set<() => void>();

  constructor(options: KeeperOptions<T>) {
    this.#options = options;
    this.#latest = options.value;
    this.#keptText = textOf(options.value);
    this.#revision = options.revision;
    this.#state = { kept: "kept", history: { kept: options.value, past: [] } };
  }

  readonly state = (): KeeperState<T> => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** The newest ways to save and restore; they close over what is on the screen. */
  use(options: Pick<KeeperOptions<T>, "save" | "restore" | "fromKept" | "onKept">): void {
    this.#options = { ...this.#options, ...options };
  }

  /** What is on the screen has changed. */
  changed(value: T): void {
    this.#latest = value;
    if (this.#conflict()) return;
    if (this.#isKept()) {
      clearTimeout(this.#timer);
      if (this.#state.kept !== "kept") this.#set({ kept: "kept" });
      return;
    }
    this.#set({ kept: "waiting" });
    this.#keepIn(PAUSE_MS);
  }

  /** The screen is left: what was typed last is kept at once. */
  leave(): void {
    clearTimeout(this.#timer);
    if (!this.#isKept() && !this.#conflict()) void this.#keep();
  }

  canUndo(): boolean {
    return this.#state.history.past.length > 0 || this.#state.kept !== "kept";
  }

  /** One step back. */
  undo(): void {
    const back = stepBack(this.#state.history, this.#isKept());
    if (!back || this.#conflict()) return;
    const isGivenUp = back.kept === this.#state.history.kept;
    // What is given up was never kept, so there is nothing to wait for.
    this.#set({ history: back, ...(isGivenUp ? { kept: "kept" as const } : {}) });
    this.#options.restore(back.kept);
  }

  /** What another window has kept is put on the screen; what was here is a step back. */
  takeTheirs(): void {
    const conflict = this.#conflict();
    if (!conflict) return;
    const { kept, past } = this.#state.history;
    const mine = this.#latest;
    this.#revision = conflict.revision;
    this.#keptText = textOf(conflict.theirs);
    this.#latest = conflict.theirs;
    this.#set({
      kept: "kept",
      history: { kept: conflict.theirs, past: [...past, kept, mine] },
    });
    this.#options.restore(conflict.theirs);
  }

  /** What is here takes the place of what another window has kept; that is a step back. */
  keepMine(): void {
    const conflict = this.#conflict();
    if (!conflict) return;
    this.#revision = conflict.revision;
    const { kept, past } = this.#state.history;
    this.#set({ kept: "waiting", history: { kept: conflict.theirs, past: [...past, kept] } });
    void this.#keep();
  }

  #conflict(): { theirs: T; revision: number } | null {
    const { kept } = this.#state;
    return typeof kept === "object" && "theirs" in kept ? kept : null;
  }

  #isKept(): boolean {
    return textOf(this.#latest) === this.#keptText;
  }

  #set(change: Partial<KeeperState<T>>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }

  #keepIn(milliseconds: number): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#keep(), milliseconds);
  }

  async #keep(): Promise<void> {
    // A second save from the same revision would find the first one's change and take it for another window's.
    if (this.#isSaving) return;
    this.#isSaving = true;
    const value = this.#latest;
    const outcome = await this.#options.save(value, this.#revision);
    this.#isSaving = false;
    if (outcome.ok) this.#afterKeeping(value, outcome.value);
    else if (outcome.conflict) {
      const theirs = this.#options.fromKept(outcome.conflict.now as never);
      this.#set({
        kept: { message: messageOf(outcome), theirs, revision: outcome.conflict.revision },
      });
    } else {
      const message = messageOf(outcome);
      this.#set({ kept: { message: outcome.mayRetry ? notYet(message) : message } });
      if (outcome.mayRetry) this.#keepIn(RETRY_MS);
      else if (textOf(value) !== textOf(this.#latest)) this.#keepIn(0);
    }
  }

  #afterKeeping(value: T, kept: Kept): void {
    this.#revision = kept.revision ?? this.#revision;
    this.#keptText = textOf(value);
    this.#set({ history: afterKeeping(this.#state.history, value) });
    if (this.#isKept()) this.#set({ kept: "kept" });
    else this.#keepIn(0);
    this.#options.onKept(kept, value);
  }
}
