import { formatEngineering } from "@/core/units";

const PLAIN_FROM = 1e-3,
  PLAIN_TO = 1e4;

/** A number as someone would type it into a field; empty where there is none. */
export const typed = (value: number | null | undefined): string => {
  if (value === null || value === undefined) return "";
  const size = Math.abs(value);
  return value === 0 || (size >= PLAIN_FROM && size < PLAIN_TO)
    ? String(Number(value.toPrecision(6)))
    : formatEngineering(value, 6).replace("−", "-");
};
