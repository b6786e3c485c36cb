import { formatShort } from "@/core/units";

/** "47 k : 1 k", null where there is none. */
export const dividerText = (
  upperOhms: number | null | undefined,
  lowerOhms: number | null | undefined,
): string | null => {
  if (!upperOhms || !lowerOhms) return null;
  const text = (ohms: number) =>
    ohms >= 1000 ? `${formatShort(ohms / 1000)} k` : formatShort(ohms);
  return `${text(upperOhms)} : ${text(lowerOhms)}`;
};
