// Claims in decibels: noise, crosstalk, gain and sensitivity, balance, headroom.
import {
  amplitudeRatioToDb,
  dbToAmplitudeRatio,
  formatHertz,
  formatSignificant,
  powerRatioToDb,
} from "../../units";
import { matchLoad, USUAL_HZ, USUAL_OHMS } from "../conditions";
import { ratedWatts } from "../rated";
import type { AmplifierFacts, BudgetLine, EvidenceChannel, ClaimReading, StatedOf } from "../types";
import { line, UNKNOWN_DB } from "./budget";
import { curveAt, knownFigure, type KnownFigure } from "./knownFigures";
import { burstReading } from "./power";
import type { Question } from "./types";

/** A stated gain is a nominal value; half a decibel is what the trade takes for alike. Common practice. */
const GAIN_TOLERANCE_DB = 0.5;

/** How alike two channels of one recorder are. Chosen here: a standard uncertainty of 0.05 dB. */
const BALANCE_DB = 0.05;

/** What a ratio's own uncertainty makes of decibels. @see JCGM 100:2008, 5.1.3 */
const ratioLine = (source: string, ratio: number, stdUncertainty: number | null): BudgetLine =>
  stdUncertainty === null
    ? line(`${source}, not stated: taken as ${UNKNOWN_DB} dB`, UNKNOWN_DB)
    : line(source, amplitudeRatioToDb(1 + stdUncertainty / ratio));

const decibels = (
  value: number,
  {
    budget,
    where,
    figure,
  }: { budget: readonly BudgetLine[]; where: string; figure: { isDoubtful: boolean } | null },
): ClaimReading => ({
  quantity: "decibels",
  value,
  between: [value, value],
  budget,
  bound: null,
  where,
  notes: [],
  ...(figure?.isDoubtful ? { proves: false, refutes: false } : {}),
});

type Noise = StatedOf<"noise">;

/** The output that noise is compared with: the claim's, the rated one, or 1 W where nothing is rated. Common practice. */
const referenceOf = ({ referenceWatts }: Noise, facts: AmplifierFacts): number =>
  referenceWatts ?? ratedWatts(facts, USUAL_OHMS) ?? 1;

const noiseFigure = ({ weighting }: Noise, channel: EvidenceChannel): KnownFigure | null =>
  knownFigure(channel, ({ name }) => name === `noise-${weighting}`);

const ratioFigure = ({ weighting }: Noise, channel: EvidenceChannel): KnownFigure | null =>
  knownFigure(channel, ({ name }) => name === `snr-${weighting}-reOneWatt`);

/** Noise below an output into the usual load, from its volts, or from the ratio to 1 W. */
export const noiseQuestion: Question<"noise"> = {
  kinds: ["noise"],
  promise: ["leastDb"],
  limit: ({ leastDb }) => ({ direction: "at-least", value: leastDb }),
  matches: () => [],
  read: (stated, { channel, facts }) => {
    const watts = referenceOf(stated, facts);
    const where = `${stated.weighting === "a" ? "A-weighted" : "unweighted"} below ${formatSignificant(watts, 3)} W`;
    const volts = noiseFigure(stated, channel);
    if (volts && volts.value > 0) {
      const db = powerRatioToDb((watts * USUAL_OHMS) / volts.value ** 2);
      const budget = [ratioLine("noise of the reading", volts.value, volts.stdUncertainty)];
      return [decibels(db, { budget, where, figure: volts })];
    }
    const ratio = ratioFigure(stated, channel);
    if (!ratio) return [];
    const budget = [ratioLine("noise of the reading", ratio.value, ratio.stdUncertainty)];
    return [
      decibels(amplitudeRatioToDb(ratio.value) + powerRatioToDb(watts), {
        budget,
        where,
        figure: ratio,
      }),
    ];
  },
  channelsAsked: () => null,
  settledBy: ({ weighting }) => ({
    kind: "noise",
    text: `noise with the input shorted${weighting === "a" ? ", A-weighted" : ""}`,
  }),
};

/** What leaks in, at the claim's frequency, from whichever channel leaks most. */
export const crosstalkQuestion: Question<"crosstalk"> = {
  kinds: ["crosstalk"],
  promise: ["leastDb"],
  limit: ({ leastDb }) => ({ direction: "at-least", value: leastDb }),
  matches: () => [],
  read: ({ frequencyHz }, { channel }) => {
    const hertz = frequencyHz ?? USUAL_HZ;
    const figure = knownFigure(channel, ({ name }) => name === `at-${hertz}`);
    const curves = (channel.curves ?? []).filter(({ name }) => name.startsWith("from-"));
    const ratios = curves.flatMap((curve) => curveAt(curve, hertz) ?? []);
    const ratio = figure?.value ?? (ratios.length > 0 ? Math.max(...ratios) : null);
    if (ratio === null || !(ratio > 0)) return [];
    const budget = [
      ratioLine("noise of the reading", ratio, figure?.stdUncertainty ?? null),
      line("recorder’s channels against each other", BALANCE_DB),
    ];
    return [
      decibels(-amplitudeRatioToDb(ratio), { budget, where: `at ${formatHertz(hertz)}`, figure }),
    ];
  },
  channelsAsked: () => null,
  settledBy: ({ frequencyHz }) => ({
    kind: "crosstalk",
    text: `crosstalk each way at ${formatHertz(frequencyHz ?? USUAL_HZ)}`,
  }),
};

