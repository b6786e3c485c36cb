import { formatSignificant } from "@/core/units";

export const probeText = (celsius: number | null): string =>
  celsius === null ? "" : `${formatSignificant(celsius, 3)} °C`;
