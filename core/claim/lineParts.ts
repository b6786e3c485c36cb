import type { Band } from "../distortion";
import type { Token, Unit } from "./tokens";
import type { PrintedTerm } from "./vocabulary";

/** Figures with their unit: one, a list ("8/4 ohm", "4, 8 or 16 ohm"), a range, or the same summed ("90 W + 90 W"). */
export type FiguresPart = {
  kind: "figures";
  values: readonly number[];
  /** null: bare numbers. */
  unit: Unit | null;
  shape: "single" | "list" | "range";
  /** Of decibels: plus, minus or both. */
  sign: "none" | "plus" | "minus" | "both";
  /** "2 x" before it, "x 2" or an equal summand behind it. */
  times: number | null;
  depth: number;
};
export type TermPart = { kind: "term"; term: PrintedTerm; depth: number };
export type BreakPart = { kind: "break"; sign: string; depth: number };
/** What a line is made of, in its order; words that mean nothing here are left out. */
export type Part = FiguresPart | TermPart | BreakPart;

type Cursor = { tokens: readonly Token[]; at: number };

const isSign = (token: Token | undefined, signs: string): boolean =>
  token?.kind === "sign" && signs.includes(token.sign);
const isTerm = (token: Token | undefined, term: PrintedTerm): boolean =>
  token?.kind === "term" && token.term === term;
const isTimes = (token: Token | undefined): boolean => token?.kind === "word" && token.text === "x";

/** Joins the tokens of a line to figures. */
export const partsOf = (tokens: readonly Token[]): Part[] => {
  const parts: Part[] = [];
  const cursor: Cursor = { tokens, at: 0 };
  while (cursor.at < tokens.length) {
    const token = tokens[cursor.at];
    const figures = figuresAt(cursor);
    if (figures) parts.push(figures);
    else {
      if (token.kind === "term") parts.push(token);
      else if (isSign(token, ",;/|:@=+()[]<>"))
        parts.push({ ...token, kind: "break" } as BreakPart);
      cursor.at++;
    }
  }
  return parts;
};

/** Figures that begin here, with their sign and multiplier; the cursor is then behind them. */
const figuresAt = (cursor: Cursor): FiguresPart | null => {
  const { tokens } = cursor;
  const start = cursor.at;
  const sign = signAt(cursor);
  const first = tokens[cursor.at];
  if (first?.kind !== "number") {
    cursor.at = start;
    return null;
  }
  let times: number | null = null;
  if (
    sign === "none" &&
    isTimes(tokens[cursor.at + 1]) &&
    tokens[cursor.at + 2]?.kind === "number"
  ) {
    times = first.value;
    cursor.at += 2;
  }
  const joined = joinedAt(cursor, sign);
  const behind = timesBehind(cursor, joined);
  return {
    kind: "figures",
    ...joined,
    sign,
    times: times ?? behind,
    depth: first.depth,
  };
};

const SIGNS: Readonly<Record<string, FiguresPart["sign"]>> = {
  "±": "both",
  "+": "plus",
  "-": "minus",
};

const signAt = (cursor: Cursor): FiguresPart["sign"] => {
  const token = cursor.tokens[cursor.at];
  const sign = token.kind === "sign" ? SIGNS[token.sign] : undefined;
  if (sign) cursor.at++;
  return sign ?? "none";
};

/** No sheet lists more loads than that before one unit. */
const MOST_JOINED = 8;

type Joined = Pick<FiguresPart, "values" | "unit" | "shape">;
type Read = { value: number; isKilo: boolean; unit: Unit | null; scale: number };
type Joint = { kind: "range" | "soft-range" | "/" | "or" | ","; length: number };

/** A number and what is joined to it before one unit. */
const joinedAt = (cursor: Cursor, sign: FiguresPart["sign"]): Joined => {
  const found = [readAt(cursor)];
  const joints: { kind: Joint["kind"]; from: number }[] = [];
  while (found.length < MOST_JOINED) {
    const from = cursor.at;
    const joint = jointAt(cursor.tokens, from);
    if (joint === null) break;
    cursor.at += joint.length;
    const next = readAt(cursor);
    const { unit } = found[found.length - 1];
    const fits =
      // "+0 -1 dB" are two bounds and no range.
      !(sign === "plus" && joint.kind === "range") &&
      (unit === null || (next.unit === unit && joint.kind !== ",")) &&
      (joint.kind !== "soft-range" || next.unit === "Hz");
    if (!fits || isTimes(cursor.tokens[cursor.at])) {
      cursor.at = from;
      break;
    }
    found.push(next);
    joints.push({ kind: joint.kind, from });
  }
  const isSpoken = () =>
    found.some(({ unit, isKilo }) => unit !== null || isKilo)
      ? joints.length !== 1 || joints[0].kind !== ","
      : joints.every(({ kind }) => kind === "/");
  // Bare numbers are a list only with slashes; and "x 2, 8 ohm" are no two loads: a comma alone joins three or more.
  while (joints.length > 0 && !isSpoken()) {
    found.pop();
    cursor.at = (joints.pop() as { from: number }).from;
  }
  return sharing(found, joints.length === 1 && joints[0].kind.endsWith("range"));
};

