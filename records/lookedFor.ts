import type { Passage, WrittenPlace } from "./shelf";

/** What is looked for: words of which each must stand somewhere, beginning like it; what was put into quotation marks, as one. */
export const soughtWords = (find: string): string[] =>
  [...find.matchAll(/["“]([^"“”]*)["”]?|(\S+)/g)]
    .map(([, phrase, word]) => (phrase ?? word).trim())
    .filter((each) => each !== "");

/** A text as it is compared: without case and accents, each letter in the place that it had. */
export const folded = (text: string): string =>
  [...text]
    .map((letter) => {
      const plain = letter.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();
      return plain.length === letter.length ? plain : letter;
    })
    .join("");

const isWordAt = (text: string, at: number): boolean =>
  at === 0 || !/[\p{L}\p{N}]/u.test(text[at - 1]) || !/[\p{L}\p{N}]/u.test(text[at]);

/** Where a text begins a word like one of those that are sought, and how far; in order, none over another. */
const marksIn = (text: string, sought: readonly string[]): [number, number][] => {
  const plain = folded(text);
  const all = sought
    .map(folded)
    .flatMap((word) => {
      const marks: [number, number][] = [];
      for (let at = plain.indexOf(word); at >= 0; at = plain.indexOf(word, at + 1))
        if (isWordAt(plain, at)) marks.push([at, at + word.length]);
      return marks;
    })
    .sort(([a], [b]) => a - b);
  let end = -1;
  return all.filter(([from, to]) => from >= end && (end = to) > 0);
};

/** So many letters are shown before the match, and after it. */
const BEFORE = 30;
const AFTER = 60;

/** A piece of the text around its first mark, cut at blanks, with all marks within it set apart. */
const partsAround = (text: string, marks: readonly [number, number][]): string[] => {
  const [first, last] = marks[0];
  const blank = text.lastIndexOf(" ", first - BEFORE);
  const line = text.lastIndexOf("\n", first - 1) + 1;
  const from = Math.max(line, first <= BEFORE ? 0 : blank + 1);
  const nextLine = text.indexOf("\n", last);
  const lineEnd = nextLine < 0 ? text.length : nextLine;
  const cut = text.indexOf(" ", last + AFTER);
  const to = Math.min(lineEnd, cut < 0 ? text.length : cut);
  const parts: string[] = [];
  let at = from;
  for (const [begin, end] of marks.filter((mark) => mark[0] >= from && mark[1] <= to)) {
    parts.push(text.slice(at, begin), text.slice(begin, end));
    at = end;
  }
  parts.push(text.slice(at, to));
  parts[0] = `${from > line ? "… " : ""}${parts[0]}`;
  parts[parts.length - 1] += to < lineEnd ? " …" : "";
  return parts;
};

/** The passage that tells most of what is sought; null where nothing of it stands there. */
export const passageOf = (
  written: readonly { place: WrittenPlace; text: string }[],
  sought: readonly string[],
): Passage | null => {
  const places = written.map(({ place, text }) => ({
    place,
    text,
    marks: marksIn(text, sought),
    kinds: sought.filter((word) => marksIn(text, [word]).length > 0).length,
  }));
  const [best] = places
    .filter(({ marks }) => marks.length > 0)
    .toSorted((a, b) => b.kinds - a.kinds);
  return best ? { place: best.place, parts: partsAround(best.text, best.marks) } : null;
};
