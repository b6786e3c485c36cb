"use client";
import { useRouter } from "next/navigation";
import { createContext, useContext, useMemo, type ReactNode } from "react";

type FrameSight = {
  /** The server has kept something, and tells the mark of the frame as it is now; null where it cannot tell. */
  seen(mark: string | null | undefined): void;
};

const FrameContext = createContext<FrameSight>({ seen: () => {} });

/**
 * Knows which frame (name, stages, chain) is drawn. What is kept while it is typed changes it now and then; only then is the page
 * redrawn.
 */
export function FrameMark({ mark, children }: { mark: string; children: ReactNode }) {
  const router = useRouter();
  const sight = useMemo<FrameSight>(
    () => ({ seen: (now) => void (now !== mark && now !== undefined && router.refresh()) }),
    [mark, router],
  );
  return <FrameContext value={sight}>{children}</FrameContext>;
}

export const useFrame = (): FrameSight => useContext(FrameContext);
