import { BENCH_TERMS } from "./benchTerms";
import { SETTING_TERMS } from "./settingTerms";
import { SIMULATION_TERMS } from "./simulationTerms";
import type { Term } from "./term";

/** What is measured. */
const QUANTITY_TERMS = {
  power: {
    name: "Output power",
    what: "The mean power that one channel delivers into its load: RMS volts squared over the measured ohms.",
    why: "Watts mean nothing without the load, the channels driven and the distortion at which they were read.",
    how: "Volts come from the recording through the divider’s calibration, ohms from the load as it was measured.",
    source: "Joule’s law; IEC 60268-3",
  },
  thd: {
    name: "THD",
    what: "Total harmonic distortion: all harmonics of a tone together, over the fundamental.",
    why: "It tells how far the waveform is bent, without noise and hum.",
    how: "Harmonics up to the edge of the band are read from the spectrum of a steady tone.",
    source: "IEC 60268-3; IEEE 1057",
  },
  thdn: {
    name: "THD+N",
    what: "Total harmonic distortion and noise: everything but the fundamental, over the whole signal, within a band.",
    why: "At low power noise rules it, at high power distortion; the lowest point between is the cleanest level.",
    how: "The fitted fundamental is taken out; what is left from 20 Hz to 20 kHz counts, unless another band is set.",
    source: "IEC 60268-3; AES17",
  },
  sinad: {
    name: "SINAD",
    what: "Signal over noise and distortion, in decibels: THD+N turned upside down.",
    why: "One figure for how clean a tone comes out at one level.",
    how: "From the same reading as THD+N.",
    source: "IEEE 1241",
  },
  "flat-tops": {
    name: "Flat tops",
    what: "The level at which the peaks of the output are first cut off.",
    why: "Here the supply or the current ends, whatever the distortion says.",
    how: "The shape of each half of the wave is compared with a sine; each half is told by itself.",
    source: "Common practice",
  },
  knee: {
    name: "Knee",
    what: "The level from which distortion leaves its floor and rises steeply.",
    why: "Below it the amplifier works as designed; an honest rating lies there.",
    how: "Where distortion passes a multiple of its lowest value and does not come back.",
    source: "Common practice",
  },
  "drive-level": {
    name: "Driven channels",
    what: "How many channels give the same output at the same time.",
    why: "A supply that they share gives each of them less.",
    how: "Said with every run; a claim for both channels is proven by no run with one.",
    source: "16 CFR 432; IEC 60268-3",
  },
  crest: {
    name: "Crest factor",
    what: "Peak over RMS: 1.41 for a sine, 4 to 10 for music.",
    why: "Music asks for short peaks far above its mean power.",
    how: "Bursts are played at the peak that is asked for, and the mean power is told beside it.",
    source: "Definition",
  },
  burst: {
    name: "Burst power",
    what: "Output during a short burst of a tone, here 20 ms unless said otherwise.",
    why: "It is what music’s peaks get before the supply sags.",
    how: "The last cycle of the burst whose tops are clean, over its own period.",
    source: "CTA-2006",
  },
  headroom: {
    name: "Dynamic headroom",
    what: "Burst power over rated power, in decibels.",
    why: "It tells how far the supply holds up beyond what is rated.",
    how: "From the burst run and the largest continuous power that is claimed.",
    source: "CTA-2006",
  },
  noise: {
    name: "Noise",
    what: "Output with the input at rest, in volts or in decibels below an output.",
    why: "It is heard between notes, above all with sensitive loudspeakers.",
    how: "RMS volts with the inputs shorted, unweighted or A-weighted, below the output that is named.",
    source: "IEC 61672-1 (A weighting); IEC 60268-3",
  },
  hum: {
    name: "Hum",
    what: "Output at the mains frequency and its multiples.",
    why: "It points at the supply, a ground loop or the wiring.",
    how: "Lines at multiples of the mains frequency in the spectrum.",
    source: "Common practice",
  },
  response: {
    name: "Frequency response",
    what: "Output against frequency, compared with that at 1 kHz.",
    why: "It shows filters, coupling capacitors and, into real loads, output impedance.",
    how: "A logarithmic sweep, with its harmonics taken apart; phase beside it.",
    source: "Farina, AES 108th Convention (2000)",
  },
  crosstalk: {
    name: "Crosstalk",
    what: "What one channel leaks into another at rest, below the driven one.",
    why: "Too much of it narrows the stereo image.",
    how: "One channel driven, the others terminated, each way.",
    source: "IEC 60268-3",
  },
  gain: {
    name: "Gain",
    what: "Output volts over input volts, in decibels.",
    why: "It tells how much input full output takes.",
    how: "At 1 W and 1 kHz, with the level control as is noted.",
    source: "IEC 60268-3",
  },
  impedance: {
    name: "Output impedance",
    what: "Ohms that the amplifier seems to have in series with its output.",
    why: "With a loudspeaker’s uneven impedance it bends the response.",
    how: "From the output into two loads of known ohms.",
    source: "IEC 60268-3",
  },
  damping: {
    name: "Damping factor",
    what: "Load over output impedance.",
    why: "High values only say that the output impedance is small; leads soon rule.",
    how: "Judged in ohms, where readings are spread evenly.",
    source: "Definition; IEC 60268-3",
  },
  intermodulation: {
    name: "Intermodulation",
    what: "Tones that were not there before, made of sums and differences of two that were.",
    why: "They are no harmonics and more easily heard.",
    how: "A low and a high tone at 4 to 1, or 19 and 20 kHz together.",
    source: "IEC 60268-3",
  },
  slew: {
    name: "Slew rate",
    what: "The steepest slope that the output can follow, in volts per microsecond.",
    why: "Too little of it bends high notes at high power.",
    how: "At least the slope of the steepest clean sine that it was driven to.",
    source: "Closed form",
  },
  ripple: {
    name: "Supply ripple",
    what: "The wave at twice the mains frequency on the supply rails.",
    why: "It shows on flat tops and tells that the rails end the output.",
    how: "Read along the tops of a clipped tone.",
    source: "Common practice",
  },
  sag: {
    name: "Sag",
    what: "How far the supply rails fall under load.",
    why: "It is the difference between what a burst and a steady tone get.",
    how: "From bursts and steady tones together.",
    source: "Common practice",
  },
  dissipation: {
    name: "Dissipation",
    what: "Power that becomes heat in the output stage.",
    why: "It is highest well below full output, and sets how hot the heat sink gets.",
    how: "Mains power less output, or worked out for the class of the output stage.",
    source: "Self, Audio Power Amplifier Design (from memory)",
  },
  "eighth-power": {
    name: "One eighth of rated power",
    what: "The level for warming up and for soaks.",
    why: "It heats about as loud music does, and class AB stages close to the most.",
    how: "A steady tone at an eighth of the rated power, all channels driven.",
    source: "16 CFR 432",
  },
  uncertainty: {
    name: "Uncertainty",
    what: "The ± beside each reading: where the true value lies in 95 of 100 cases.",
    why: "A claim within it is too close to call.",
    how: "From volts, ohms, noise, the gap between levels and repeats, each with its share.",
    source: "JCGM 100:2008",
  },
  "guard-band": {
    name: "Guard band",
    what: "The strip around a limit, as wide as the uncertainty, in which nothing is decided.",
    why: "Outside of it a verdict is sure enough to be published.",
    how: "A claim is met above it, missed below it, and too close to call inside.",
    source: "JCGM 106:2012, 8.3",
  },
  "real-difference": {
    name: "Real difference",
    what: "One that chance alone would hardly make: beyond three standard uncertainties somewhere, or beyond two over a quarter of the range; at one place alone, beyond two.",
    why: "Two readings of the same amplifier differ too. What is no more than chance is not to be written about.",
    how: "From the uncertainty of volts, ohms and distortion of both runs. What two runs of one rig have wrong in common is counted twice: the limit is on the safe side.",
    source: "JCGM 100:2008, 5.1.2",
  },
  "dummy-load": {
    name: "Dummy load",
    what: "Resistors in place of a loudspeaker.",
    why: "Their ohms are known and stay the same, and nobody has to listen.",
    how: "Measured at the amplifier’s end of the leads; what they warm up by is counted.",
    source: "IEC 60268-3",
  },
  "bridge-tied": {
    name: "Bridge-tied output",
    what: "Both output terminals are driven, each against the other.",
    why: "Neither may meet earth: a grounded probe would short the output stage.",
    how: "Read with a differential probe, or the difference of two.",
    source: "Common practice",
  },
  "noise-weighting": {
    name: "A-weighting",
    what: "A filter that counts low and very high frequencies less.",
    why: "It makes figures that sheets print; hum nearly vanishes from them.",
    how: "By the poles that the standard gives.",
    source: "IEC 61672-1",
  },
  residual: {
    name: "Residual",
    what: "What is left of the output once the tone is taken out.",
    why: "It can be seen and heard: buzz, crossover, noise.",
    how: "The fitted tone is subtracted, sample by sample.",
    source: "IEEE 1057",
  },
  "full-power-bandwidth": {
    name: "Power bandwidth",
    what: "The band in which half the rated power is reached below a limit of distortion.",
    why: "It shows slew limits and output transformers.",
    how: "A sweep at rated power: no more than 3 dB down, and its harmonics within the limit.",
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
