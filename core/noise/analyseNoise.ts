import { meanOf, peakOf } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import { powerScatterRatio, powerSpectrum, type Spectrum } from "../spectrum";
import { amplitudeRatioToDb, formatSignificant, requirePositive } from "../units";
import { findMainsHum, type MainsHum } from "./mainsLines";
import { WEIGHTINGS, type WeightingName } from "./weighting";

export type NoiseConditions = {
  loadOhms: number;
  band: { lowHz: number; highHz: number };
  /** RMS volts of the rated output, for the ratio to it; null when there is no rating. */
  ratedVoltsRms: number | null;
  /** Nominal mains frequency; found between 50 and 60 Hz when null. */
  mainsHz: number | null;
  voltsStdUncertaintyRatio: number;
};

/** Signal-to-noise ratios as amplitude ratios: reference volts over noise volts, in the band. */
export type NoiseRatios = { reOneWatt: number; re2Volts83: number; reRated: number | null };

export type NoiseReading = {
  dcVolts: number;
  /** RMS volts in the band by each weighting. */
  voltsRms: Record<WeightingName, number>;
  voltsRmsStdUncertainty: Record<WeightingName, number>;
  ratios: Record<WeightingName, NoiseRatios>;
  hum: MainsHum;
  /** What is left in the band, unweighted, when the mains lines are taken out. */
  voltsRmsWithoutHum: number;
  summary: string;
};

/** Shorter, mains lines cannot be separated from the noise beside them. */
const SHORTEST_SECONDS = 0.5;
/** Under this share of the largest sample it is rounding of the arithmetic, far below any converter. */
const LEAST_NOISE_RATIO = 1e-13;
const VOLTS_2_83 = Math.sqrt(8);

/**
 * Noise of a channel whose input is shorted: unweighted and weighted by exact curves on the spectrum, mains lines apart.
 * @param volts at least half a second
 * @see AES17-2020 (idle noise in a band); IEC 60268-3:2018 (signal-to-noise); weightings as in weighting.ts
 */
export const analyseNoise = (
  volts: Float64Array,
  sampleRateHz: number,
  conditions: NoiseConditions,
): Outcome<NoiseReading> => {
  requirePositive("loadOhms", conditions.loadOhms);
  if (volts.length < SHORTEST_SECONDS * sampleRateHz)
    return failure(
      "too-short",
      "Capture",
      "noise needs at least half a second; record five seconds or more to separate hum from noise.",
    );
  const { band, loadOhms, ratedVoltsRms, mainsHz, voltsStdUncertaintyRatio } = conditions;
  const spectrum = powerSpectrum(volts, sampleRateHz, "blackmanHarris4");
  const first = Math.max(1, Math.ceil(band.lowHz / spectrum.binHz - 1e-9));
  const last = Math.min(
    spectrum.meanSquare.length - 1,
    Math.floor(band.highHz / spectrum.binHz + 1e-9),
  );
  const weighted = mapped(WEIGHTINGS, (weighting) =>
    weightedNoise(spectrum, [first, last], weighting),
  );
  const voltsRms = mapped(weighted, (noise) => noise.voltsRms);
  if (!(voltsRms.none > LEAST_NOISE_RATIO * peakOf(volts)))
    return failure(
      "no-signal",
      "Capture",
      "it contains no noise at all, which no amplifier achieves: the recorder was muted, or the channel is not connected. Check the wiring and record again.",
    );
  const hum = findMainsHum(spectrum, Math.min(band.highHz, 1000), mainsHz ?? undefined);
  const ratiosOf = (noise: number): NoiseRatios => ({
    reOneWatt: Math.sqrt(loadOhms) / noise,
    re2Volts83: VOLTS_2_83 / noise,
    reRated: ratedVoltsRms === null ? null : ratedVoltsRms / noise,
  });
  return success({
    dcVolts: meanOf(volts),
    voltsRms,
    voltsRmsStdUncertainty: mapped(
      weighted,
      (noise) => noise.voltsRms * Math.hypot(voltsStdUncertaintyRatio, noise.scatterRatio),
    ),
    ratios: mapped(voltsRms, ratiosOf),
    hum,
    // Lines below the band are not in the total, so that they cannot be taken out of it.
    voltsRmsWithoutHum: Math.sqrt(Math.max(0, voltsRms.none ** 2 - humSquares(hum, band))),
    summary: `Noise ${formatSignificant(1e6 * voltsRms.a, 3)} µV A-weighted, ${formatSignificant(amplitudeRatioToDb(Math.sqrt(loadOhms) / voltsRms.a), 3)} dB below 1 W; ${humText(hum, voltsRms.none)}.`,
  });
};

/** Bins so far apart share neither a line nor, under this window, their noise. */
const APART_BINS = 8;

/**
 * Volts RMS of a band under a weighting, and how much they scatter from record to record, over themselves. The powers of
 * separate bins tell how wide the noise is that counts: the product of two bins that are apart is their mean square as noise, and
 * leaves out lines, which do not scatter.
 * @see P. D. Welch, IEEE Trans. Audio Electroacoustics 15, 1967 (variance of a windowed spectrum; from memory)
 */
const weightedNoise = (
  spectrum: Spectrum,
  [first, last]: readonly [number, number],
  weighting: (frequencyHz: number) => number,
): { voltsRms: number; scatterRatio: number } => {
  const power = (k: number) => spectrum.meanSquare[k] * weighting(k * spectrum.binHz) ** 2;
  const recent = new Float64Array(APART_BINS);
  let sum = 0,
    products = 0;
  for (let k = first; k <= last; k++) {
    const now = power(k);
    sum += now;
    products += now * recent[k % APART_BINS];
    recent[k % APART_BINS] = now;
  }
  const variance = (powerScatterRatio("blackmanHarris4") * products) / sum ** 2;
  return { voltsRms: Math.sqrt(sum), scatterRatio: sum > 0 ? Math.sqrt(variance) / 2 : 0 };
};

const mapped = <From, To>(
  values: Readonly<Record<WeightingName, From>>,
  change: (value: From) => To,
): Record<WeightingName, To> => ({
  none: change(values.none),
  a: change(values.a),
  c: change(values.c),
  "itu-468": change(values["itu-468"]),
});

/** Mean square of the hum lines that lie in a band. */
const humSquares = ({ lines }: MainsHum, { lowHz, highHz }: NoiseConditions["band"]): number =>
  lines
    .filter(({ frequencyHz }) => frequencyHz >= lowHz && frequencyHz <= highHz)
    .reduce((sum, { voltsRms }) => sum + voltsRms ** 2, 0);

const humText = (hum: MainsHum, total: number): string =>
  hum.lines.length === 0
    ? "no visible hum"
    : `hum at multiples of ${formatSignificant(hum.mainsHz, 4)} Hz is ${formatSignificant((100 * hum.voltsRms ** 2) / total ** 2, 2)} % of the unweighted power`;
