import {
  isTemperatureLog,
  readResponseText,
  readScopeRecord,
  readTemperatureLog,
} from "@/core/files";
import { positiveOption, UsageError, type CommandLine } from "./arguments";
import { responseFields, valueOrUsageError } from "./documentedForms";

/** Options for what a text file does not say itself. */
export const TEXT_OPTIONS = ["rate", "unit"];

const TIME_UNITS: Record<string, number> = { s: 1, ms: 1e-3, us: 1e-6, µs: 1e-6, ns: 1e-9 };

/** Anything that neither begins as a WAV file does nor is called one. */
export const isText = (path: string, bytes: Uint8Array): boolean =>
  !/\.wav$/i.test(path) && !["RIFF", "RF64"].includes(String.fromCharCode(...bytes.subarray(0, 4)));

/** Kinds whose files may be tables that are read whole, without samples. */
const TABLES: Readonly<Partial<Record<string, (text: string) => object>>> = {
  response: (text) => ({
    channels: [{ name: "response", ...responseFields(valueOrUsageError(readResponseText(text))) }],
  }),
  "heat-soak": (text) => {
    if (!isTemperatureLog(text))
      throw new UsageError(
        "this is no temperature logger's file: no heading and no date says so. Name a column “°C”.",
      );
    const { spots } = valueOrUsageError(readTemperatureLog(text));
    return {
      spots: spots.map(({ name, seconds, celsius }) => ({
        name,
        points: Array.from(seconds, (at, k) => ({ seconds: at, celsius: celsius[k] })),
      })),
    };
  },
};

/** A response or a temperature log as text, read whole; null for a kind that takes samples. */
export const analyseTable = (kind: string | undefined, text: string): object | null => {
  const read = kind === undefined ? undefined : TABLES[kind];
  return read ? { as: kind, ...read(text) } : null;
};

/** The samples of a scope's record, with the names of its channels. */
export const scopeSamples = (
  text: string,
  line: CommandLine,
): { channels: readonly Float64Array[]; sampleRateHz: number; names: readonly string[] } => {
  const unit = line.options.get("unit");
  if (unit !== undefined && !(unit in TIME_UNITS))
    throw new UsageError(`--unit is "${unit}"; it must be one of s, ms, us, ns`);
  return valueOrUsageError(
    readScopeRecord(text, {
      sampleRateHz: line.options.has("rate") ? positiveOption(line, "rate", 1) : null,
      timeUnitSeconds: unit === undefined ? null : TIME_UNITS[unit],
    }),
  );
};
