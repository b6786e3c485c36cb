// Claims in decibels: noise, crosstalk, gain and sensitivity, balance, headroom.
import { amplitudeRatioToDb, dbToAmplitudeRatio, powerRatioToDb } from "../../units";
import { matchLoad, USUAL_HZ, USUAL_OHMS } from "../conditions";
import { ratedWatts } from "../rated";
import type {
  AmplifierFacts,
  BudgetLine,
  BudgetSource,
  EvidenceChannel,
  ClaimReading,
  ReadingPlace,
  StatedOf,
} from "../types";
import { line, UNKNOWN_DB } from "./budget";
import { curveAt, knownFigure, type KnownFigure } from "./knownFigures";
import { burstReading } from "./power";
import type { Question } from "./types";

/** A stated gain is a nominal value; half a decibel is what the trade takes for alike. Common practice. */
const GAIN_TOLERANCE_DB = 0.5;

/** How alike two channels of one recorder are. Chosen here: a standard uncertainty of 0.05 dB. */
const BALANCE_DB = 0.05;

/** What a ratio's own uncertainty makes of decibels. @see JCGM 100:2008, 5.1.3 */
const ratioLine = (
  source: BudgetSource,
  ratio: number,
  stdUncertainty: number | null,
): BudgetLine =>
  stdUncertainty === null
    ? { ...line(source, UNKNOWN_DB), isAssumed: true }
    : line(source, amplitudeRatioToDb(1 + stdUncertainty / ratio));

const decibels = (
  value: number,
  {
    budget,
    place,
    figure,
  }: {
    budget: readonly BudgetLine[];
    place: ReadingPlace;
    figure: { isDoubtful: boolean } | null;
  },
): ClaimReading => ({
  quantity: "decibels",
  value,
  between: [value, value],
  budget,
  bound: null,
  place,
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
    const place = {
      code: "noise",
      weighting: stated.weighting,
      referenceWatts: watts,
    } as const;
    const volts = noiseFigure(stated, channel);
    if (volts && volts.value > 0) {
      const db = powerRatioToDb((watts * USUAL_OHMS) / volts.value ** 2);
      const budget = [ratioLine("reading-noise", volts.value, volts.stdUncertainty)];
      return [decibels(db, { budget, place, figure: volts })];
    }
    const ratio = ratioFigure(stated, channel);
    if (!ratio) return [];
    const budget = [ratioLine("reading-noise", ratio.value, ratio.stdUncertainty)];
    return [
      decibels(amplitudeRatioToDb(ratio.value) + powerRatioToDb(watts), {
        budget,
        place,
        figure: ratio,
      }),
    ];
  },
  channelsAsked: () => null,
  settledBy: ({ weighting }) => ({
    kind: "noise",
    run: { code: "noise", weighting },
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
      ratioLine("reading-noise", ratio, figure?.stdUncertainty ?? null),
      line("channel-matching", BALANCE_DB),
    ];
    return [
      decibels(-amplitudeRatioToDb(ratio), {
        budget,
        place: { code: "crosstalk", frequencyHz: hertz },
        figure,
      }),
    ];
  },
  channelsAsked: () => null,
  settledBy: ({ frequencyHz }) => ({
    kind: "crosstalk",
    run: { code: "crosstalk", frequencyHz: frequencyHz ?? USUAL_HZ },
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
    const budget = [ratioLine("volts-in-and-out", figure.value, figure.stdUncertainty)];
    return [
      decibels(amplitudeRatioToDb(figure.value), {
        budget,
        place: { code: "gain", at: figure.label.replace(/^gain ?/, "") },
        figure,
      }),
    ];
  },
  channelsAsked: () => null,
  settledBy: () => ({ kind: "gain", run: { code: "gain" } }),
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
        budget: [line("volts-in-and-out", volts * share)],
        bound: null,
        place: { code: "sensitivity", powerWatts: watts, loadOhms: USUAL_OHMS },
        notes: [],
      },
    ];
  },
  channelsAsked: () => null,
  settledBy: () => ({ kind: "gain", run: { code: "gain" } }),
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
    const budget = [line("channel-matching", BALANCE_DB)];
    return [decibels(db, { budget, place: { code: "balance" }, figure })];
  },
  channelsAsked: () => null,
  settledBy: () => ({ kind: "gain", run: { code: "balance" } }),
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
        place: {
          code: "headroom",
          burst: reading.place.code === "burst" ? reading.place.burst : "",
          ratedWatts: rated,
        },
      };
    });
  },
  channelsAsked: () => null,
  settledBy: () => ({ kind: "burst", run: { code: "burst", loadOhms: USUAL_OHMS } }),
};
