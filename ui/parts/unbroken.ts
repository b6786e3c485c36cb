const UNIT = /(\d) (W|%|Ω|dB|V|A|mV|µV|kHz|Hz|ms|s|mΩ)(?![A-Za-z])/g;

/** The text with no-break spaces between numbers and their units, so that no line ends between them. */
export const unbroken = (text: string): string =>
  text.replace(UNIT, "$1\u00a0$2").replace(/± (\d)/g, "±\u00a0$1");
