import type { Caution } from "../caution";
import { meanAndVariance } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import {
  LOBE_BINS,
  powerSpectrum,
  standsOut,
  strongestLine,
  type SpectralLine,
  type Spectrum,
} from "../spectrum";
import { formatHertz, formatPercent } from "../units";

export type FoundTones = {
  spectrum: Spectrum;
  lowHz: number;
  highHz: number;
  lowVoltsPeak: number;
  highVoltsPeak: number;
  cautions: readonly Caution[];
};

/** Which two tones are looked for, and how far apart they have to lie, as a ratio. */
export type TonePair = { nearLowHz: number; nearHighHz: number; least: number; most: number };

/** Shorter, tones 60 Hz apart are one line. */
const SHORTEST_SECONDS = 0.1;
/** A recorded line may lie this far off, by the clocks and by what a generator can set. */
const NEAR_RATIO = 0.05;
/** The standards' tones are alike or four to one; a weaker one than this is a by-product. Chosen here, because harmonics of hard clipping reach -10 dB. */
const LEAST_RATIO = 0.05;
/** Whatever else there is must be weaker than both tones together. */
const LEAST_SHARE = 0.5;
/** Volts over the noise beside it from which a line is one. */
const STANDS_OUT = 10;
const MOST_HARMONIC = 12;

/**
 * Finds the two tones that there are: near the frequencies that they should have, else the two strongest lines, where these
 * can be a pair of that kind.
 * @param volts at least a tenth of a second
 * @returns a finding that says what was found instead
 */
export const findTwoTones = (
  volts: Float64Array,
  sampleRateHz: number,
  pair: TonePair,
): Outcome<FoundTones> => {
  if (volts.length < SHORTEST_SECONDS * sampleRateHz)
    return failure("too-short", "Capture", "two tones need at least 0.1 s; record 0.5 s or more.");
  const spectrum = powerSpectrum(volts, sampleRateHz, "blackmanHarris7");
  const lines = strongestLines(spectrum, sampleRateHz);
  const asked = `${formatHertz(pair.nearLowHz)} and ${formatHertz(pair.nearHighHz)}`;
  const [first, second] = lines;
  if (!first) return failure("no-signal", "Capture", `it is silent. Play ${asked}.`);
  if (!second)
    return failure(
      "no-signal",
      "Capture",
      `it contains only one tone, at ${heard(first.frequencyHz)}. Play ${asked} together.`,
    );
  const [low, high] = [first, second].toSorted((a, b) => a.frequencyHz - b.frequencyHz);
  const apart = high.frequencyHz / low.frequencyHz;
  const found = `${heard(low.frequencyHz)} and ${heard(high.frequencyHz)}`;
  if (isHarmonic(first.frequencyHz, second.frequencyHz))
    return failure(
      "no-signal",
      "Capture",
      `one tone at ${heard(first.frequencyHz)} with its harmonics was found, not two. Play ${asked} together.`,
    );
  const share = (low.voltsPeak ** 2 + high.voltsPeak ** 2) / 2 / meanAndVariance(volts).variance;
  if (share < LEAST_SHARE)
    return failure(
      "no-signal",
      "Capture",
      `its two strongest lines, ${found}, have only ${formatPercent(share)} of its power: it is noise or many tones. Play ${asked}.`,
    );
  if (apart < pair.least || apart > pair.most)
    return failure(
      "no-signal",
      "Capture",
      `its tones are ${found}, which is not a pair of this kind. Play ${asked}, or analyse it as another run.`,
    );
  return success({
    spectrum,
    lowHz: low.frequencyHz,
    highHz: high.frequencyHz,
    lowVoltsPeak: low.voltsPeak,
    highVoltsPeak: high.voltsPeak,
    cautions:
      isNear(low.frequencyHz, pair.nearLowHz) && isNear(high.frequencyHz, pair.nearHighHz)
        ? []
        : [
            {
              code: "other-tones",
              text: `The tones are ${found}, not the standard ${asked}: figures for different pairs are not comparable.`,
              touches: [],
            },
          ],
  });
};

/** The strongest line, and the strongest beside it that is one and no mere by-product. */
const strongestLines = (spectrum: Spectrum, sampleRateHz: number): SpectralLine[] => {
  const { binHz } = spectrum;
  const [leastHz, mostHz] = [LOBE_BINS * binHz, sampleRateHz / 2 - LOBE_BINS * binHz];
  const lineIn = (lowHz: number, highHz: number): SpectralLine | null => {
    const line = strongestLine(spectrum, lowHz, highHz);
    return line && standsOut(spectrum, line, STANDS_OUT) ? line : null;
  };
  const first = lineIn(leastHz, mostHz);
  if (!first) return [];
  const clear = LOBE_BINS * binHz;
  const others = [
    lineIn(leastHz, first.frequencyHz - clear),
    lineIn(first.frequencyHz + clear, mostHz),
  ].filter(
    (line): line is SpectralLine => line !== null && line.voltsPeak > LEAST_RATIO * first.voltsPeak,
  );
  return [first, ...others.toSorted((a, b) => b.voltsPeak - a.voltsPeak).slice(0, 1)];
};

/** Of low order: a pair such as 250 Hz and 8 kHz is no tone with its thirty-second harmonic. */
const isHarmonic = (fundamentalHz: number, frequencyHz: number): boolean => {
  const order = Math.round(frequencyHz / fundamentalHz);
  return (
    order > 1 &&
    order <= MOST_HARMONIC &&
    Math.abs(frequencyHz / (order * fundamentalHz) - 1) < 1e-3
  );
};

const isNear = (frequencyHz: number, meantHz: number): boolean =>
  Math.abs(frequencyHz / meantHz - 1) <= NEAR_RATIO;

const heard = (frequencyHz: number): string => formatHertz(frequencyHz, 4);
