import type { TypedReadings } from "./types";

/** A reading that must be there. */
export const need = (readings: TypedReadings, name: string): number => readings[name] ?? 0;
