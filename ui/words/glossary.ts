import { BENCH_TERMS } from "./benchTerms";
import { SETTING_TERMS } from "./settingTerms";
import { SIMULATION_TERMS } from "./simulationTerms";
import type { Term } from "./term";

/** What is measured. */
const QUANTITY_TERMS = {
  power: {
    name: "Output power",
    what: "The mean power that one channel delivers into its load: RMS volts squared over the measured load resistance.",
    why: "Watts mean little without the load, the channels driven and the distortion.",
    how: "Voltage from the calibrated recording, resistance from the measured load.",
    source: "Joule’s law; IEC 60268-3",
  },
  thd: {
    name: "THD",
    what: "Total harmonic distortion: all harmonics of a tone together, over the fundamental.",
    why: "It shows how much the waveform is distorted, without noise and hum.",
    how: "From the harmonics up to the band edge in the spectrum of a steady tone.",
    source: "IEC 60268-3; IEEE 1057",
  },
  thdn: {
    name: "THD+N",
    what: "Total harmonic distortion and noise: everything but the fundamental, over the whole signal, within a band.",
    why: "Noise dominates at low power, distortion at high power; the minimum in between is the cleanest level.",
    how: "The fitted fundamental is removed; the rest from 20 Hz to 20 kHz counts, unless another band is set.",
    source: "IEC 60268-3; AES17",
  },
  sinad: {
    name: "SINAD",
    what: "Signal over noise and distortion, in decibels: the inverse of THD+N.",
    why: "One figure for how clean a tone comes out at one level.",
    how: "From the same reading as THD+N.",
    source: "IEEE 1241",
  },
  "flat-tops": {
    name: "Clipping",
    what: "The peaks of the output are cut off.",
    why: "The supply voltage or the output current is at its limit.",
    how: "The shape of each half cycle is compared with a sine.",
    source: "Common practice",
  },
  knee: {
    name: "Knee",
    what: "The level at which distortion starts to rise steeply.",
    why: "Below it the amplifier works as designed; a fair rating is at or below it.",
    how: "Where distortion exceeds a multiple of its minimum and stays above it.",
    source: "Common practice",
  },
  "drive-level": {
    name: "Driven channels",
    what: "The number of channels that deliver the same output at the same time.",
    why: "Each of them gets less from a shared supply.",
    how: "Stated with every run; a run with one channel cannot prove a claim for both.",
    source: "16 CFR 432; IEC 60268-3",
  },
  crest: {
    name: "Crest factor",
    what: "Peak over RMS: 1.41 for a sine, 4 to 10 for music.",
    why: "Music needs short peaks far above its mean power.",
    how: "Bursts are played at the requested peak; the mean power is shown beside it.",
    source: "Definition",
  },
  burst: {
    name: "Burst power",
    what: "Output during a short burst of a tone, here 20 ms unless said otherwise.",
    why: "It is the power available for musical peaks before the supply sags.",
    how: "The power of the last unclipped cycle of the burst.",
    source: "CTA-2006",
  },
  headroom: {
    name: "Dynamic headroom",
    what: "Burst power over rated power, in decibels.",
    why: "It shows how far the supply exceeds the rating briefly.",
    how: "From the burst run and the largest claimed continuous power.",
    source: "CTA-2006",
  },
  noise: {
    name: "Noise",
    what: "Output with no input signal, in volts or in decibels below a reference.",
    why: "It is audible in pauses, especially with sensitive loudspeakers.",
    how: "RMS volts with the inputs shorted, unweighted or A-weighted, below the stated reference.",
    source: "IEC 61672-1 (A weighting); IEC 60268-3",
  },
  hum: {
    name: "Hum",
    what: "Output at the mains frequency and its multiples.",
    why: "It points to the supply, a ground loop or the wiring.",
    how: "Lines at multiples of the mains frequency in the spectrum.",
    source: "Common practice",
  },
  response: {
    name: "Frequency response",
    what: "Output against frequency, compared with that at 1 kHz.",
    why: "It shows filters, coupling capacitors and, into real loads, output impedance.",
    how: "A logarithmic sweep with its harmonics separated, and phase.",
    source: "Farina, AES 108th Convention (2000)",
  },
  crosstalk: {
    name: "Crosstalk",
    what: "The signal that leaks from a driven channel into an idle one.",
    why: "Too much of it narrows the stereo image.",
    how: "One channel driven, the others terminated, in both directions.",
    source: "IEC 60268-3",
  },
  gain: {
    name: "Gain",
    what: "Output volts over input volts, in decibels.",
    why: "It determines the input needed for full output.",
    how: "At 1 W and 1 kHz, with the level control as noted.",
    source: "IEC 60268-3",
  },
  impedance: {
    name: "Output impedance",
    what: "The effective impedance in series with the output.",
    why: "With a loudspeaker’s varying impedance it changes the response.",
    how: "From the output into two known loads.",
    source: "IEC 60268-3",
  },
  damping: {
    name: "Damping factor",
    what: "Load impedance divided by output impedance.",
    why: "High values only mean a low output impedance; cable resistance soon dominates.",
    how: "Judged by the output impedance, whose uncertainty is symmetric.",
    source: "Definition; IEC 60268-3",
  },
  intermodulation: {
    name: "Intermodulation",
    what: "New tones at sums and differences of two test tones.",
    why: "They are not harmonic and easier to hear.",
    how: "A low and a high tone at 4 to 1, or 19 and 20 kHz together.",
    source: "IEC 60268-3",
  },
  slew: {
    name: "Slew rate",
    what: "The fastest voltage change that the output can follow, in volts per microsecond.",
    why: "Too low a value distorts high frequencies at high power.",
    how: "At least the slope of the steepest clean sine that was measured.",
    source: "Closed form",
  },
  ripple: {
    name: "Supply ripple",
    what: "The ripple at twice the mains frequency on the supply rails.",
    why: "Seen on clipped peaks, it shows that the rails limit the output.",
    how: "Measured along the peaks of a clipped tone.",
    source: "Common practice",
  },
  sag: {
    name: "Sag",
    what: "How far the supply rails fall under load.",
    why: "It is the difference between burst and continuous power.",
    how: "From bursts and steady tones together.",
    source: "Common practice",
  },
  dissipation: {
    name: "Dissipation",
    what: "Power that becomes heat in the output stage.",
    why: "It is highest well below full output and determines how hot the heat sink gets.",
    how: "Mains power less output, or computed for the class of the output stage.",
    source: "Self, Audio Power Amplifier Design (from memory)",
  },
  "eighth-power": {
    name: "One eighth of rated power",
    what: "The level for warming up and for soaks.",
    why: "It heats about as much as loud music, and class AB stages close to their maximum.",
    how: "A steady tone at an eighth of the rated power, all channels driven.",
    source: "16 CFR 432",
  },
  uncertainty: {
    name: "Uncertainty",
    what: "The ± beside each reading: an interval that contains the true value with about 95 % probability.",
    why: "A claim within it is inconclusive.",
    how: "From voltage, resistance, noise, level spacing and repeats, each with its share.",
    source: "JCGM 100:2008",
  },
  "guard-band": {
    name: "Guard band",
    what: "The band around a limit, as wide as the uncertainty, in which a claim is not decided.",
    why: "Outside it a verdict is certain enough to publish.",
    how: "A claim is met above it, not met below it, and inconclusive inside it.",
    source: "JCGM 106:2012, 8.3",
  },
  "real-difference": {
    name: "Significant difference",
    what: "One that chance is unlikely to produce: more than three standard uncertainties at some point, or more than two over a quarter of the range; for a single value more than two.",
    why: "Two readings of the same amplifier differ too. A difference within chance should not be reported.",
    how: "From the uncertainty of volts, ohms and distortion of both runs. Errors that two runs of one rig share are counted twice, which is conservative.",
    source: "JCGM 100:2008, 5.1.2",
  },
  "dummy-load": {
    name: "Dummy load",
    what: "Resistors in place of a loudspeaker.",
    why: "Their resistance is known and constant, and nobody has to listen.",
    how: "Measured at the amplifier end of the leads; their drift with temperature is included.",
    source: "IEC 60268-3",
  },
  "bridge-tied": {
    name: "Bridge-tied output",
    what: "Both output terminals are driven, each against the other.",
    why: "Neither may be grounded: a grounded probe would short the output stage.",
    how: "Measured with a differential probe, or as the difference of two channels.",
    source: "Common practice",
  },
  "noise-weighting": {
    name: "A-weighting",
    what: "A filter that attenuates low and very high frequencies.",
    why: "Used for published figures; it nearly removes hum.",
    how: "From the poles given in the standard.",
    source: "IEC 61672-1",
  },
  residual: {
    name: "Residual",
    what: "What remains of the output when the tone is removed.",
    why: "It can be seen and heard: buzz, crossover, noise.",
    how: "The fitted tone is subtracted, sample by sample.",
    source: "IEEE 1057",
  },
  "full-power-bandwidth": {
    name: "Power bandwidth",
    what: "The band in which half the rated power is available below a distortion limit.",
    why: "It shows slew limits and output transformers.",
    how: "A sweep at rated power: at most 3 dB down, with harmonics within the limit.",
    source: "IEC 60268-3",
  },
} as const satisfies Record<string, Term>;

/** Terms by the key that screens ask for them with; one spelling each. */
export const GLOSSARY = {
  ...QUANTITY_TERMS,
  ...BENCH_TERMS,
  ...SETTING_TERMS,
  ...SIMULATION_TERMS,
};

export type TermKey = keyof typeof GLOSSARY;

/** Terms in whose words something is found, in alphabetical order; all of them where nothing is looked for. */
export const termsWith = (looked: string): readonly (Term & { key: TermKey })[] => {
  const wanted = looked.trim().toLowerCase();
  return (Object.entries(GLOSSARY) as [TermKey, Term][])
    .map(([key, term]) => ({ ...term, key }))
    .filter((term) => Object.values(term).some((text) => text.toLowerCase().includes(wanted)))
    .toSorted((a, b) => a.name.localeCompare(b.name, "en"));
};
