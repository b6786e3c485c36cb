import { meanOf, peakOf } from "../numeric";
import { failure, success, type Outcome } from "../outcome";
import { powerSpectrum } from "../spectrum";
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
      "noise takes at least half a second; record five seconds or more, so that hum can be told from noise.",
    );
  const { band, loadOhms, ratedVoltsRms, mainsHz, voltsStdUncertaintyRatio } = conditions;
  const spectrum = powerSpectrum(volts, sampleRateHz, "blackmanHarris4");
  const first = Math.max(1, Math.ceil(band.lowHz / spectrum.binHz - 1e-9));
  const last = Math.min(
    spectrum.meanSquare.length - 1,
    Math.floor(band.highHz / spectrum.binHz + 1e-9),
  );
  const weighted = (name: WeightingName): number => {
    let sum = 0;
    for (let k = first; k <= last; k++)
      sum += spectrum.meanSquare[k] * WEIGHTINGS[name](k * spectrum.binHz) ** 2;
    return Math.sqrt(sum);
  };
  const voltsRms = {
    none: weighted("none"),
    a: weighted("a"),
    c: weighted("c"),
    "itu-468": weighted("itu-468"),
  };
  if (!(voltsRms.none > LEAST_NOISE_RATIO * peakOf(volts)))
    return failure(
      "no-signal",
      "Capture",
      "there is no noise in it at all, which no amplifier manages: the recorder was muted, or the channel is not connected. Check the wiring and record again.",
    );
  // A mean square of noise from b independent bins scatters by sqrt(2 / 2b); RMS by half of that. The window joins two.
  const statistical = 1 / (2 * Math.sqrt(Math.max(1, (last - first + 1) / 2)));
  const uncertainty = Math.hypot(voltsStdUncertaintyRatio, statistical);
  const hum = findMainsHum(spectrum, Math.min(band.highHz, 1000), mainsHz ?? undefined);
  const ratiosOf = (noise: number): NoiseRatios => ({
    reOneWatt: Math.sqrt(loadOhms) / noise,
    re2Volts83: VOLTS_2_83 / noise,
    reRated: ratedVoltsRms === null ? null : ratedVoltsRms / noise,
  });
  return success({
    dcVolts: meanOf(volts),
    voltsRms,
    voltsRmsStdUncertainty: mapped(voltsRms, (value) => value * uncertainty),
    ratios: mapped(voltsRms, ratiosOf),
    hum,
    voltsRmsWithoutHum: Math.sqrt(Math.max(0, voltsRms.none ** 2 - hum.voltsRms ** 2)),
    summary: `Noise is ${formatSignificant(1e6 * voltsRms.a, 3)} µV A-weighted, ${formatSignificant(amplitudeRatioToDb(Math.sqrt(loadOhms) / voltsRms.a), 3)} dB below 1 W; ${humText(hum, voltsRms.none)}.`,
  });
};

const mapped = <T>(
  values: Record<WeightingName, number>,
  change: (value: number) => T,
): Record<WeightingName, T> => ({
  none: change(values.none),
  a: change(values.a),
  c: change(values.c),
  "itu-468": change(values["itu-468"]),
});

const humText = (hum: MainsHum, total: number): string =>
  hum.lines.length === 0
    ? "no hum stands out"
    : `hum at multiples of ${formatSignificant(hum.mainsHz, 4)} Hz makes ${formatSignificant((100 * hum.voltsRms ** 2) / total ** 2, 2)} % of its unweighted power`;
