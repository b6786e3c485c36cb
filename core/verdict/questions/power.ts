import { isDoubtful } from "../../caution";
import type { PowerLimit } from "../../claim";
import { isInBand, type Band } from "../../distortion";
import { powerStdUncertaintyRatio } from "../../power";
import { RUN_KINDS } from "../../run";
import { BURST_LABELS, type BurstName } from "../../signal";
import {
  bumpBelowLimit,
  clippedSine,
  overdriveAt,
  outputWithin,
  type PowerAtLimit,
  type StepReading,
} from "../../sweep";
import {
  connectionOf,
  matchChannels,
  matchLoad,
  matchTone,
  USUAL_HZ,
  USUAL_OHMS,
} from "../conditions";
import type {
  AmplifierFacts,
  Evidence,
  EvidenceChannel,
  ClaimReading,
  ReadingNote,
  ReadingPlace,
  StatedOf,
} from "../types";
import { distortionOver } from "./band";
import { line, powerLines } from "./budget";
import { knownFigure } from "./knownFigures";
import { remembered } from "../remembered";
import type { Asked, Question } from "./types";

type Power = StatedOf<"power">;
type Bridged = StatedOf<"bridged-power">;

/** The limit at which output is read where a claim is silent. Common practice. */
const USUAL: PowerLimit = { distortionLimitRatio: 0.01, distortionMeasure: "thd-plus-noise" };

export const limitOfPower = ({
  distortionLimitRatio,
  distortionMeasure,
}: Pick<Power, "distortionLimitRatio" | "distortionMeasure">): PowerLimit =>
  distortionLimitRatio === null
    ? USUAL
    : { distortionLimitRatio, distortionMeasure: distortionMeasure ?? "thd" };

/** How many channels a claim of power asks to play at once. */
export const channelsAsked = (
  { channelsDriven }: Pick<Power, "channelsDriven">,
  { channelCount }: AmplifierFacts,
): number => channelsDriven ?? channelCount ?? 1;

/** Levels with the uncertainty that the run's own volts and ohms leave them. */
export const levelsOf = remembered(
  ({ levels = [], ...channel }: EvidenceChannel): StepReading[] => {
    const share = powerStdUncertaintyRatio(channel);
    return levels.map((level) => ({
      ...level,
      powerWattsStdUncertainty: share * level.powerWatts,
    }));
  },
);

/** Output of a channel at limits that were asked for before: many claims share a few. */
const limitsOf = remembered((_: EvidenceChannel) => new Map<string, PowerAtLimit>());

const outputAt = (channel: EvidenceChannel, limit: PowerLimit): PowerAtLimit => {
  const known = limitsOf(channel);
  const key = `${limit.distortionMeasure} ${limit.distortionLimitRatio}`;
  const found =
    known.get(key) ??
    outputWithin(levelsOf(channel), limit.distortionLimitRatio, limit.distortionMeasure);
  known.set(key, found);
  return found;
};

/** Frequency of the tone, as it was read or as it was declared. */
export const toneOf = ({ frequencyHz, channels }: Evidence): number | null =>
  channels.find(({ levels }) => levels && levels.length > 0)?.levels?.[0].fundamentalHz ??
  frequencyHz;

/** A tone within this of 1 kHz counts as 1 kHz. */
const USUAL_TONE_RATIO = 0.06;

const placeAt = (limit: PowerLimit, hertz: number | null): ReadingPlace => ({
  code: "power-at-limit",
  limit,
  frequencyHz: hertz !== null && Math.abs(hertz / USUAL_HZ - 1) > USUAL_TONE_RATIO ? hertz : null,
});

/**
 * Where the power would lie into the claim's own ohms: with volts held, power times ohms stays; with current held, power over ohms.
 * With a sweep on the other side of the claim's ohms the range narrows: into more ohms an amplifier gives no fewer volts and no more
 * current, so that both lie between those of the two sweeps.
 * @see Joule’s law; the bracket is chosen here
 */
const intoLoad = (
  powerWatts: number,
  measuredOhms: number,
  askedOhms: number,
  beyond: { powerWatts: number; loadOhms: number } | null,
): readonly [number, number] => {
  const endsOf = (watts: number, ohms: number): [number, number] => {
    const ends = [(watts * ohms) / askedOhms, (watts * askedOhms) / ohms];
    return [Math.min(...ends), Math.max(...ends)];
  };
  const [low, high] = endsOf(powerWatts, measuredOhms);
  if (beyond === null) return [low, high];
  const [otherLow, otherHigh] = endsOf(beyond.powerWatts, beyond.loadOhms);
  const both = [Math.max(low, otherLow), Math.min(high, otherHigh)] as const;
  // A limiter that folds back gives less current into fewer ohms: then the other load tells nothing of this one.
  return both[0] <= both[1] ? both : [low, high];
};

