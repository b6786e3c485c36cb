import { useEffect, useRef, useState } from "react";
import type { Watched, WatchedFile } from "@/records";

const LOOK_MS = 2000;
const UNREAD: Watched = { folder: "", trouble: null, files: [] };

const keyOf = ({ name, bytes, modifiedAt }: WatchedFile): string =>
  `${name} ${bytes} ${modifiedAt}`;

const fetched = async ({ name, modifiedAt }: WatchedFile): Promise<File | null> => {
  const answer = await fetch(`/api/watched/${encodeURIComponent(name)}`).catch(() => null);
  if (!answer?.ok) return null;
  return new File([await answer.blob()], name, { lastModified: Date.parse(modifiedAt) });
};

/**
 * Looks into the watched folder every two seconds. What is finished there from now on is handed over as if it had been dropped; what
 * was there before waits to be taken.
 * @param onFiles gets files that are whole, each once
 */
export const useWatched = (
  onFiles: (files: File[]) => void,
): { watched: Watched; take(file: WatchedFile): void } => {
  const [watched, setWatched] = useState(UNREAD);
  const hand = useRef(onFiles);
  useEffect(() => {
    hand.current = onFiles;
  });
  const taken = useRef<Set<string> | null>(null);
  const [take] = useState(() => (file: WatchedFile): void => {
    const key = keyOf(file);
    taken.current?.add(key);
    void fetched(file).then((source) => {
      if (source) hand.current([source]);
      // It is asked for again when the folder is looked into the next time.
      else taken.current?.delete(key);
    });
  });
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | null = null;
    let isLeft = false;
    const look = async (): Promise<void> => {
      const answer = await fetch("/api/watched").catch(() => null);
      if (isLeft) return;
      if (answer?.ok) {
        const now = (await answer.json()) as Watched;
        setWatched(now);
        const whole = now.files.filter(({ isWhole }) => isWhole);
        if (taken.current === null) taken.current = new Set(whole.map(keyOf));
        for (const file of whole) if (!taken.current.has(keyOf(file))) take(file);
      }
      timer = setTimeout(() => void look(), LOOK_MS);
    };
    void look();
    return () => {
      isLeft = true;
      if (timer) clearTimeout(timer);
    };
  }, [take]);
  return { watched, take };
};
