"use client";
import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from "react";

/** One link of the chain: what it is at this moment. `isLive` while it carries a signal. */
export type ChainLink = { note: string; value: string; isLive?: boolean };

export type ChainState = {
  source: ChainLink;
  amplifier: ChainLink;
  load: ChainLink;
  probe: ChainLink;
  reading: ChainLink;
  mute: (() => void) | null;
};

const IDLE: ChainState = {
  source: { note: "Source", value: "none" },
  amplifier: { note: "Amplifier", value: "at rest" },
  load: { note: "Load", value: "0 W" },
  probe: { note: "Probe", value: "none" },
  reading: { note: "Reading", value: "nothing running" },
  mute: null,
};

const ChainContext = createContext<{
  chain: ChainState;
  setChain(change: Partial<ChainState>): void;
  rest(): void;
  showSetup(words: string): void;
} | null>(null);

/** Keeps what is connected and what it does, so that the strip at the top always tells the truth. */
export function ChainProvider({
  atRest,
  children,
}: {
  atRest: Partial<ChainState>;
  children: ReactNode;
}) {
  const [change, setChange] = useState<Partial<ChainState>>({});
  /** How the amplifier of the form that is shown is set up, where it can be set up otherwise. */
  const [setup, showSetup] = useState("");
  // The same functions all along: an effect that depends on them must not run again whenever the chain changes.
  const [acts] = useState(() => ({
    setChain: (more: Partial<ChainState>) => setChange((known) => ({ ...known, ...more })),
    rest: () => setChange({}),
  }));
  const value = useMemo(
    () => ({ chain: withSetup({ ...IDLE, ...atRest, ...change }, setup), ...acts, showSetup }),
    [atRest, change, acts, setup],
  );
  return <ChainContext value={value}>{children}</ChainContext>;
}

/** While something plays, its own link already says how the amplifier is set up. */
const withSetup = (chain: ChainState, setup: string): ChainState =>
  setup === "" || chain.amplifier.isLive
    ? chain
    : { ...chain, amplifier: { note: "Amplifier", value: setup } };

/** Shows in the chain how the amplifier is set up, as long as this is there. @param words empty where it has nothing to choose */
export const useShownSetup = (words: string): void => {
  const { showSetup } = useChain();
  useEffect(() => {
    showSetup(words);
    return () => showSetup("");
  }, [showSetup, words]);
};

export const useChain = () => {
  const value = useContext(ChainContext);
  if (!value) throw new Error("the chain is used outside of ChainProvider");
  return value;
};
