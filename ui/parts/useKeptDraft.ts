import { useCallback, useEffect } from "react";
import type { DefaultValues, FieldValues, UseFormReturn } from "react-hook-form";

/**
 * Keeps what is typed into a form until it is saved or cancelled, through a reload or another page, in this browser's session.
 * @param key names the form and what it is about
 * @returns forgets the draft; to be called once it is saved or given up
 */
export const useKeptDraft = <T extends FieldValues, C, O>(
  key: string,
  { reset, watch }: Pick<UseFormReturn<T, C, O>, "reset" | "watch">,
): (() => void) => {
  useEffect(() => {
    const draft = read(key);
    if (draft) reset(draft as DefaultValues<T>, { keepDefaultValues: true });
    const { unsubscribe } = watch((values) => sessionStorage.setItem(key, JSON.stringify(values)));
    return unsubscribe;
  }, [key, reset, watch]);
  return useCallback(() => sessionStorage.removeItem(key), [key]);
};

const read = (key: string): unknown => {
  try {
    return JSON.parse(sessionStorage.getItem(key) ?? "null");
  } catch {
    return null;
  }
};
