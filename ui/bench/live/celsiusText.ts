import { formatSignificant } from "@/core/units";

export const celsiusText = (celsius: number | null): string =>
  celsius === null ? "" : `${formatSignificant(celsius, 3)} °C`;
