"use client";
import createCache, { type EmotionCache } from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { useServerInsertedHTML } from "next/navigation";
import { useState, type ReactNode } from "react";

type Registry = { cache: EmotionCache; taken(): string[] };

/** Notes the names of the styles that are made, so that each part of the page is sent with its own, once. */
const makeRegistry = (): Registry => {
  const cache = createCache({ key: "css" });
  cache.compat = true;
  const insert = cache.insert;
  let names: string[] = [];
  cache.insert = (...given) => {
    const [, serialized] = given;
    if (cache.inserted[serialized.name] === undefined) names.push(serialized.name);
    return insert(...given);
  };
  return {
    cache,
    taken: () => {
      const taken = names;
      names = [];
      return taken;
    },
  };
};

/**
 * Sends the styles of a page ahead of its markup. Where they stood within the markup, a browser that has not read all of it yet when
 * the scripts start would find other markup than they expect.
 */
export function EmotionStyles({ children }: { children: ReactNode }) {
  const [{ cache, taken }] = useState(makeRegistry);
  useServerInsertedHTML(() => {
    const names = taken();
    if (names.length === 0) return null;
    const styles = names.map((name) => cache.inserted[name]).filter((text) => text !== true);
    return (
      <style
        key={cache.key}
        data-emotion={`${cache.key} ${names.join(" ")}`}
        dangerouslySetInnerHTML={{ __html: styles.join("") }}
      />
    );
  });
  return <CacheProvider value={cache}>{children}</CacheProvider>;
}
