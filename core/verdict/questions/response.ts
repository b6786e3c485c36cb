import type { Band } from "../../distortion";
import { RUN_KINDS } from "../../run";
import { amplitudeRatioToDb, dbToAmplitudeRatio } from "../../units";
import { matchLevel, matchLoad, USUAL_OHMS } from "../conditions";
import { ratedWatts } from "../rated";
import type { ClaimLimit, EvidenceChannel, ClaimReading, StatedOf } from "../types";
import { distortionOver, pointsIn } from "./band";
import { line, UNKNOWN_DB } from "./budget";
import { curveAt, knownFigure } from "./knownFigures";
import type { Asked, Question } from "./types";

type Point = readonly [hertz: number, ratio: number];

/** A converter's own response, unless it was taken out: a standard uncertainty. Chosen here; most are flatter. */
const CONVERTER_DB = 0.025;
/** A side that is printed as 0 dB is read to a tenth of a decibel. Common practice of printed sheets. */
const PRINTED_DB = 0.1;

/** Magnitude over that at 1 kHz into the run's resistor; a stand-in for a loudspeaker is another load. */
const magnitudeOf = ({ curves = [] }: EvidenceChannel) =>
  curves.find(({ name }) => name.startsWith("magnitude") && !name.includes("speaker")) ?? null;

/** Scatter of the points, in decibels, as the run's own figures have it. */
const scatterDb = (channel: EvidenceChannel, name: "lowest" | "highest"): number => {
  const figure = knownFigure(channel, (each) => each.name === name);
  if (!figure || figure.stdUncertainty === null) return UNKNOWN_DB / 10;
  return amplitudeRatioToDb(1 + figure.stdUncertainty / figure.value);
};

const reading = (
  channel: EvidenceChannel,
  [hertz, ratio]: readonly [number, number],
  limit: ClaimLimit,
): ClaimReading => {
  const db = amplitudeRatioToDb(ratio);
  return {
    quantity: "decibels",
    value: db,
    between: [db, db],
    budget: [
      line(
        "point-scatter",
        scatterDb(channel, limit.direction === "at-least" ? "lowest" : "highest"),
      ),
      line("recorder-flatness", CONVERTER_DB),
    ],
    bound: null,
    limit,
    place: { code: "response", frequencyHz: hertz },
    notes: [],
  };
};

/** Nothing rises above the reference itself, to a hundredth of a decibel. */
const isLevel = ([, ratio]: readonly [number, number]): boolean => ratio < dbToAmplitudeRatio(0.01);

/** How far the response strays in the claim's band; a side that the claim does not name is free. */
export const responseQuestion: Question<"response"> = {
  kinds: ["response", "full-power-response"],
  promise: [],
  limit: () => null,
  matches: ({ powerWatts }, evidence) =>
    powerWatts === null || evidence.levelWatts === null
      ? []
      : [matchLevel(powerWatts, evidence.levelWatts)],
  read: ({ band, upDb, downDb, powerWatts }, { channel, evidence }) => {
    const curve = magnitudeOf(channel);
    const points = curve && pointsIn(curve.points, band);
    if (!points) return [];
    const lowest = points.reduce((least, point) => (point[1] < least[1] ? point : least));
    const highest = points.reduce((most, point) => (point[1] > most[1] ? point : most));
    const down = downDb ?? 3;
    // At full power a supply may give way where it would not at the usual level.
    const isSterner = powerWatts === null && RUN_KINDS[evidence.kind].isAtRatedPower;
    const sides = [
      reading(channel, lowest, { direction: "at-least", value: -(down === 0 ? PRINTED_DB : down) }),
      ...(upDb === null || isLevel(highest)
        ? []
        : [
            reading(channel, highest, {
              direction: "at-most",
              value: upDb === 0 ? PRINTED_DB : upDb,
            }),
          ]),
    ];
    return isSterner ? sides.map((side) => ({ ...side, refutes: false })) : sides;
  },
  channelsAsked: () => null,
  settledBy: ({ band, powerWatts }) => ({
    kind: "response",
    run: { code: "response", band, powerWatts: powerWatts ?? 1 },
  }),
};

/** Harmonics together at one frequency of the tone; null where the recording does not reach to the third of them. */
const harmonicsAt = ({ curves = [] }: EvidenceChannel, hertz: number): number | null => {
  const ratios = curves
    .filter(({ name }) => name.startsWith("harmonic-"))
    .map((curve) => curveAt(curve, hertz));
  const known = ratios.flatMap((ratio) => ratio ?? []);
  return known.length > 1 && known.length === ratios.length ? Math.hypot(...known) : null;
};

/** The limit at which output is read where a claim is silent. Common practice. */
const USUAL_LIMIT_RATIO = 0.01;

/** Harmonics begin and end a little inside of a sweep. Chosen here. */
const BAND_END_RATIO = 0.05;

/** Harmonics at their worst in the band, as far as they can be seen. A band that is seen in part refutes and does not prove. */
const harmonicsReading = (
  channel: EvidenceChannel,
  { points, band, limitRatio }: { points: readonly Point[]; band: Band; limitRatio: number },
): ClaimReading => {
  const places = [
    (1 + BAND_END_RATIO) * band.lowHz,
    ...points.map(([hertz]) => hertz),
    (1 - BAND_END_RATIO) * band.highHz,
  ].filter((hertz) => hertz <= band.highHz);
  const seen = places.flatMap((hertz) => {
    const ratio = harmonicsAt(channel, hertz);
    return ratio === null ? [] : [{ hertz, ratio }];
  });
  const [worst = { hertz: band.lowHz, ratio: 0 }] = seen.toSorted((a, b) => b.ratio - a.ratio);
  const isWhole = seen.length === places.length;
  const upTo = seen.at(-1);
  return {
    quantity: "distortion-ratio",
    value: worst.ratio,
    between: [worst.ratio, worst.ratio],
    budget: [line("reading-noise", HARMONICS_RATIO * worst.ratio)],
    bound: null,
    limit: { direction: "at-most", value: limitRatio },
    place: { code: "worst-harmonics", frequencyHz: worst.hertz },
    notes: isWhole ? [] : [{ code: "harmonics-seen-to", frequencyHz: upTo?.hertz ?? null }],
    ...(isWhole ? {} : { proves: false }),
    ...(upTo ? {} : { refutes: false }),
  };
};

