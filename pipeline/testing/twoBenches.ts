// For tests only: the same run of the same amplifier on two benches, and whether they agree.
import { EXAMPLE_RIGS } from "@/bench/simulated";
import type { InstrumentDescription } from "@/bench/instruments";
import type { Response } from "@/core/response";
import type { ChannelResult, RunKind, Settings } from "@/core/run";
import { NO_LIMITS, playRun } from "../playRun";

/** The amplifier that is played on two benches, whose readings must agree within their uncertainties. */
export const AMPLIFIER = EXAMPLE_RIGS["home-class-ab"];
const channelsOf = (loadOhms: number) =>
  [loadOhms, loadOhms].map((ohms) => ({
    loadOhms: ohms,
    loadOhmsStdUncertainty: 0.02,
    voltsStdUncertaintyRatio: 0.005,
  }));

/** Plays a run into 8 ohms, and 4 where it needs a second load; the first channel's result. @throws {Error} with the finding */
export const play = async (
  kind: RunKind,
  settings: Settings,
  instrument: InstrumentDescription,
  {
    onLoad,
    rigResponses = null,
  }: { onLoad(loadOhms: number): void; rigResponses?: readonly Response[] | null },
): Promise<ChannelResult> => {
  const outcome = await playRun(
    {
      kind,
      settings,
      instrument,
      loads: channelsOf(8),
      secondLoads: channelsOf(4),
      ratedWatts: 40,
      rigResponses,
      sampleRateHz: 96_000,
      kept: [],
      limits: NO_LIMITS,
      secondLimits: NO_LIMITS,
    },
    {
      onMoment: () => {},
      onShot: () => {},
      onLoad: async (which) => onLoad(which === "second" ? 4 : 8),
    },
  );
  if (!outcome.ok) throw new Error(`${kind}: ${outcome.finding.where}: ${outcome.finding.advice}`);
  return outcome.value[0];
};

/** Runs of the standard plan and beyond: what is compared, and how far apart the two may be, as a ratio. */
export const RUNS: readonly (readonly [
  kind: RunKind,
  settings: Settings,
  figures: Record<string, number>,
])[] = [
  ["noise", {}, { "noise-a": 1.03, "snr-a-reOneWatt": 1.03 }],
  ["gain", {}, { "gain-lowWatts": 1.02, "gain-highWatts": 1.02 }],
  ["spectrum", {}, { thd: 1.06, "thd-plus-noise": 1.3, volts: 1.02 }],
  ["response", {}, { "high-0.5-db": 1.01, "low-1-db": 1.01 }],
  ["noise-response", { seconds: 3 }, { spread: 1.01, "band-63": 1.01 }],
  // Fourteen bits hold less than what the simulated converter has, so that the residual is a little more.
  ["residual", {}, { output: 1.02, residual: 1.5 }],
  ["crosstalk", {}, { "at-1000": 1.02, "at-20000": 1.02 }],
  ["impedance", {}, { "damping-1000": 1.02, impedance: 1.02 }],
  ["multitone", {}, { "tone-volts": 1.02, "free-range-bits": 1.02 }],
  ["intermodulation", {}, { d3: 1.06, "modulation-rms": 1.03 }],
  ["power-sweep", {}, { "one-percent": 1.02 }],
  ["clip-search", {}, { power: 1.03, "peak-positive": 1.02 }],
  ["mains-draw", {}, { "mains-rated": 1.02, "amperes-rated": 1.02 }],
  // Of two levels a tenth of a decibel apart the last clean one may be either.
  ["burst", {}, { "burst-1 kHz, 20 ms": 1.04 }],
  ["low-ohm", {}, { burst: 1.03 }],
  ["line-output", {}, { "thd-plus-noise-1": 1.2 }],
  ["distortion-response", { pointsPerDecade: 3 }, { "thd-plus-noise-low-1000": 1.3 }],
  ["full-power-response", {}, { lowest: 1.02, "high-0.5-db": 1.01 }],
  // The simulated bench finds its limit about a decibel higher, so that the tolerance is wider there: up to 1.5 dB of power.
  ["staying-power", {}, { steady: 1.4, "held-longest": 1.4 }],
  ["bridged", {}, { "one-percent": 1.02, tops: 1.03 }],
  ["heat-soak", { minutes: 5 }, { rise: 1.05 }],
];

const valueOf = ({ figures }: ChannelResult, name: string): number => {
  const figure = figures.find((each) => each.name === name);
  if (typeof figure?.value !== "number")
    throw new Error(`there is no ${name}, but ${figures.map((each) => each.name).join(", ")}`);
  return figure.value;
};

/** Holds one bench against the simulated one, figure by figure, and what stopped it. */
export const expectAgreement = async (
  [kind, settings, figures]: (typeof RUNS)[number],
  other: ChannelResult,
): Promise<void> => {
  const simulated = await play(
    kind,
    settings,
    { kind: "simulated", amplifier: AMPLIFIER, seed: 1 },
    { onLoad: () => {} },
  );
  for (const [name, apart] of Object.entries(figures)) {
    const ratio = valueOf(other, name) / valueOf(simulated, name);
    expect([name, ratio > 1 / apart, ratio < apart, ratio]).toEqual([name, true, true, ratio]);
  }
  if (kind !== "staying-power") expect(other.stop.reason).toBe(simulated.stop.reason);
};
