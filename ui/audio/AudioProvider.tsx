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
import type { AudioFault } from "@/bench/audio/messages";
import { CannotOpen } from "./CannotOpen";
import type { OpenInterface } from "./openInterface";

export type AudioState =
  | { status: "closed" }
  | { status: "opening" }
  | { status: "open"; device: OpenInterface }
  | { status: "failed"; message: string };

type Audio = {
  state: AudioState;
  /** Opens an interface in place of the one before; what went wrong is in the state. */
  open(how: (onFault: (fault: AudioFault) => void) => Promise<OpenInterface>): Promise<void>;
  close(): void;
  /** Silence within ten milliseconds, whoever plays; nothing where nothing is open. */
  mute(): void;
};

const AudioContextOfPage = createContext<Audio | null>(null);

const ODD = "The interface could not be opened. Reload the page and try again.";
/** Faults after which the device itself has to be opened again. */
const LOST: readonly AudioFault[] = ["device-lost", "input-lost"];

/** Keeps the audio interface open from stage to stage: at most one, silent unless a run or a check plays. */
export function AudioProvider({ children }: { children: ReactNode }) {
  const [state, setState] = useState<AudioState>({ status: "closed" });
  const device = useRef<OpenInterface | null>(null);
  // Each opening has a number of its own: one that answers after it was given up is closed at once.
  const opening = useRef(0);
  const shut = useCallback(() => {
    opening.current++;
    device.current?.close();
    device.current = null;
  }, []);
  useEffect(() => shut, [shut]);
  const open = useCallback<Audio["open"]>(
    async (how) => {
      shut();
      setState({ status: "opening" });
      const mine = opening.current;
      try {
        const opened = await how((fault) => {
          if (!LOST.includes(fault) || opening.current !== mine) return;
          shut();
          setState({
            status: "failed",
            message: "The interface was unplugged or stopped. The output is muted; open it again.",
          });
        });
        if (opening.current !== mine) return opened.close();
        device.current = opened;
        setState({ status: "open", device: opened });
      } catch (error) {
        if (opening.current !== mine) return;
        setState({ status: "failed", message: error instanceof CannotOpen ? error.message : ODD });
      }
    },
    [shut],
  );
  const close = useCallback(() => {
    shut();
    setState({ status: "closed" });
  }, [shut]);
  const mute = useCallback(() => device.current?.mute(), []);
  const audio = useMemo(() => ({ state, open, close, mute }), [state, open, close, mute]);
  return <AudioContextOfPage value={audio}>{children}</AudioContextOfPage>;
}

export const useAudio = (): Audio => {
  const audio = useContext(AudioContextOfPage);
  if (!audio) throw new Error("the audio interface is used outside of AudioProvider");
  return audio;
};