/** How well one point of a sweep tells its harmonics. Chosen here. */
const HARMONICS_RATIO = 0.05;

/** Half of what is rated, within what a level is set to. Common practice: an eighth of a decibel. */
const HALF_RATIO = 0.5 * 0.97;

/**
 * Distortion over the band at half the rated power or more: where it keeps the limit, so it does at half. What is read there is THD+N,
 * which refutes nothing that is claimed of harmonics.
 */
const atHalfPower = (
  { band, distortionLimitRatio }: StatedOf<"power-bandwidth">,
  { channel, facts }: Asked,
): ClaimReading[] => {
  const rated = ratedWatts(facts, USUAL_OHMS);
  return distortionOver(band, channel).flatMap(({ watts, hertz, ratio }): ClaimReading[] =>
    watts === null || rated === null || watts < HALF_RATIO * rated
      ? []
      : [
          {
            quantity: "distortion-ratio",
            value: ratio,
            between: [ratio, ratio],
            budget: [line("level-noise", HARMONICS_RATIO * ratio)],
            bound: null,
            limit: { direction: "at-most", value: distortionLimitRatio ?? USUAL_LIMIT_RATIO },
            place: { code: "worst-distortion", frequencyHz: hertz, powerWatts: watts },
            notes: [],
            refutes: false,
          },
        ],
  );
};

/**
 * Half the rated power over the band below a limit of distortion: distortion over the band at half of it; or at the rated drive no
 * more than 3 dB down, and clean there.
 * @see IEC 60268-3 (power bandwidth); from memory
 */
export const powerBandwidthQuestion: Question<"power-bandwidth"> = {
  kinds: ["distortion-response", "full-power-response"],
  promise: [],
  limit: () => null,
  matches: (_, evidence) =>
    RUN_KINDS[evidence.kind].isAtRatedPower ? [] : [matchLoad(USUAL_OHMS, evidence)],
  read: (stated, asked) => {
    const { channel, evidence } = asked;
    const { band, distortionLimitRatio } = stated;
    if (!RUN_KINDS[evidence.kind].isAtRatedPower) return atHalfPower(stated, asked);
    const curve = magnitudeOf(channel);
    const points = curve && pointsIn(curve.points, band);
    if (!points) return [];
    const lowest = points.reduce((least, point) => (point[1] < least[1] ? point : least));
    return [
      reading(channel, lowest, { direction: "at-least", value: -3 }),
      harmonicsReading(channel, {
        points,
        band,
        limitRatio: distortionLimitRatio ?? USUAL_LIMIT_RATIO,
      }),
    ];
  },
  channelsAsked: () => null,
  settledBy: ({ band }) => ({
    kind: "distortion-response",
    run: { code: "distortion-over-band", band, powerWatts: null, loadOhms: USUAL_OHMS },
  }),
};

/**
 * A triangle is less steep than a sine of its level by this. What limits slew turns one into the other, so that a level alone tells
 * steepness no better. Closed form: of the same root mean square 4 sqrt(3) / (2 pi sqrt(2)).
 */
const TRIANGLE_RATIO = (4 * Math.sqrt(3)) / (2 * Math.PI * Math.SQRT2);

/** A sine with so little harmonics is as steep as a sine. Common practice. */
const CLEAN_RATIO = 0.01;

/**
 * Within 3 dB of its level a sine of so many volts and hertz was at least as steep as this.
 * Closed form: 2 pi f times the peak, where it is clean; a triangle's steepness where that is not known.
 */
export const slewRateQuestion: Question<"slew-rate"> = {
  kinds: ["full-power-response"],
  promise: ["leastVoltsPerSecond"],
  limit: ({ leastVoltsPerSecond }) => ({ direction: "at-least", value: leastVoltsPerSecond }),
  matches: () => [],
  read: (_, { channel, evidence }) => {
    const curve = RUN_KINDS[evidence.kind].isAtRatedPower ? magnitudeOf(channel) : null;
    if (!curve || evidence.levelWatts === null) return [];
    const peak = Math.sqrt(2 * evidence.levelWatts * channel.loadOhms);
    const steepness = ([hertz, ratio]: Point): number => {
      const harmonics = harmonicsAt(channel, hertz);
      const isClean = harmonics !== null && harmonics <= CLEAN_RATIO;
      return 2 * Math.PI * hertz * peak * ratio * (isClean ? 1 : TRIANGLE_RATIO);
    };
    const steepest = Math.max(
      ...curve.points.filter(([, ratio]) => ratio >= Math.SQRT1_2).map(steepness),
    );
    if (!(steepest > 0)) return [];
    return [
      {
        quantity: "volts-per-second",
        value: steepest,
        between: [steepest, steepest],
        budget: [line("volts", steepest * channel.voltsStdUncertaintyRatio)],
        bound: "at-least",
        place: { code: "slew" },
        notes: [],
      },
    ];
  },
  channelsAsked: () => null,
  settledBy: () => ({
    kind: "full-power-response",
    run: { code: "full-power-response" },
  }),
};
