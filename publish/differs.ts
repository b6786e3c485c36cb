/** A number with its unit, as it stands in a text. */
type Stated = { text: string; value: number; unit: string; places: number };

/** Units of measurements. */
const NUMBER =
  /([−-]?\d{1,3}(?:[ \u00a0\u202f']\d{3})+|[−-]?\d+)((?:[.,]\d+)?)\s?(%|dB(?:A)?|kW|mW|W|V|A|kHz|Hz|Ω|ohms?|°C|K\/W|kg|ms|s|min)(?![\wµ])/g;
const WATTS: Readonly<Record<string, number>> = { kW: 1000, mW: 1e-3 };

const statedIn = (text: string): Stated[] =>
  [...text.matchAll(NUMBER)].map(([whole, digits, decimals, unit]) => {
    const plain = digits.replace(/[ \u00a0\u202f']/g, "").replace("−", "-");
    const scale = WATTS[unit] ?? 1;
    return {
      text: whole.trim(),
      value: scale * Number(`${plain}${decimals.replace(",", ".")}`),
      unit: unit in WATTS ? "W" : unit.replace(/^ohms?$/, "Ω").replace("dBA", "dB"),
      places: scale * 10 ** -Math.max(0, decimals.length - 1),
    };
  });

/**
 * Numbers with units in the reviewer's words that no measured text bears out: none of the same unit lies within half of its last place.
 * @param measured texts that follow from the measurements, or stand in the claims
 */
export const differsFrom = (own: string, measured: readonly string[]): string[] => {
  const known = measured.flatMap(statedIn);
  return statedIn(own)
    .filter(
      ({ value, unit, places }) =>
        !known.some(
          (each) =>
            each.unit === unit &&
            Math.abs(each.value - value) <= 0.5 * Math.max(places, each.places) * (1 + 1e-9),
        ),
    )
    .map(({ text }) => text);
};
