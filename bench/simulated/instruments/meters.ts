import { seededNormal } from "@/core/signal";
import { choice, quantityParameter, type PartOf } from "../../fields";

/** A hand-held voltmeter, set to alternating voltage. */
export const VOLTMETER_FIELDS = {
  ofReadingRatio: quantityParameter("Accuracy, of the reading", "", [0, 0.1], 0.007),
  digits: quantityParameter("Accuracy, in last digits", "", [0, 50], 3),
  counts: quantityParameter("Counts of the display", "", [1000, 100_000], 6000),
  bandwidthHz: quantityParameter("Bandwidth, -3 dB", "Hz", [100, 1e6], 5000),
  responds: choice("Responds to", ["true-rms", "average"], "true-rms"),
};
export type Voltmeter = PartOf<typeof VOLTMETER_FIELDS>;

/** A clamp on a mains or speaker lead. */
export const CLAMP_FIELDS = {
  ofReadingRatio: quantityParameter("Accuracy, of the reading", "", [0, 0.1], 0.02),
  resolutionAmperes: quantityParameter("Last digit", "A", [0.0001, 1], 0.01),
};
export type Clamp = PartOf<typeof CLAMP_FIELDS>;

/** A plug-in mains meter. */
export const MAINS_METER_FIELDS = {
  ofReadingRatio: quantityParameter("Accuracy, of the reading", "", [0, 0.1], 0.01),
  resolutionWatts: quantityParameter("Last digit", "W", [0.01, 10], 0.1),
};
export type MainsMeter = PartOf<typeof MAINS_METER_FIELDS>;

/** One contact and one infrared thermometer. */
export const THERMOMETER_FIELDS = {
  contactLagSeconds: quantityParameter("Contact probe, time constant", "s", [0, 300], 8),
  contactErrorCelsius: quantityParameter("Contact probe, error", "K", [0, 10], 1),
  emissivity: quantityParameter("Emissivity of the spot", "", [0.05, 1], 0.93),
  assumedEmissivity: quantityParameter(
    "Emissivity the infrared thermometer assumes",
    "",
    [0.05, 1],
    0.95,
  ),
  spotRatio: quantityParameter(
    "Share of the infrared spot that lies on the part",
    "",
    [0.05, 1],
    0.9,
  ),
};
export type Thermometers = PartOf<typeof THERMOMETER_FIELDS>;

/** Form factor of a sine, which an average-responding meter assumes: pi / (2 sqrt 2). */
const SINE_FORM_FACTOR = Math.PI / (2 * Math.SQRT2);

/**
 * What a voltmeter shows: no DC, bandwidth as one pole, then RMS or the scaled mean of the rectified wave, its own error within
 * its accuracy, rounded to its last digit in the lowest range that holds it.
 */
export const readVoltmeter = (
  volts: Float64Array,
  sampleRateHz: number,
  meter: Voltmeter,
  seed: number,
): number => {
  const share = 1 - Math.exp((-2 * Math.PI * meter.bandwidthHz) / sampleRateHz);
  // The first part lets the pole settle.
  const from = Math.floor(volts.length / 4);
  let held = 0,
    squares = 0,
    sum = 0;
  const direct = steadyPart(volts);
  for (let n = 0; n < volts.length; n++) {
    held += share * (volts[n] - direct - held);
    if (n < from) continue;
    squares += held * held;
    sum += Math.abs(held);
  }
  const count = volts.length - from;
  const true_ =
    meter.responds === "true-rms" ? Math.sqrt(squares / count) : (SINE_FORM_FACTOR * sum) / count;
  const lastDigit = 10 ** Math.ceil(Math.log10(Math.max(true_, 1e-3) / meter.counts));
  return roundTo(
    true_ + error(seed) * (meter.ofReadingRatio * true_ + meter.digits * lastDigit),
    lastDigit,
  );
};

/** The mean under a raised cosine, to which the part of a cycle at the ends adds next to nothing. */
const steadyPart = (volts: Float64Array): number => {
  const turn = (2 * Math.PI) / volts.length;
  const cosine = Math.cos(turn),
    sine = Math.sin(turn);
  // A pointer that is turned on from sample to sample: a cosine for each would take ten times longer.
  let along = Math.cos(turn / 2),
    across = Math.sin(turn / 2),
    sum = 0,
    weights = 0;
  for (let n = 0; n < volts.length; n++) {
    const weight = 1 - along;
    sum += weight * volts[n];
    weights += weight;
    const next = along * cosine - across * sine;
    across = along * sine + across * cosine;
    along = next;
  }
  return sum / weights;
};

export const readClamp = (amperes: number, clamp: Clamp, seed: number): number =>
  roundTo(amperes * (1 + error(seed) * clamp.ofReadingRatio), clamp.resolutionAmperes);
export const readMainsMeter = (watts: number, meter: MainsMeter, seed: number): number =>
  roundTo(watts * (1 + error(seed) * meter.ofReadingRatio), meter.resolutionWatts);

/** A contact probe follows with its lag. @returns its reading after so many seconds at a steady temperature */
export const readContact = (
  before: number,
  { celsius, seconds }: { celsius: number; seconds: number },
  { contactLagSeconds, contactErrorCelsius }: Thermometers,
  seed: number,
): number => {
  const settled = celsius + error(seed) * contactErrorCelsius;
  return contactLagSeconds === 0
    ? settled
    : settled + (before - settled) * Math.exp(-seconds / contactLagSeconds);
};

/**
 * An infrared thermometer sees the fourth power of the absolute temperature through the spot's emissivity, the room's
 * reflection in the rest, and beside the part the room itself.
 * @see Stefan-Boltzmann law; ASTM E1933 for the correction of emissivity. From memory.
 */
export const readInfrared = (
  celsius: number,
  ambientCelsius: number,
  { emissivity, assumedEmissivity, spotRatio }: Thermometers,
): number => {
  const fourth = (value: number) => (value + KELVIN) ** 4;
  const room = fourth(ambientCelsius);
  const seen =
    spotRatio * (emissivity * fourth(celsius) + (1 - emissivity) * room) + (1 - spotRatio) * room;
  return ((seen - (1 - assumedEmissivity) * room) / assumedEmissivity) ** 0.25 - KELVIN;
};

/** Of the freezing point. @see the definition of the degree Celsius */
const KELVIN = 273.15;
const roundTo = (value: number, step: number): number => Math.round(value / step) * step;

/** An instrument's own error, the same at every reading: half the time within a third of its accuracy, never beyond it. */
const error = (seed: number): number => Math.max(-1, Math.min(1, seededNormal(seed)() / 2));
