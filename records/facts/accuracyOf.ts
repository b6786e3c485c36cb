import { parseNumber } from "@/core/units";

/** An accuracy as it is typed: "1 %", "0.1 dB", or a plain number, which is meant in percent. Null where it is none. */
export const accuracyOf = (text: string): number | null => {
  const ratio = parseNumber(/[%d]/.test(text) ? text : `${text} %`);
  return ratio === null || ratio < 0 || ratio > 0.5 ? null : ratio;
};
