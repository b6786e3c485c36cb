import type { PlanSize, RunKind } from "./types";

/** What a kind of run is, how hard it is on the amplifier, and from which size of plan on it is made. */
export type RunKindFacts = {
  title: string;
  yields: string;
  /** Gentle before violent: 0 is silence, 9 is hours of heat. */
  violence: number;
  seconds: number;
  /** Mean power over the loudest. */
  meanRatio: number;
  /** Loudest level of each channel: watts, or a ratio of the power that is expected. */
  level: { watts: number } | { ratio: number };
  /** Null where a plan never proposes it; it may be added by hand. */
  from: PlanSize | null;
};

/**
 * The mean of a sweep in 40 equal ratios over 28 dB of volts is 0.16 of its last step; a burst of 20 ms in 500 ms with -20 dB between
 * has 0.05 of its peak. Times are common practice.
 */
export const RUN_KINDS: Record<RunKind, RunKindFacts> = {
  noise: {
    title: "Noise and hum",
    yields: "hiss and hum with the input shorted",
    violence: 0,
    seconds: 30,
    meanRatio: 0,
    level: { watts: 0 },
    from: "standard",
  },
  gain: {
    title: "Level and gain",
    yields: "gain and balance at 1 W and 5 W",
    violence: 1,
    seconds: 30,
    meanRatio: 0.6,
    level: { watts: 5 },
    from: "quick",
  },
  spectrum: {
    title: "Spectrum",
    yields: "THD, THD+N, harmonics and hum lines at 5 W",
    violence: 1,
    seconds: 30,
    meanRatio: 1,
    level: { watts: 5 },
    from: "quick",
  },
  response: {
    title: "Frequency response",
    yields: "magnitude and phase at 1 W",
    violence: 1,
    seconds: 60,
    meanRatio: 1,
    level: { watts: 1 },
    from: "standard",
  },
  "noise-response": {
    title: "Noise response",
    yields: "third octaves with pink noise",
    violence: 1,
    seconds: 30,
    meanRatio: 0.5,
    level: { watts: 1 },
    from: null,
  },
  "line-output": {
    title: "Line output",
    yields: "distortion at 1, 2 and 3 V",
    violence: 1,
    seconds: 30,
    meanRatio: 1,
    level: { watts: 0.1 },
    from: null,
  },
  residual: {
    title: "Residual listening",
    yields: "what it added, to see and to hear",
    violence: 1,
    seconds: 30,
    meanRatio: 1,
    level: { watts: 5 },
    from: null,
  },
  "listening-level": {
    title: "Listening level",
    yields: "power at the ear, indicative",
    violence: 2,
    seconds: 120,
    meanRatio: 0.2,
    level: { watts: 1 },
    from: null,
  },
  crosstalk: {
    title: "Crosstalk",
    yields: "what leaks from channel to channel",
    violence: 2,
    seconds: 60,
    meanRatio: 1,
    level: { watts: 5 },
    from: "standard",
  },
  impedance: {
    title: "Output impedance",
    yields: "damping factor, from two loads",
    violence: 2,
    seconds: 90,
    meanRatio: 1,
    level: { watts: 1 },
    from: "everything",
  },
  multitone: {
    title: "Multitone",
    yields: "distortion-free range with many tones at once",
    violence: 2,
    seconds: 30,
    meanRatio: 1,
    level: { watts: 5 },
    from: "everything",
  },
  intermodulation: {
    title: "Intermodulation",
    yields: "19 + 20 kHz, and 60 Hz + 7 kHz",
    violence: 3,
    seconds: 60,
    meanRatio: 0.5,
    level: { ratio: 0.5 },
    from: "everything",
  },
  "distortion-response": {
    title: "Distortion against frequency",
    yields: "20 Hz to 20 kHz at two powers",
    violence: 4,
    seconds: 60,
    meanRatio: 0.5,
    level: { ratio: 0.5 },
    from: "standard",
  },
  "power-sweep": {
    title: "Power against distortion",
    yields: "power at each limit, and what stopped it",
    violence: 5,
    seconds: 12,
    meanRatio: 0.16,
    level: { ratio: 1.1 },
    from: "quick",
  },
  "clip-search": {
    title: "Clip search",
    yields: "power just below flat tops, and which half goes first",
    violence: 5,
    seconds: 60,
    meanRatio: 0.5,
    level: { ratio: 1 },
    from: null,
  },
  "mains-draw": {
    title: "Mains draw",
    yields: "watts from the mains, idle to rated",
    violence: 5,
    seconds: 60,
    meanRatio: 0.4,
    level: { ratio: 1 },
    from: "everything",
  },
  burst: {
    title: "Burst power",
    yields: "the last clean cycle of 20 ms",
    violence: 6,
    seconds: 20,
    meanRatio: 0.05,
    level: { ratio: 1.5 },
    from: "standard",
  },
  "staying-power": {
    title: "Staying power",
    yields: "output against how long it must hold",
    violence: 6,
    seconds: 40,
    meanRatio: 0.3,
    level: { ratio: 1.3 },
    from: "everything",
  },
  "full-power-response": {
    title: "Full-power response",
    yields: "the band at rated power, in a short sweep",
    violence: 7,
    seconds: 5,
    meanRatio: 1,
    level: { ratio: 1 },
    from: "everything",
  },
  bridged: {
    title: "Bridged",
    yields: "both channels as one",
    violence: 8,
    seconds: 12,
    meanRatio: 0.16,
    level: { ratio: 1.1 },
    from: "everything",
  },
  "low-ohm": {
    title: "Low-ohm stress",
    yields: "2 ohm in bursts: trips, and whether it recovers",
    violence: 8,
    seconds: 20,
    meanRatio: 0.05,
    level: { ratio: 1 },
    from: "everything",
  },
  "heat-soak": {
    title: "Heat soak",
    yields: "settled temperature and time to cut-out at an eighth of rated power",
    violence: 9,
    seconds: 3600,
    meanRatio: 1,
    level: { ratio: 0.125 },
    from: "everything",
  },
};

export const RUN_KIND_NAMES = Object.keys(RUN_KINDS) as RunKind[];
