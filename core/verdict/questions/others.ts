// Claims of what the output resists, of intermodulation, of the mains, and of what is weighed and measured.
import { matchLevel, USUAL_HZ, USUAL_OHMS } from "../conditions";
import type { ConditionMatch, Evidence, EvidenceChannel, ClaimReading, StatedOf } from "../types";
import { figureLine, halfWidthLine, line } from "./budget";
import { curveAt, knownFigure } from "./knownFigures";
import type { Question } from "./types";

/** How well a curve's own points tell ohms that no figure tells. Chosen here. */
const CURVE_RATIO = 0.1;

/** Output impedance at a frequency: the figure at 1 kHz, or its curve. */
const impedanceReading = (channel: EvidenceChannel, hertz: number): ClaimReading[] => {
  const figure = knownFigure(channel, ({ name }) => name === "impedance");
  const curve = (channel.curves ?? []).find(({ name }) => name === "impedance");
  const isFigure = figure !== null && Math.abs(hertz / USUAL_HZ - 1) < 0.05;
  const ohms = isFigure ? figure.value : curve && curveAt(curve, hertz);
  if (ohms === null || ohms === undefined) return [];
  // What repeats and ohms leave open is as much at every frequency.
  const known = figure?.stdUncertainty ?? null;
  return [
    {
      quantity: "ohms",
      value: ohms,
      between: [ohms, ohms],
      budget: [
        known === null
          ? { ...line("two-loads", CURVE_RATIO * ohms), isAssumed: true }
          : line("two-loads", known),
      ],
      bound: null,
      place: { code: "output-impedance", frequencyHz: hertz },
      notes: [],
      ...(figure?.isDoubtful ? { proves: false, refutes: false } : {}),
    },
  ];
};

/**
 * A damping factor is judged in ohms, where readings are spread evenly: near zero its own value runs away.
 * Definition: the stated load over the magnitude of the output impedance.
 */
export const dampingFactorQuestion: Question<"damping-factor"> = {
  kinds: ["impedance"],
  promise: ["least"],
  limit: ({ least, loadOhms }) => ({
    direction: "at-most",
    value: (loadOhms ?? USUAL_OHMS) / least,
  }),
  matches: () => [],
  read: ({ frequencyHz, loadOhms }, { channel }) =>
    impedanceReading(channel, frequencyHz ?? USUAL_HZ).map((reading) => ({
      ...reading,
      notes: [
        {
          code: "damping-factor",
          value: (loadOhms ?? USUAL_OHMS) / reading.value,
          loadOhms: loadOhms ?? USUAL_OHMS,
        },
      ],
    })),
  channelsAsked: () => null,
  settledBy: ({ frequencyHz }) => ({
    kind: "impedance",
    run: { code: "output-impedance", frequencyHz: frequencyHz ?? USUAL_HZ },
  }),
};

export const outputImpedanceQuestion: Question<"output-impedance"> = {
  kinds: ["impedance"],
  promise: ["mostOhms"],
  limit: ({ mostOhms }) => ({ direction: "at-most", value: mostOhms }),
  matches: () => [],
  read: ({ frequencyHz }, { channel }) => impedanceReading(channel, frequencyHz ?? USUAL_HZ),
  channelsAsked: () => null,
  settledBy: ({ frequencyHz }) => ({
    kind: "impedance",
    run: { code: "output-impedance", frequencyHz: frequencyHz ?? USUAL_HZ },
  }),
};

type Intermodulation = StatedOf<"intermodulation">;

/** Modulation products, or both orders of difference products together. @see IEC 60268-3, 14.12; from memory */
const productsOf = ({ method }: Intermodulation, channel: EvidenceChannel) => {
  if (method !== "difference") return [knownFigure(channel, ({ name }) => name === "modulation")];
  return ["d2", "d3"].map((wanted) => knownFigure(channel, ({ name }) => name === wanted));
};

/** A run that does not say how loud it was played is taken for what it was meant to be, and says so. Chosen here. */
const levelMatch = (asked: number, { levelWatts }: Evidence): ConditionMatch => {
  const match = matchLevel(asked, levelWatts);
  return levelWatts === null ? { ...match, match: "near" } : match;
};