const readAt = (cursor: Cursor): Read => {
  const { value, isKilo } = cursor.tokens[cursor.at++] as Extract<Token, { kind: "number" }>;
  const unit = cursor.tokens[cursor.at];
  if (unit?.kind !== "unit") return { value, isKilo, unit: null, scale: 1 };
  cursor.at++;
  return { value, isKilo, unit: unit.unit, scale: unit.scale };
};

/** Numbers without a unit have that of the last; but "20 - 20 kHz" begins in hertz, and "20-20k" can be nothing but hertz. */
const sharing = (found: readonly Read[], isRange: boolean): Joined => {
  const last = found[found.length - 1];
  const unit = last.unit ?? (isRange && found.some(({ isKilo }) => isKilo) ? "Hz" : null);
  const values = found.map((each) => {
    const own = each.unit !== null || each.isKilo || (isRange && unit === "Hz");
    return plain(each.value * (own ? each.scale : last.scale));
  });
  const shapeOfSeveral = isRange ? "range" : "list";
  const shape = values.length === 1 ? "single" : shapeOfSeveral;
  return { values, unit, shape };
};

/** 0.7 % stays 0.7 and not a binary neighbour of it. */
const plain = (value: number): number => Number(value.toPrecision(12));

/** What joins two numbers, and over how many tokens; null where nothing does. */
const jointAt = (tokens: readonly Token[], at: number): Joint | null => {
  const token = tokens[at];
  const isNumber = (index: number) => tokens[index]?.kind === "number";
  if (isSign(token, ",") && isTerm(tokens[at + 1], "or") && isNumber(at + 2))
    return { kind: "or", length: 2 };
  if (!isNumber(at + 1)) return null;
  if (isSign(token, "-") || isTerm(token, "range")) return { kind: "range", length: 1 };
  if (isTerm(token, "to-or-at")) return { kind: "soft-range", length: 1 };
  if (isSign(token, "/")) return { kind: "/", length: 1 };
  if (isSign(token, "&") || isTerm(token, "or")) return { kind: "or", length: 1 };
  return isSign(token, ",") ? { kind: ",", length: 1 } : null;
};

/** "x 2" behind figures, or "+ 90 W" behind 90 W, which are two channels. */
const timesBehind = (cursor: Cursor, { values, unit }: Joined): number | null => {
  const { tokens, at } = cursor;
  const next = tokens[at + 1];
  if (isTimes(tokens[at]) && next?.kind === "number" && tokens[at + 2]?.kind !== "unit") {
    cursor.at += 2;
    return next.value;
  }
  let count = 1;
  while (
    unit === "W" &&
    isSign(tokens[cursor.at], "+") &&
    tokens[cursor.at + 1]?.kind === "number" &&
    (tokens[cursor.at + 1] as { value: number }).value === values[0] &&
    tokens[cursor.at + 2]?.kind === "unit"
  ) {
    cursor.at += 3;
    count++;
  }
  return count > 1 ? count : null;
};

export const isFigures = (part: Part, unit: Unit | null): part is FiguresPart =>
  part.kind === "figures" && part.unit === unit;

export const figuresOf = (parts: readonly Part[], unit: Unit | null): FiguresPart[] =>
  parts.filter((part): part is FiguresPart => isFigures(part, unit));

export const hasTerm = (parts: readonly Part[], ...terms: readonly PrintedTerm[]): boolean =>
  parts.some((part) => part.kind === "term" && terms.includes(part.term));

/** The first range of frequencies that rises. */
export const printedBand = (parts: readonly Part[]): Band | null => {
  for (const { shape, values } of figuresOf(parts, "Hz"))
    if (shape === "range" && values[0] < values[1]) return { lowHz: values[0], highHz: values[1] };
  return null;
};

/** Loads in ohms, each of a list or both ends of a range. */
export const loadsOf = (parts: readonly Part[]): number[] =>
  figuresOf(parts, "ohm")
    .flatMap(({ values }) => values)
    .filter((ohms) => ohms > 0 && ohms <= 1000);

/** The first single frequency. */
export const frequencyOf = (parts: readonly Part[]): number | null =>
  figuresOf(parts, "Hz").find(({ shape }) => shape === "single")?.values[0] ?? null;

/** The first watts that are one figure. */
export const wattsOf = (parts: readonly Part[]): number | null =>
  figuresOf(parts, "W").find(({ shape }) => shape === "single")?.values[0] ?? null;

/** "2 x" of the first watts that have it: how many channels are spoken of, though not whether they play at once. Common practice of printed sheets. */
export const timesOf = (parts: readonly Part[]): number | null =>
  figuresOf(parts, "W").find(({ times }) => times !== null)?.times ?? null;
