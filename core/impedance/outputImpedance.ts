import { formatSignificant, requirePositive } from "../units";

/**
 * An output voltage across a load at one frequency, for the same drive. Phase relative to the source. `voltsRepeatRatio` is how well one
 * reading follows another: what both share, an instrument's error of gain, leaves the impedance as it is.
 */
export type LoadedReading = {
  voltsRms: number;
  phaseRadians: number;
  loadOhms: number;
  loadOhmsStdUncertainty: number;
  voltsRepeatRatio: number;
};

/**
 * Standard uncertainty of a converter's linearity over a few tenths of a decibel, in one range. Common practice: audio converters
 * hold 0.001 dB.
 */
export const SAME_RANGE_REPEAT_RATIO = 1e-4;

export type OutputImpedance = {
  resistanceOhms: number;
  reactanceOhms: number;
  magnitudeOhms: number;
  magnitudeOhmsStdUncertainty: number;
  /** Nominal load over the magnitude of the impedance, and its standard uncertainty. */
  dampingFactor: number;
  dampingFactorStdUncertainty: number;
  summary: string;
};

/**
 * Output impedance from the outputs into two different loads: Z = (V1 - V2) / (I2 - I1), complex. An open output is a
 * load of a very large resistance.
 * @param nominalOhms the load that the damping factor is stated for; 8 ohm over 25 milliohm is 320
 * @throws {RangeError} when the loads are the same
 * @see IEC 60268-3:2018, 14.4 (output source impedance by change of load), from memory; JCGM 100, 5.1, and 5.2.2 for what both readings share
 */
export const outputImpedance = (
  one: LoadedReading,
  two: LoadedReading,
  nominalOhms = 8,
): OutputImpedance => {
  requirePositive("nominalOhms", nominalOhms);
  if (one.loadOhms === two.loadOhms)
    throw new RangeError(`both loads are ${one.loadOhms} ohm; they must differ`);
  const { re, im } = impedanceOf(one, two);
  const magnitudeOhms = Math.hypot(re, im);
  const magnitudeOhmsStdUncertainty = magnitudeStdUncertainty({ re, im }, (inputs) =>
    impedanceOf(
      { ...one, voltsRms: inputs[0], loadOhms: inputs[1] },
      { ...two, voltsRms: inputs[2], loadOhms: inputs[3] },
    ),
  )([
    [one.voltsRms, one.voltsRms * one.voltsRepeatRatio],
    [one.loadOhms, one.loadOhmsStdUncertainty],
    [two.voltsRms, two.voltsRms * two.voltsRepeatRatio],
    [two.loadOhms, two.loadOhmsStdUncertainty],
  ]);
  const dampingFactor = nominalOhms / magnitudeOhms;
  return {
    resistanceOhms: re,
    reactanceOhms: im,
    magnitudeOhms,
    magnitudeOhmsStdUncertainty,
    dampingFactor,
    dampingFactorStdUncertainty: (dampingFactor * magnitudeOhmsStdUncertainty) / magnitudeOhms,
    summary: `Output impedance ${formatSignificant(1000 * magnitudeOhms, 3)} mΩ, damping factor ${formatSignificant(dampingFactor, 3)} into ${nominalOhms} Ω.`,
  };
};

type Complex = { re: number; im: number };

/**
 * Standard uncertainty of the magnitude of a complex quantity. Each input moves it along some direction: what counts is the part along
 * the quantity itself; where the quantity is no larger than it moves altogether its direction is not known, and all of it counts. So
 * near zero the magnitude does not seem better known than it is, as it would by differences of the folded magnitude.
 * @see JCGM 102:2011, 6.2 (propagation for complex quantities); the bound near zero is chosen here
 */
const magnitudeStdUncertainty =
  ({ re, im }: Complex, of: (inputs: readonly number[]) => Complex) =>
  (inputs: readonly (readonly [value: number, stdUncertainty: number])[]): number => {
    const moved = inputs.map(([, u], at) => {
      const shifted = (by: number) =>
        of(inputs.map(([value], k) => (k === at ? value + by * u : value)));
      const [up, down] = [shifted(1), shifted(-1)];
      return { re: (up.re - down.re) / 2, im: (up.im - down.im) / 2 };
    });
    const altogether = Math.hypot(...moved.map((each) => Math.hypot(each.re, each.im)));
    const magnitude = Math.hypot(re, im);
    return magnitude <= altogether
      ? altogether
      : Math.hypot(...moved.map((each) => (each.re * re + each.im * im) / magnitude));
  };

type LoadedVolts = { voltsRms: number; phaseRadians: number; loadOhms: number };

const impedanceOf = (one: LoadedVolts, two: LoadedVolts): Complex => {
  const [v1re, v1im, v2re, v2im] = [one, two].flatMap(({ voltsRms, phaseRadians }) => [
    voltsRms * Math.cos(phaseRadians),
    voltsRms * Math.sin(phaseRadians),
  ]);
  const [r1, r2] = [one.loadOhms, two.loadOhms];
  const [dvRe, dvIm] = [v1re - v2re, v1im - v2im];
  const [diRe, diIm] = [v2re / r2 - v1re / r1, v2im / r2 - v1im / r1];
  const power = diRe ** 2 + diIm ** 2;
  return { re: (dvRe * diRe + dvIm * diIm) / power, im: (dvIm * diRe - dvRe * diIm) / power };
};