export const intermodulationQuestion: Question<"intermodulation"> = {
  kinds: ["intermodulation"],
  promise: ["limitRatio"],
  limit: ({ limitRatio }) => ({ direction: "at-most", value: limitRatio }),
  matches: ({ powerWatts }, evidence: Evidence) =>
    powerWatts === null ? [] : [levelMatch(powerWatts, evidence)],
  read: (stated, { channel, evidence }) => {
    const figures = productsOf(stated, channel);
    const known = figures.flatMap((figure) => figure ?? []);
    if (known.length === 0 || known.length < figures.length) return [];
    const ratio = known.reduce((sum, { value }) => sum + value, 0);
    return [
      {
        quantity: "distortion-ratio",
        value: ratio,
        between: [ratio, ratio],
        budget: known.map(({ value, stdUncertainty }) =>
          figureLine("intermodulation-products", value, stdUncertainty),
        ),
        bound: null,
        place: { code: "intermodulation", method: stated.method ?? "modulation" },
        notes:
          stated.powerWatts !== null && evidence.levelWatts === null
            ? [{ code: "level-not-recorded" }]
            : [],
        ...(known.some(({ isDoubtful }) => isDoubtful) ? { proves: false, refutes: false } : {}),
      },
    ];
  },
  channelsAsked: () => null,
  settledBy: ({ powerWatts }) => ({
    kind: "intermodulation",
    run: { code: "intermodulation", powerWatts },
  }),
};

export const consumptionQuestion: Question<"consumption"> = {
  kinds: ["mains-draw"],
  promise: ["mostWatts"],
  limit: ({ mostWatts }) => ({ direction: "at-most", value: mostWatts }),
  matches: () => [],
  read: ({ state }, { channel }) => {
    const figure = knownFigure(channel, ({ name }) => name === `mains-${state ?? "rated"}`);
    return figure
      ? [
          {
            quantity: "watts",
            value: figure.value,
            between: [figure.value, figure.value],
            budget: [figureLine("mains-meter", figure.value, figure.stdUncertainty)],
            bound: null,
            place: { code: "mains", state: state ?? "rated" },
            notes: [],
          },
        ]
      : [];
  },
  channelsAsked: () => null,
  settledBy: () => ({ kind: "mains-draw", run: { code: "mains" } }),
};

/** Sheets round mass and size; a twentieth is alike. Common practice. */
const ALIKE_RATIO = 0.05;
/** Of a kitchen scale and a tape. Chosen here: a half width. */
const SCALE_RATIO = 0.01;

const typed = (
  quantity: "kilograms" | "metres",
  value: number,
  code: "mass" | "size",
): ClaimReading => ({
  quantity,
  value,
  between: [value, value],
  budget: [halfWidthLine("scale-or-tape", SCALE_RATIO * value)],
  bound: null,
  place: { code },
  notes: [],
});

/** Mass as typed by the reviewer; null where it was not. Definition: as printed, within a twentieth. */
export const massReading = (
  { kilograms }: StatedOf<"mass">,
  massKilograms: number | null,
): ClaimReading | null =>
  massKilograms === null
    ? null
    : {
        ...typed("kilograms", massKilograms, "mass"),
        limit: { direction: "about", value: kilograms, tolerance: ALIKE_RATIO * kilograms },
      };

/** The edge that is off most, the edges of both sorted; null where another number of them was measured. Definition: as printed. */
export const sizeReading = (
  { metres }: StatedOf<"size">,
  measured: readonly number[],
): ClaimReading | null => {
  if (measured.length !== metres.length) return null;
  const sorted = (edges: readonly number[]) => edges.toSorted((a, b) => a - b);
  const printed = sorted(metres);
  const off = sorted(measured)
    .map((edge, k) => ({ edge, printed: printed[k] }))
    .reduce((most, each) =>
      Math.abs(each.edge / each.printed - 1) > Math.abs(most.edge / most.printed - 1) ? each : most,
    );
  return {
    ...typed("metres", off.edge, "size"),
    limit: { direction: "about", value: off.printed, tolerance: ALIKE_RATIO * off.printed },
  };
};