/** Sweeps among runs, by channel: what can tell how output follows the load. */
const sweepsIn = remembered((runs: readonly Evidence[]) =>
  runs.filter(({ channels }) => channels.some(({ levels = [] }) => levels.length > 1)),
);

/** Two runs that differ in nothing but their load, as far as they record it. */
const isAlikeButForLoad = (one: Evidence, other: Evidence): boolean =>
  one.kind === other.kind &&
  one.source === other.source &&
  one.channelsDriven === other.channelsDriven &&
  one.supply === other.supply &&
  one.setting === other.setting &&
  !one.unrecorded?.length &&
  !other.unrecorded?.length &&
  connectionOf(one) === connectionOf(other) &&
  isSameTone(toneOf(one), toneOf(other));

const isSameTone = (one: number | null, other: number | null): boolean =>
  Math.abs((one ?? USUAL_HZ) / (other ?? USUAL_HZ) - 1) < USUAL_TONE_RATIO;

/** Output of the same channel into a load on the other side of the claim's, under otherwise the same conditions. */
const beyondLoad = (
  askedOhms: number,
  limit: PowerLimit,
  { evidence, channel, others }: Asked,
): { powerWatts: number; loadOhms: number } | null => {
  const isBelow = channel.loadOhms < askedOhms;
  for (const other of sweepsIn(others)) {
    const same = isAlikeButForLoad(other, evidence)
      ? other.channels.find(({ channelIndex }) => channelIndex === channel.channelIndex)
      : null;
    if (!same || same.loadOhms < askedOhms === isBelow) continue;
    const reading = (same.levels?.length ?? 0) > 1 ? outputAt(same, limit) : null;
    if (reading?.status === "reached")
      return { powerWatts: reading.powerWatts, loadOhms: same.loadOhms };
  }
  return null;
};

/** Ohms that are off by less leave the watts as they are. */
const NO_MISMATCH = 1e-3;

/** The reading of a sweep of levels at a limit of distortion. */
const sweptReading = (limit: PowerLimit, askedOhms: number, asked: Asked): ClaimReading[] => {
  const { channel, evidence } = asked;
  const levels = levelsOf(channel);
  if (levels.length < 2) return [];
  const found = outputAt(channel, limit);
  const hertz = toneOf(evidence);
  const place = placeAt(limit, hertz);
  if (found.status === "never-below")
    return [
      {
        quantity: "watts",
        value: 0,
        between: [0, 0],
        budget: [],
        bound: null,
        place,
        notes: [{ code: "never-below-limit", limit }],
      },
    ];
  const isOff = Math.abs(channel.loadOhms / askedOhms - 1) > NO_MISMATCH;
  const between = isOff
    ? intoLoad(found.powerWatts, channel.loadOhms, askedOhms, beyondLoad(askedOhms, limit, asked))
    : ([found.powerWatts, found.powerWatts] as const);
  return [
    {
      quantity: "watts",
      value: found.powerWatts,
      between,
      budget: sweptBudget(found, channel),
      bound: found.status === "at-least" ? "at-least" : null,
      place,
      notes: notesOf(levels, limit),
      ...provesOf(levels, limit, hertz, asked),
    },
  ];
};

/** A bump of distortion at less power is shown beside the limit. */
const notesOf = (levels: readonly StepReading[], limit: PowerLimit): ReadingNote[] => {
  const bump = bumpBelowLimit(levels, limit.distortionLimitRatio, limit.distortionMeasure);
  return bump ? [{ code: "bump-below", powerWatts: bump.powerWatts, ratio: bump.ratio }] : [];
};

/** Where clipping hardly shows, or the limit's reading is doubtful, a sweep proves nothing of distortion. */
const provesOf = (
  levels: readonly StepReading[],
  { distortionLimitRatio }: PowerLimit,
  hertz: number | null,
  { channel: { cautions = [] }, evidence }: Asked,
): Pick<ClaimReading, "proves" | "refutes"> => {
  const { highHz } = evidence.band;
  const tone = hertz ?? levels[0].fundamentalHz;
  const isBlind = !isInBand(3 * tone, { lowHz: 0, highHz });
  const isKnown =
    isDoubtful(cautions, "at-limit") || isDoubtful(cautions, schoolName(distortionLimitRatio));
  return isBlind || isKnown ? { proves: false, refutes: false } : {};
};

/** The name that a sweep's own figure at a limit has. */
const schoolName = (ratio: number): string =>
  ({ 0.01: "one-percent", 0.001: "tenth-percent", 0.1: "ten-percent" })[ratio] ?? "at-limit";

