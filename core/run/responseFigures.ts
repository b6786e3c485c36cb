import { cornerFrequencies, deviationInBand, unwrappedPhases, type Response } from "../response";
import { formatHertz } from "../units";
import { figure } from "./figures";
import type { Curve, Figure } from "./types";

/** Common practice: the three that sheets name. */
const DROPS_DB = [0.5, 1, 3];

/** How far a response strays in a band, and where it has fallen by so much. */
export const responseFigures = (response: Response, lowHz: number, highHz: number): Figure[] => {
  const first = response[0],
    last = response[response.length - 1];
  const [from, to] = [Math.max(lowHz, first.frequencyHz), Math.min(highHz, last.frequencyHz)];
  const deviation = deviationInBand(response, from, to);
  const scatter = Math.max(
    ...response.map(({ ratio, ratioStdUncertainty }) => (ratioStdUncertainty ?? 0) / ratio),
  );
  const span = `${formatHertz(from, 3)} to ${formatHertz(to, 3)}`;
  return [
    figure("lowest", `lowest, ${span}`, "level-ratio", {
      value: deviation?.lowestRatio ?? null,
      stdUncertainty: deviation && deviation.lowestRatio * scatter,
    }),
    figure("highest", `highest, ${span}`, "level-ratio", {
      value: deviation?.highestRatio ?? null,
      stdUncertainty: deviation && deviation.highestRatio * scatter,
    }),
    ...DROPS_DB.flatMap((drop) => {
      const { lowHz: low, highHz: high } = cornerFrequencies(response, drop);
      return [
        low === null
          ? figure(`low-${drop}-db`, `−${drop} dB, low`, "hertz", {
              value: first.frequencyHz,
              bound: "at-most",
            })
          : figure(`low-${drop}-db`, `−${drop} dB, low`, "hertz", { value: low }),
        high === null
          ? figure(`high-${drop}-db`, `−${drop} dB, high`, "hertz", {
              value: last.frequencyHz,
              bound: "at-least",
            })
          : figure(`high-${drop}-db`, `−${drop} dB, high`, "hertz", { value: high }),
      ];
    }),
  ];
};

/** Magnitude over that at 1 kHz, and phase without jumps where it is known. */
export const responseCurves = (response: Response, name: string, label: string): Curve[] => {
  const reference = response.reduce((best, point) =>
    Math.abs(Math.log(point.frequencyHz / 1000)) < Math.abs(Math.log(best.frequencyHz / 1000))
      ? point
      : best,
  ).ratio;
  const magnitude: Curve = {
    name: `magnitude-${name}`,
    label,
    x: "hertz",
    y: "level-ratio",
    points: response.map(({ frequencyHz, ratio }) => [frequencyHz, ratio / reference]),
  };
  if (response.every(({ phaseRadians }) => phaseRadians === 0)) return [magnitude];
  return [
    magnitude,
    {
      name: `phase-${name}`,
      label,
      x: "hertz",
      y: "radians",
      points: unwrappedPhases([...response]).map(({ frequencyHz, phaseRadians }) => [
        frequencyHz,
        phaseRadians,
      ]),
    },
  ];
};
