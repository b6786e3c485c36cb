"use client";
import { createContext, useContext, useMemo, useState, type ReactNode } from "react";

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
  // The same functions all along: an effect that depends on them must not run again whenever the chain changes.
  const [acts] = useState(() => ({
    setChain: (more: Partial<ChainState>) => setChange((known) => ({ ...known, ...more })),
    rest: () => setChange({}),
  }));
  const value = useMemo(
    () => ({ chain: { ...IDLE, ...atRest, ...change }, ...acts }),
    [atRest, change, acts],
  );
  return <ChainContext value={value}>{children}</ChainContext>;
}

export const useChain = () => {
  const value = useContext(ChainContext);
  if (!value) throw new Error("the chain is used outside of ChainProvider");
  return value;
};
