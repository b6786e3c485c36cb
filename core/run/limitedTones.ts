import type { Caution } from "../caution";
import type { Response } from "../response";
import { formatHertz, formatPercent } from "../units";

/** A limit that leaves so much beside a tone takes a tenth of a decibel and more off it. A sine that is cut, closed form. */
const LIMITED_RATIO = 0.03;
/** Where the output is this far under its highest it is held by nothing: what lies beside the tone there is noise. */
const NEAR_RATIO = 0.5;

/**
 * Tones that are held by the limit of the output: their level says where that lies, not how the amplifier passes the frequency.
 * @param tones each with what lies beside it over the tone
 * @param touches figures that follow from them; all where none is named
 * @returns nothing where none is held
 */
export const limitedTones = (
  tones: readonly { frequencyHz: number; ratio: number }[],
  touches: readonly string[] = [],
): Caution[] => {
  const limited = tones.filter(({ ratio }) => ratio > LIMITED_RATIO);
  if (limited.length === 0) return [];
  const hertz = limited.map(({ frequencyHz }) => frequencyHz);
  const [low, high] = [Math.min(...hertz), Math.max(...hertz)];
  const where =
    low === high
      ? `At ${formatHertz(low, 2)}`
      : `From ${formatHertz(low, 2)} to ${formatHertz(high, 2)}`;
  const most = Math.max(...limited.map(({ ratio }) => ratio));
  return [
    {
      code: "clipped",
      text: `${where} up to ${formatPercent(most, 2)} of distortion: the output is at its limit there, so its level does not show the response. Repeat at lower power.`,
      touches,
    },
  ];
};

/** The same of a response's points, as far as they are near its highest. */
export const limitedPoints = (points: Response, touches: readonly string[] = []): Caution[] => {
  const highest = points.reduce((most, { ratio }) => Math.max(most, ratio), 0);
  return limitedTones(
    points
      .filter(({ ratio }) => ratio > NEAR_RATIO * highest)
      .map(({ frequencyHz, residualRatio = 0 }) => ({ frequencyHz, ratio: residualRatio })),
    touches,
  );
};
