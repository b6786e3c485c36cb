// Against ngspice, an independent circuit simulator: `npm run ngspice` runs the netlists here and writes ngspice.json.
import { LoadedOutput } from "../circuit/LoadedOutput";
import { HeatLadder } from "../heat/HeatLadder";
import { HEAT_FIELDS } from "../heat/heat";
import { behindFilter, loadSpace, type LoadState } from "../load/loadSpace";
import { speaker } from "../load/types";
import { partOf } from "../../fields";
import { LINEAR_FIELDS, LinearSupplyModel, type LinearSupply } from "../supply/linear";
import { MAINS_FIELDS, MainsModel } from "../supply/mains";
import expected from "./ngspice.json";

const RATE_HZ = 192_000;
const SUPPLY_SAMPLES = 8;
/** The diode of the netlists (IS 5 nA, N 1.7) at 1 A, but for its 20 mohm: 1.7 kT/q ln(1 / 5e-9). */
const DIODE_VOLTS = 0.84;

type Trace = { seconds: number; positive: number; negative: number; mainsAmperes: number };

/** The supply of the netlists, stepped as a session steps it, with amperes drawn from its two rails. */
const supplyTrace = (
  draw: (seconds: number) => [number, number],
  seconds: number,
  reservoir: Partial<LinearSupply> = {},
): Trace[] => {
  const mains = new MainsModel(partOf(MAINS_FIELDS), 1 / RATE_HZ);
  const supply = new LinearSupplyModel(
    {
      kind: "linear",
      ...partOf(LINEAR_FIELDS, {
        secondaryVoltsRms: 28,
        windingOhms: 0.25,
        primaryOhms: 2.5,
        diodeVolts: DIODE_VOLTS,
        diodeOhms: 0.02,
        reservoirFarads: 0.01,
        reservoirOhms: 0.02,
        ...reservoir,
      }),
    },
    partOf(MAINS_FIELDS),
    1 / RATE_HZ,
  );
  const trace: Trace[] = [];
  for (let n = 0; n < seconds * RATE_HZ; n += SUPPLY_SAMPLES) {
    for (let k = 0; k < SUPPLY_SAMPLES; k++) {
      const [positive, negative] = draw((n + k) / RATE_HZ);
      supply.rails.positiveDraw += positive;
      supply.rails.negativeDraw += negative;
    }
    mains.advance(SUPPLY_SAMPLES);
    supply.advance(mains.volts, SUPPLY_SAMPLES);
    trace.push({
      seconds: n / RATE_HZ,
      positive: supply.rails.positiveVolts,
      negative: supply.rails.negativeVolts,
      mainsAmperes: supply.mainsAmperes,
    });
  }
  return trace;
};

const within = (
  trace: readonly Trace[],
  from: number,
  to: number,
  read: (at: Trace) => number,
): number[] => trace.filter(({ seconds }) => seconds >= from && seconds < to).map(read);
const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;
const rms = (values: readonly number[]): number =>
  Math.sqrt(mean(values.map((value) => value * value)));
const closeness = (value: number, truth: number): number => Math.abs(value / truth - 1);
/** Sag counts from the peak of the winding without load, so that agreement is not bought by the large volts. */
const OPEN_VOLTS = 28 * Math.SQRT2;

const halfWaves =
  (amperesPeak: number) =>
  (seconds: number): [number, number] => {
    const wave = amperesPeak * Math.sin(2 * Math.PI * 1000 * seconds);
    return [Math.max(0, wave), Math.max(0, -wave)];
  };

test.each([
  ["constant", "supply-constant", () => [2, 1] as [number, number], {}],
  ["a sine's half waves", "supply-sine", halfWaves(3), {}],
  ["a fiftieth of them", "supply-light", halfWaves(0.06), {}],
  [
    "a small reservoir, 20 % dried out",
    "supply-small",
    halfWaves(0.5),
    { reservoirFarads: 470e-6, dryingRatio: 0.2 },
  ],
] as const)(
  "linear supply, %s: sag, ripple and mains current within 2 %%",
  (_, name, draw, reservoir) => {
    const truth = expected[name];
    const trace = supplyTrace(draw, 2, reservoir);
    const positive = within(trace, 1.9, 1.98, (at) => at.positive),
      negative = within(trace, 1.9, 1.98, (at) => at.negative),
      mains = within(trace, 1.9, 1.98, (at) => at.mainsAmperes);
    expect(closeness(OPEN_VOLTS - mean(positive), OPEN_VOLTS - truth.posmean)).toBeLessThan(0.02);
    expect(closeness(OPEN_VOLTS - mean(negative), OPEN_VOLTS + truth.negmean)).toBeLessThan(0.02);
    // Of the 21 mV at a fiftieth of the drive, the charge of a single step is 1.7 mV.
    expect(
      closeness(Math.max(...positive) - Math.min(...positive), truth.poshigh - truth.poslow),
    ).toBeLessThan(name === "supply-light" ? 0.05 : 0.02);
    expect(closeness(rms(mains), truth.mainsrms)).toBeLessThan(0.02);
    expect(closeness(Math.max(...mains), truth.mainspeak)).toBeLessThan(0.02);
  },
);

