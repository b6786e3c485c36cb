import { messageOf, send } from "../parts/send";
import { TURNS } from "./turns";

/** What went wrong when outputs were to go off: nothing is more urgent, so it is shown on every stage. */
let trouble: string | null = null;
const listeners = new Set<() => void>();

const tell = (next: string | null): void => {
  trouble = next;
  for (const listener of listeners) listener();
};

/** For `useSyncExternalStore`. */
export const silenceTrouble = {
  subscribe: (listener: () => void) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  },
  now: (): string | null => trouble,
  clear: () => tell(null),
};

/** Turns every output of the instruments on the network off, whoever holds them; where that may have failed, it is said loudly. */
export const silenceInstruments = (): void =>
  void send("DELETE", TURNS.address).then((outcome) => {
    if (!outcome.ok) tell(messageOf(outcome));
  });