/** Volts and ohms, and what the gap between two levels leaves beside them. */
const sweptBudget = (
  found: Exclude<PowerAtLimit, { status: "never-below" }>,
  channel: EvidenceChannel,
) => {
  const known = found.powerWatts * powerStdUncertaintyRatio(channel);
  const gap = Math.sqrt(Math.max(0, found.powerWattsStdUncertainty ** 2 - known ** 2));
  return [...powerLines(found.powerWatts, channel), line("level-gap", gap, "rectangular")];
};

/** Tops that just do not flatten: at one percent a cut sine gives more. */
const CLEAN_TOPS_RATIO = 0.01;

/**
 * The reading of a search for flat tops: of a cut sine, output at a limit of distortion lies a known step above it; a limit below one
 * percent lies further down, by an amount that it does not tell.
 * @see clippedSine; that clean tops are no more than one percent is common practice
 */
const topsReading = (limit: PowerLimit, askedOhms: number, { channel }: Asked): ClaimReading[] => {
  const figure = knownFigure(channel, ({ name }) => name === "power");
  if (!figure) return [];
  const most = figure.value * 2 * clippedSine(overdriveAt(limit.distortionLimitRatio)).meanSquare;
  const isKnown = limit.distortionLimitRatio >= CLEAN_TOPS_RATIO;
  const [low] = intoLoad(figure.value, channel.loadOhms, askedOhms, null);
  const [, high] = intoLoad(most, channel.loadOhms, askedOhms, null);
  return [
    {
      quantity: "watts",
      value: figure.value,
      between: [low, high],
      budget: powerLines(figure.value, channel),
      bound: null,
      place: { code: "clip-onset" },
      notes: [{ code: "most-at-limit", limit, powerWatts: most }],
      proves: isKnown && !figure.isDoubtful,
      refutes: !figure.isDoubtful,
    },
  ];
};

/** How well a distortion is known where its curve does not say it: it must keep clear of the limit by this. Chosen here. */
const CLEAR_RATIO = 1.05;

/**
 * The reading of distortion over a whole band at two levels: at a level that keeps within the limit everywhere it gives at least that,
 * at one that does not, less.
 * @see 16 CFR 432 (rated power over a rated band); from memory
 */
export const bandReading = (
  limit: PowerLimit,
  band: Band,
  channel: EvidenceChannel,
): ClaimReading[] => {
  const levels = distortionOver(band, channel).flatMap(({ watts, ...worst }) =>
    watts === null ? [] : [{ watts, ...worst }],
  );
  const { distortionLimitRatio, distortionMeasure } = limit;
  const kept = levels.filter(({ ratio }) => ratio * CLEAR_RATIO <= distortionLimitRatio);
  // With noise it distorts more than without: that refutes no claim of harmonics alone.
  const passed =
    distortionMeasure === "thd"
      ? []
      : levels.filter(({ ratio }) => ratio / CLEAR_RATIO >= distortionLimitRatio);
  const reading = (
    { watts, hertz, ratio }: (typeof levels)[number],
    bound: "at-least" | "at-most",
  ): ClaimReading => ({
    quantity: "watts",
    value: watts,
    between: [watts, watts],
    budget: powerLines(watts, channel),
    bound,
    place: { code: "power-over-band", limit, band },
    notes: [{ code: "worst-in-band", ratio, frequencyHz: hertz }],
    ...(bound === "at-least" ? { refutes: false } : { proves: false }),
  });
  const best = kept.toSorted((a, b) => b.watts - a.watts).slice(0, 1);
  const worst = passed.toSorted((a, b) => a.watts - b.watts).slice(0, 1);
  return [
    ...best.map((level) => reading(level, "at-least")),
    ...worst.map((level) => reading(level, "at-most")),
  ];
};

/** Bursts of 20 ms first: the customary ones. @see CTA-2006; from memory */
// eslint-disable-next-line no-restricted-syntax -- the name of a stored figure
const CUSTOMARY = ["burst-1 kHz, 20 ms", "burst-"];

const burstFigure = (channel: EvidenceChannel, asked: BurstName | undefined) =>
  (asked ? [`burst-${BURST_LABELS[asked]}`] : CUSTOMARY)
    .map((begins) => knownFigure(channel, ({ name }) => name.startsWith(begins)))
    .find((figure) => figure !== null) ?? null;

