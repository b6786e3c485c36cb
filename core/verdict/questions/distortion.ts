import type { Band } from "../../distortion";
import { logBetween, pointsAround } from "../../numeric";
import { distortionRatio, type DistortionMeasure, type StepReading } from "../../sweep";
import { matchLevel, matchLoad, matchTone, USUAL_HZ, USUAL_OHMS } from "../conditions";
import { ratedWatts } from "../rated";
import type {
  AmplifierFacts,
  BudgetLine,
  Evidence,
  EvidenceChannel,
  ClaimReading,
  StatedOf,
} from "../types";
import { distortionOver } from "./band";
import { figureLine, line, rigLines } from "./budget";
import { knownFigure } from "./knownFigures";
import { toneOf } from "./power";
import type { Asked, Question } from "./types";

type Distortion = StatedOf<"distortion">;

/** The level at which a claim of distortion holds: its own, or half the rated output; null where neither is known. Common practice. */
const levelOf = ({ powerWatts, loadOhms }: Distortion, facts: AmplifierFacts): number | null =>
  powerWatts ?? halfOf(ratedWatts(facts, loadOhms ?? USUAL_OHMS));

const halfOf = (watts: number | null): number | null => (watts === null ? null : watts / 2);

/** How well a level of a sweep tells its distortion: noise of one short window. Chosen here: a twentieth. */
const LEVEL_RATIO = 0.05;

/** The distortion at a level of a sweep: on the line between the two levels around it; null where it does not reach so far. */
const atLevel = (
  levels: readonly StepReading[],
  watts: number,
  measure: DistortionMeasure,
): { ratio: number; between: readonly [number, number] } | null => {
  const around = pointsAround(levels, ({ powerWatts }) => powerWatts, watts);
  if (!around) return null;
  const [low, high] = [
    distortionRatio(around.below, measure),
    distortionRatio(around.above, measure),
  ];
  const ratio = low > 0 && high > 0 ? logBetween(low, high, around.share) : Math.max(low, high);
  return { ratio, between: [Math.min(low, high), Math.max(low, high)] };
};

/** Whether a run raises its level past what is asked, so that any level up to its highest can be read. */
const reaches = ({ levels = [] }: EvidenceChannel, watts: number): boolean =>
  levels.length > 1 &&
  levels[0].powerWatts <= watts &&
  levels.some(({ powerWatts }) => powerWatts >= watts);

/** What each channel of a run gave, as far as one figure says it. */
const outputOf = ({ channels, levelWatts }: Evidence): number | null =>
  knownFigure(channels[0], ({ name }) => name === "power")?.value ?? levelWatts;

const read = (stated: Distortion, asked: Asked): ClaimReading[] => {
  const watts = levelOf(stated, asked.facts);
  const { channel } = asked;
  const whole = stated.band ? bandReadings(stated, stated.band, watts, asked) : [];
  if (whole.length > 0) return whole;
  const at = (
    value: number,
    budget: readonly BudgetLine[],
    level: number | null,
  ): ClaimReading => ({
    quantity: "distortion-ratio",
    value,
    between: [value, value],
    budget: [...budget, ...rigLines(asked.evidence)],
    bound: null,
    place: { code: "distortion", measure: stated.measure, powerWatts: level },
    notes: [],
  });
  if (watts !== null && reaches(channel, watts)) {
    const found = atLevel(channel.levels ?? [], watts, stated.measure);
    if (!found) return [];
    const budget = [line("level-noise", LEVEL_RATIO * found.ratio)];
    return [{ ...at(found.ratio, budget, watts), between: found.between }];
  }
  const figure = knownFigure(channel, ({ name }) => name === stated.measure);
  if (!figure) return [];
  const level =
    knownFigure(channel, ({ name }) => name === "power")?.value ?? asked.evidence.levelWatts;
  const reading = at(
    figure.value,
    [figureLine("reading-noise", figure.value, figure.stdUncertainty)],
    level,
  );
  return [figure.isDoubtful ? { ...reading, proves: false, refutes: false } : reading];
};

/** The worst of a band at the level that is asked, of THD+N: it proves what is claimed of harmonics alone, and does not refute it. */
const bandReadings = (
  stated: Distortion,
  band: Band,
  watts: number | null,
  { channel, evidence }: Asked,
): ClaimReading[] =>
  distortionOver(band, channel)
    .filter(({ watts: level }) => watts === null || matchLevel(watts, level).match !== "different")
    .map(({ watts: level, hertz, ratio }) => ({
      quantity: "distortion-ratio",
      value: ratio,
      between: [ratio, ratio],
      budget: [line("level-noise", LEVEL_RATIO * ratio), ...rigLines(evidence)],
      bound: null,
      place: { code: "worst-distortion", frequencyHz: hertz, powerWatts: level },
      notes: [],
      ...(stated.measure === "thd" ? { refutes: false } : {}),
    }));

/** Distortion at a level. */
export const distortionQuestion: Question<"distortion"> = {
  kinds: ["spectrum", "power-sweep", "distortion-response"],
  promise: ["limitRatio"],
  limit: ({ limitRatio }) => ({ direction: "at-most", value: limitRatio }),
  matches: (stated, evidence, facts) => {
    const watts = levelOf(stated, facts);
    const isSweep = watts !== null && evidence.channels.every((channel) => reaches(channel, watts));
    const isBand = evidence.channels.some(({ curves = [] }) =>
      curves.some(({ name }) => name.startsWith("distortion-")),
    );
    return [
      ...(stated.loadOhms === null ? [] : [matchLoad(stated.loadOhms, evidence)]),
      ...(watts === null || isSweep || isBand ? [] : [matchLevel(watts, outputOf(evidence))]),
      stated.band && isBand
        ? {
            condition: "frequency" as const,
            asked: stated.band,
            was: stated.band,
            match: "same" as const,
          }
        : matchTone(stated.band, { frequencyHz: toneOf(evidence) }),
    ];
  },
  read,
  channelsAsked: () => null,
  settledBy: (stated) =>
    stated.band
      ? {
          kind: "distortion-response",
          run: {
            code: "distortion-over-band",
            band: stated.band,
            powerWatts: stated.powerWatts,
            loadOhms: stated.loadOhms,
          },
        }
      : {
          kind: "spectrum",
          run: { code: "spectrum", powerWatts: stated.powerWatts, frequencyHz: USUAL_HZ },
        },
};
