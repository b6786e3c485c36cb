import { useEffect, useRef, useState, type RefObject } from "react";

/** Scrolled to within this of the window, a part counts as near. */
const NEAR = "200px";

/** Whether a part of the page has come near the window, once and for all: what is heavy may wait until then. */
export const useNearView = <T extends Element>(): [RefObject<T | null>, boolean] => {
  const ref = useRef<T | null>(null);
  const [isNear, setNear] = useState(false);
  useEffect(() => {
    const { current } = ref;
    if (!current || isNear) return;
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setNear(true);
      },
      { rootMargin: NEAR },
    );
    observer.observe(current);
    return () => observer.disconnect();
  }, [isNear]);
  return [ref, isNear];
};