/** The last clean cycle of a burst; where no cycle clips it is at least that, which proves and never refutes. */
export const burstReading = (
  askedOhms: number,
  channel: EvidenceChannel,
  asked?: BurstName,
): ClaimReading[] => {
  const figure = burstFigure(channel, asked);
  if (!figure) return [];
  const between = intoLoad(figure.value, channel.loadOhms, askedOhms, null);
  const known = figure.value * powerStdUncertaintyRatio(channel);
  const gap = Math.sqrt(Math.max(0, (figure.stdUncertainty ?? 0) ** 2 - known ** 2));
  return [
    {
      quantity: "watts",
      value: figure.value,
      between,
      budget: [...powerLines(figure.value, channel), line("level-gap", gap, "rectangular")],
      // Runs from before bounds were kept say it by why they stopped.
      bound: figure.bound ?? (channel.stopReason === "input-drive" ? "at-least" : null),
      place: { code: "burst", burst: figure.name.replace(/^burst-[^,]*, /, "") },
      notes: [],
      proves: !figure.isDoubtful,
      refutes: !figure.isDoubtful,
    },
  ];
};

const isBridged = (evidence: Evidence): boolean => connectionOf(evidence) === "bridged";
/** Only bursts are read of a kind that raises no level. */
const isBurstClaim = ({ rating }: Power): boolean =>
  rating === "burst" || rating === "music" || rating === "peak";

const readPower = (stated: Power, asked: Asked): ClaimReading[] => {
  if (RUN_KINDS[asked.evidence.kind].isBridged) return [];
  const ohms = stated.loadOhms ?? USUAL_OHMS;
  if (isBurstClaim(stated)) return burstReading(ohms, asked.channel, stated.burst);
  const limit = limitOfPower(stated);
  const whole = stated.band ? bandReading(limit, stated.band, asked.channel) : [];
  if (whole.length > 0) return whole;
  return continuousReading(limit, ohms, asked);
};

/** A sweep of levels is read at the limit, a search for flat tops where it ended. */
const continuousReading = (limit: PowerLimit, ohms: number, asked: Asked): ClaimReading[] => {
  const swept = sweptReading(limit, ohms, asked);
  return swept.length > 0 || !RUN_KINDS[asked.evidence.kind].endsAtCleanTops
    ? swept
    : topsReading(limit, ohms, asked);
};

/** Continuous power, and what is said of bursts. */
export const powerQuestion: Question<"power"> = {
  kinds: ["power-sweep", "clip-search", "distortion-response", "burst"],
  promise: ["powerWatts"],
  limit: ({ powerWatts }) => ({ direction: "at-least", value: powerWatts }),
  matches: (stated, evidence, facts) => [
    matchLoad(stated.loadOhms ?? USUAL_OHMS, evidence),
    matchChannels(channelsAsked(stated, facts), evidence),
    ...(isBurstClaim(stated) ? [] : [toneMatch(stated.band, evidence)]),
  ],
  read: readPower,
  channelsAsked,
  settledBy: (stated) => {
    const loadOhms = stated.loadOhms ?? USUAL_OHMS;
    if (isBurstClaim(stated)) return { kind: "burst", run: { code: "burst", loadOhms } };
    return stated.band
      ? {
          kind: "distortion-response",
          run: {
            code: "distortion-over-band",
            band: stated.band,
            // A little more, so that its uncertainty leaves the claim clear.
            powerWatts: Math.ceil(1.03 * stated.powerWatts),
            loadOhms,
          },
        }
      : { kind: "power-sweep", run: { code: "sweep", loadOhms } };
  },
};

/** A run over the whole band covers it; of one tone it is asked where that lies. */
const toneMatch = (band: Band | null, evidence: Evidence) =>
  band &&
  evidence.channels.some(({ curves = [] }) =>
    curves.some(({ name }) => name.startsWith("distortion-")),
  )
    ? ({ condition: "frequency", asked: band, was: band, match: "same" } as const)
    : matchTone(band, { frequencyHz: toneOf(evidence) });

/** Two channels that drive one load between them. */
export const bridgedPowerQuestion: Question<"bridged-power"> = {
  kinds: ["bridged", "power-sweep", "clip-search"],
  promise: ["powerWatts"],
  limit: ({ powerWatts }) => ({ direction: "at-least", value: powerWatts }),
  matches: (stated: Bridged, evidence) => [
    matchLoad(stated.loadOhms ?? USUAL_OHMS, evidence),
    matchTone(null, { frequencyHz: toneOf(evidence) }),
  ],
  read: (stated, asked) =>
    isBridged(asked.evidence)
      ? continuousReading(limitOfPower(stated), stated.loadOhms ?? USUAL_OHMS, asked)
      : [],
  channelsAsked: () => null,
  settledBy: (stated) => ({
    kind: "bridged",
    run: { code: "bridged-sweep", loadOhms: stated.loadOhms ?? USUAL_OHMS },
  }),
};
