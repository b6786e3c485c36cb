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
  const shut = useCallback(() => {
    device.current?.close();
    device.current = null;
  }, []);
  useEffect(() => shut, [shut]);
  const open = useCallback<Audio["open"]>(
    async (how) => {
      shut();
      setState({ status: "opening" });
      try {
        device.current = await how((fault) => {
          if (!LOST.includes(fault)) return;
          shut();
          setState({
            status: "failed",
            message: "The interface was unplugged or stopped. The output is muted; open it again.",
          });
        });
        setState({ status: "open", device: device.current });
      } catch (error) {
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
