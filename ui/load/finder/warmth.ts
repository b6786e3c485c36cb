import {
  bodySeconds,
  celsiusAfter,
  mostCelsius,
  type NetworkReport,
  type PowerResistor,
} from "@/core/load";

export type WarmthPoint = { seconds: number; celsius: number };
export type WarmthCurve = { name: string; points: readonly WarmthPoint[]; mostCelsius: number };

const POINTS = 60;

/** Temperature of each resistor of a network while it runs, and until it may be touched again. */
export const warmthCurves = (
  { parts, coolSeconds }: NetworkReport,
  resistors: readonly PowerResistor[],
  runSeconds: number,
  ambientCelsius: number,
): WarmthCurve[] => {
  const total = runSeconds + Math.max(coolSeconds, 0.25 * runSeconds);
  // Fine while it runs, so that the bend at its end is sharp.
  const moments = [
    ...Array.from({ length: POINTS }, (_, k) => (runSeconds * k) / (POINTS - 1)),
    ...Array.from(
      { length: POINTS },
      (_, k) => runSeconds + ((total - runSeconds) * (k + 1)) / POINTS,
    ),
  ];
  return parts.map(({ index, watts, endCelsius }) => {
    const resistor = resistors[index];
    const celsius = (seconds: number) =>
      seconds <= runSeconds
        ? celsiusAfter(resistor, watts, seconds, { fromCelsius: ambientCelsius, ambientCelsius })
        : ambientCelsius +
          (endCelsius - ambientCelsius) * Math.exp(-(seconds - runSeconds) / bodySeconds(resistor));
    return {
      name: resistor.name,
      mostCelsius: mostCelsius(resistor, ambientCelsius),
      points: moments.map((seconds) => ({ seconds, celsius: celsius(seconds) })),
    };
  });
};
