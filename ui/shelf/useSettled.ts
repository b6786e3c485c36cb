import { useEffect, useState } from "react";

const TYPING_PAUSE_MS = 250;

/**
 * A text that is typed, and handed on when the typing pauses.
 * @param given what it begins with, and takes again when that changes by other means
 * @param onSettled gets the text without the blanks around it, and only what is new
 */
export const useSettled = (
  given: string,
  onSettled: (text: string) => void,
): [text: string, type: (text: string) => void] => {
  const [text, setText] = useState(given);
  const [last, setLast] = useState(given);
  if (given !== last) {
    setLast(given);
    // What is being typed goes on: only what was taken away or chosen elsewhere takes its place.
    if (given !== text.trim()) setText(given);
  }
  useEffect(() => {
    if (text.trim() === given) return;
    const pause = setTimeout(() => onSettled(text.trim()), TYPING_PAUSE_MS);
    return () => clearTimeout(pause);
  }, [text, given, onSettled]);
  return [text, setText];
};
