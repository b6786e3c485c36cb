"use client";
import { useEffect, useRef, useState, type RefObject } from "react";

/** The size of an element in pixels, followed as it changes. */
export const useSize = <T extends HTMLElement>(initial: {
  widthPx: number;
  heightPx: number;
}): [RefObject<T | null>, { widthPx: number; heightPx: number }] => {
  const ref = useRef<T | null>(null);
  const [size, setSize] = useState(initial);
  useEffect(() => {
    if (!ref.current) return;
    const observer = new ResizeObserver(([entry]) =>
      setSize({
        widthPx: Math.round(entry.contentRect.width),
        heightPx: Math.round(entry.contentRect.height),
      }),
    );
    observer.observe(ref.current);
    return () => observer.disconnect();
  }, []);
  return [ref, size];
};
