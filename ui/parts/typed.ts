import { formatEngineering } from "@/core/units";

/** A number as someone would type it into a field; empty where there is none. */
export const typed = (value: number | null | undefined): string => (value === null || value === undefined ? "" : formatEngineering(value, 6).replace("−", "-"));
