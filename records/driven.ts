import { channelLetter } from "@/core/verdict";

/** Channels that are driven: how many, and which of them where that is known. */
export type Driven = { count: number; places: readonly number[] };

/** What is said where it cannot be read. */
export const DRIVEN_ADVICE = "Enter how many, or which: 2, or A, C.";

/** More are not measured at once. */
export const MOST_DRIVEN = 16;

/**
 * How many channels are driven, or which: "2", "A", "A, C", "B and D", "all". Null where it is neither.
 * @param channelCount of the amplifier, which "all" stands for
 */
export const drivenIn = (text: string, channelCount: number): Driven | null => {
  const said = text.trim().toLowerCase();
  if (said === "all") return { count: channelCount, places: [] };
  if (/^\d+$/.test(said)) {
    const count = Number(said);
    return count >= 1 && count <= MOST_DRIVEN ? { count, places: [] } : null;
  }
  const letters = said.replace(/\band\b|[\s,+&]/g, "");
  if (!/^[a-p]+$/.test(letters)) return null;
  const places = [...new Set(letters)]
    .map((each) => each.charCodeAt(0) - "a".charCodeAt(0))
    .sort(byPlace);
  return places.every((place) => place < Math.max(channelCount, 1))
    ? { count: places.length, places }
    : null;
};

/** As it is typed: letters where it is known which, else the number. */
export const drivenTyped = ({ count, places }: Driven): string =>
  places.length === 0 ? String(count) : places.map(channelLetter).join(", ");

const byPlace = (one: number, other: number): number => one - other;