const gainFigure = (channel: EvidenceChannel) =>
  knownFigure(channel, ({ name }) => name === "gain" || name.startsWith("gain-"));

export const gainQuestion: Question<"gain"> = {
  kinds: ["gain"],
  promise: ["gainDb"],
  limit: ({ gainDb }) => ({ direction: "about", value: gainDb, tolerance: GAIN_TOLERANCE_DB }),
  matches: () => [],
  read: (_, { channel }) => {
    const figure = gainFigure(channel);
    if (!figure || !(figure.value > 0)) return [];
    const budget = [ratioLine("volts in and out", figure.value, figure.stdUncertainty)];
    return [
      decibels(amplitudeRatioToDb(figure.value), {
        budget,
        where: figure.label.replace(/^gain /, ""),
        figure,
      }),
    ];
  },
  channelsAsked: () => null,
  settledBy: () => ({ kind: "gain", text: "gain at 1 W" }),
};

/** Volts at the input for an output: from the gain, into the usual load. @see IEC 60268-3 (rated source e.m.f.); from memory */
export const sensitivityQuestion: Question<"sensitivity"> = {
  kinds: ["gain"],
  promise: ["volts"],
  limit: ({ volts }) => ({
    direction: "about",
    value: volts,
    tolerance: volts * (dbToAmplitudeRatio(GAIN_TOLERANCE_DB) - 1),
  }),
  matches: () => [],
  read: ({ powerWatts }, { channel, facts }) => {
    const figure = gainFigure(channel);
    const watts = powerWatts ?? ratedWatts(facts, USUAL_OHMS);
    if (!figure || !(figure.value > 0) || watts === null) return [];
    const volts = Math.sqrt(watts * USUAL_OHMS) / figure.value;
    const share = figure.stdUncertainty === null ? 0.1 : figure.stdUncertainty / figure.value;
    return [
      {
        quantity: "volts",
        value: volts,
        between: [volts, volts],
        budget: [line("volts in and out", volts * share)],
        bound: null,
        where: `for ${formatSignificant(watts, 3)} W into ${USUAL_OHMS} Ω, worked out from the gain`,
        notes: [],
      },
    ];
  },
  channelsAsked: () => null,
  settledBy: () => ({ kind: "gain", text: "gain at 1 W" }),
};

/** Channels over the first, both read by one recorder, so that what it is off by cancels. */
export const balanceQuestion: Question<"balance"> = {
  kinds: ["gain"],
  promise: ["mostDb"],
  limit: ({ mostDb }) => ({ direction: "at-most", value: mostDb }),
  matches: () => [],
  read: (_, { channel }) => {
    const figure = knownFigure(channel, ({ name }) => name === "balance");
    if (!figure || !(figure.value > 0)) return [];
    const db = Math.abs(amplitudeRatioToDb(figure.value));
    const budget = [line("recorder’s channels against each other", BALANCE_DB)];
    return [decibels(db, { budget, where: "over channel A", figure })];
  },
  channelsAsked: () => null,
  settledBy: () => ({ kind: "gain", text: "gain of both channels at 1 W" }),
};

/** Burst power over the rated output. @see CTA-2006 (dynamic headroom); from memory */
export const headroomQuestion: Question<"headroom"> = {
  kinds: ["burst"],
  promise: ["leastDb"],
  limit: ({ leastDb }) => ({ direction: "at-least", value: leastDb }),
  matches: (_, evidence) => [matchLoad(USUAL_OHMS, evidence)],
  read: (_, { channel, facts }) => {
    const rated = ratedWatts(facts, USUAL_OHMS);
    if (rated === null) return [];
    return burstReading(USUAL_OHMS, channel).map((reading): ClaimReading => {
      const inDb = (watts: number) => powerRatioToDb(watts / rated);
      const { value, between, budget } = reading;
      return {
        ...reading,
        quantity: "decibels",
        value: inDb(value),
        between: [inDb(between[0]), inDb(between[1])],
        budget: budget.map((each) => ({
          ...each,
          contribution: powerRatioToDb(1 + each.contribution / value),
        })),
        where: `${reading.where}, over ${formatSignificant(rated, 3)} W rated`,
      };
    });
  },
  channelsAsked: () => null,
  settledBy: () => ({ kind: "burst", text: "bursts of 20 ms into 8 Ω" }),
};