test("linear supply, bursts: sag before, at the deepest and after, and the mains current, within 2 %", () => {
  const truth = expected["supply-burst"];
  const trace = supplyTrace((seconds) => {
    const wave = (seconds % 0.5 < 0.02 ? 6 : 0.6) * Math.sin(2 * Math.PI * 1000 * seconds);
    return [Math.max(0, wave), Math.max(0, -wave)];
  }, 2.1);
  expect(
    closeness(
      OPEN_VOLTS - mean(within(trace, 1.98, 2, (at) => at.positive)),
      OPEN_VOLTS - truth.beforeburst,
    ),
  ).toBeLessThan(0.02);
  expect(
    closeness(
      OPEN_VOLTS - Math.min(...within(trace, 2, 2.03, (at) => at.positive)),
      OPEN_VOLTS - truth.lowest,
    ),
  ).toBeLessThan(0.02);
  expect(
    closeness(
      OPEN_VOLTS - mean(within(trace, 2.06, 2.08, (at) => at.positive)),
      OPEN_VOLTS - truth.afterburst,
    ),
  ).toBeLessThan(0.02);
  // ngspice counts a source's current into it.
  expect(
    closeness(Math.max(...within(trace, 2, 2.03, (at) => -at.mainsAmperes)), truth.mainspeak),
  ).toBeLessThan(0.02);
});

/** What `record` runs a class D stage at. */
const FILTER_RATE_HZ = 384_000;

/** Gain of the filter of the netlist at one frequency, by playing a tone through it sample by sample. */
const filterDb = (load: LoadState, frequencyHz: number): number => {
  const samples = Math.round(FILTER_RATE_HZ * Math.max(0.2, 6 / frequencyHz));
  const output = new LoadedOutput(
    behindFilter({ ohms: 0.18, henries: 2e-5, farads: 0.82e-6 }, loadSpace(load, 0, 0)),
    1 / FILTER_RATE_HZ,
    samples,
  );
  output.holdBetween(-1e9, 1e9);
  output.run(
    Float64Array.from({ length: samples }, (__, n) =>
      Math.sin((2 * Math.PI * frequencyHz * n) / FILTER_RATE_HZ),
    ),
    0,
    samples,
  );
  // Over whole cycles at the end, when the start has died away.
  const count = Math.round(
    (Math.floor((samples / 2 / FILTER_RATE_HZ) * frequencyHz) * FILTER_RATE_HZ) / frequencyHz,
  );
  let cosine = 0,
    sine = 0;
  for (let n = samples - count; n < samples; n++) {
    cosine += output.volts[n] * Math.cos((2 * Math.PI * frequencyHz * n) / FILTER_RATE_HZ);
    sine += output.volts[n] * Math.sin((2 * Math.PI * frequencyHz * n) / FILTER_RATE_HZ);
  }
  return 20 * Math.log10((2 * Math.hypot(cosine, sine)) / count);
};

const SPEAKER: LoadState = {
  kind: "speaker",
  part: speaker({ ohms: 6.2, henries: 5e-4, resonanceHz: 55, mechanicalQ: 4, electricalQ: 0.5 }),
};
const EIGHT: LoadState = { kind: "resistive", ohms: 8, henries: 0 };
const FOUR: LoadState = { kind: "resistive", ohms: 4, henries: 0 };

test.each([
  ["8 ohm", EIGHT, 20, "eight20"],
  ["8 ohm", EIGHT, 1000, "eight1k"],
  ["8 ohm", EIGHT, 10_000, "eight10k"],
  ["8 ohm", EIGHT, 20_000, "eight20k"],
  ["8 ohm", EIGHT, 40_000, "eight40k"],
  ["8 ohm", EIGHT, 80_000, "eight80k"],
  ["4 ohm", FOUR, 1000, "four1k"],
  ["4 ohm", FOUR, 10_000, "four10k"],
  ["4 ohm", FOUR, 20_000, "four20k"],
  ["4 ohm", FOUR, 40_000, "four40k"],
  ["4 ohm", FOUR, 80_000, "four80k"],
  ["a speaker-like load", SPEAKER, 20, "speaker20"],
  ["a speaker-like load", SPEAKER, 55, "speaker55"],
  ["a speaker-like load", SPEAKER, 1000, "speaker1k"],
  ["a speaker-like load", SPEAKER, 10_000, "speaker10k"],
  ["a speaker-like load", SPEAKER, 20_000, "speaker20k"],
] as const)(
  "class D output filter into %s, case %#: within 0.1 dB",
  (_, load, frequencyHz, name) => {
    expect(Math.abs(filterDb(load, frequencyHz) - expected.filter[name])).toBeLessThan(0.1);
  },
);

test("thermal ladder: every node within 2 % from 0.1 s to 5000 s, in steps of any length", () => {
  const ladder = () =>
    new HeatLadder(partOf(HEAT_FIELDS, { cover: "on", sinkCelsiusPerWatt: 0.6 }), 0);
  const truth = expected.thermal;
  const at = (seconds: number, steps: number) => {
    const heated = ladder();
    for (let k = 0; k < steps; k++) heated.advance(40, seconds / steps);
    return heated.temperatures;
  };
  const pairs: [number, number][] = [
    [at(0.1, 1).junctionCelsius, truth.junction01],
    [at(1, 20).junctionCelsius, truth.junction1],
    [at(10, 200).junctionCelsius, truth.junction10],
    [at(100, 1).junctionCelsius, truth.junction100],
    [at(1000, 7).junctionCelsius, truth.junction1000],
    [at(1, 3).caseCelsius, truth.case1],
    [at(10, 1).caseCelsius, truth.case10],
    [at(100, 50).caseCelsius, truth.case100],
    [at(10, 10).sinkCelsius, truth.sink10],
    [at(100, 1).sinkCelsius, truth.sink100],
    [at(1000, 2).sinkCelsius, truth.sink1000],
    [at(5000, 5).sinkCelsius, truth.sink5000],
  ];
  for (const [value, reference] of pairs) expect(closeness(value, reference)).toBeLessThan(0.02);
});
