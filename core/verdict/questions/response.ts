import { RUN_KINDS } from "../../run";
import {
  amplitudeRatioToDb,
  dbToAmplitudeRatio,
  formatFixed,
  formatHertz,
  formatSignificant,
} from "../../units";
import { bandText, matchLevel } from "../conditions";
import type { ClaimLimit, EvidenceChannel, Reading } from "../types";
import { pointsIn } from "./band";
import { line, UNKNOWN_DB } from "./budget";
import { figureOf } from "./figures";
import type { Question } from "./types";

/** A converter's own response, unless it was taken out: a standard uncertainty. Chosen here; most are flatter. */
const CONVERTER_DB = 0.025;
/** A side that is printed as 0 dB is read to a tenth of a decibel. Common practice of printed sheets. */
const PRINTED_DB = 0.1;

/** Magnitude over that at 1 kHz into the run's resistor; a stand-in for a loudspeaker is another load. */
const magnitudeOf = ({ curves = [] }: EvidenceChannel) =>
  curves.find(({ name }) => name.startsWith("magnitude") && !name.includes("speaker")) ?? null;

/** Scatter of the points, in decibels, as the run's own figures have it. */
const scatterDb = (channel: EvidenceChannel, name: "lowest" | "highest"): number => {
  const figure = figureOf(channel, (each) => each.name === name);
  if (!figure || figure.stdUncertainty === null) return UNKNOWN_DB / 10;
  return amplitudeRatioToDb(1 + figure.stdUncertainty / figure.value);
};

const reading = (
  channel: EvidenceChannel,
  [hertz, ratio]: readonly [number, number],
  limit: ClaimLimit,
): Reading => {
  const db = amplitudeRatioToDb(ratio);
  return {
    quantity: "decibels",
    value: db,
    between: [db, db],
    budget: [
      line(
        "scatter of the points",
        scatterDb(channel, limit.direction === "at-least" ? "lowest" : "highest"),
      ),
      line("flatness of the recorder", CONVERTER_DB),
    ],
    bound: null,
    limit,
    where: `at ${formatHertz(hertz, 3)} into ${formatSignificant(channel.loadOhms, 3)} Ω measured`,
    notes: [],
  };
};

/** Nothing rises above the reference itself, to a hundredth of a decibel. */
const isLevel = ([, ratio]: readonly [number, number]): boolean => ratio < dbToAmplitudeRatio(0.01);

/** How far the response strays in the claim's band; a side that the claim does not name is free. */
export const response: Question<"response"> = {
  quantity: "decibels",
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
    text: `a response from ${bandText(band)} at ${formatFixed(powerWatts ?? 1, 0)} W`,
  }),
};

/** Half the rated power over the band: 3 dB down at the rated drive. @see IEC 60268-3 (power bandwidth); from memory */
export const powerBandwidth: Question<"power-bandwidth"> = {
  quantity: "decibels",
  kinds: ["full-power-response"],
  promise: [],
  limit: () => null,
  matches: () => [],
  read: ({ band }, { channel, evidence }) => {
    const curve = RUN_KINDS[evidence.kind].isAtRatedPower ? magnitudeOf(channel) : null;
    const points = curve && pointsIn(curve.points, band);
    if (!points) return [];
    const lowest = points.reduce((least, point) => (point[1] < least[1] ? point : least));
    return [reading(channel, lowest, { direction: "at-least", value: -3 })];
  },
  channelsAsked: () => null,
  settledBy: ({ band }) => ({
    kind: "full-power-response",
    text: `a full-power response from ${bandText(band)}`,
  }),
};

/** Clean within 3 dB of its level a sine of so many volts and hertz is as steep as this. Closed form: 2 pi f times the peak. */
export const slewRate: Question<"slew-rate"> = {
  quantity: "volts-per-second",
  kinds: ["full-power-response"],
  promise: ["leastVoltsPerSecond"],
  limit: ({ leastVoltsPerSecond }) => ({ direction: "at-least", value: leastVoltsPerSecond }),
  matches: () => [],
  read: (_, { channel, evidence }) => {
    const curve = RUN_KINDS[evidence.kind].isAtRatedPower ? magnitudeOf(channel) : null;
    if (!curve || evidence.levelWatts === null) return [];
    const peak = Math.sqrt(2 * evidence.levelWatts * channel.loadOhms);
    const steepest = Math.max(
      ...curve.points
        .filter(([, ratio]) => ratio >= Math.SQRT1_2)
        .map(([hertz, ratio]) => 2 * Math.PI * hertz * peak * ratio),
    );
    if (!(steepest > 0)) return [];
    return [
      {
        quantity: "volts-per-second",
        value: steepest,
        between: [steepest, steepest],
        budget: [line("volts", steepest * channel.voltsStdUncertaintyRatio)],
        bound: "at-least",
        where: "as steep as it was driven",
        notes: [],
      },
    ];
  },
  channelsAsked: () => null,
  settledBy: () => ({
    kind: "full-power-response",
    text: "a full-power response up to a high frequency",
  }),
};
