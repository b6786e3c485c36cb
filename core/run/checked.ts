import type { Caution } from "../caution";
import { checkNoise, checkSteadyTone, checkToneAtAnyLevel, heldTopsAt, type Shape } from "../check";
import { peakOf } from "../numeric";
import type { Band } from "../distortion";
import type { Finding, Outcome } from "../outcome";
import type { Stimulus } from "../signal";
import { formatHertz } from "../units";
import { clipped } from "./clipped";
import { settledBand } from "./settings";
import type { AnalysisConditions, ChannelResult, Hearing, Recorded, RunKindFacts } from "./types";

/** What is to be said of one channel before it is read: why it cannot be, or what makes its figures doubtful. */
export type ChannelCheck = { refusal: Finding | null; cautions: readonly Caution[] };

/**
 * Looks at a channel of all recordings of a run.
 * A recording that was played on purpose is read whatever it holds, since what became of the tone is what the run is for; one
 * that was made elsewhere is refused where it is none of its kind.
 */
export const checkChannel = (
  { hears, belowClipping }: Pick<RunKindFacts, "hears" | "belowClipping">,
  recordings: readonly Recorded[],
  channel: number,
  { band, settings }: Pick<AnalysisConditions, "band" | "settings">,
): ChannelCheck => {
  const cautions: Caution[] = [];
  const clipped = belowClipping && clippedFinding(belowClipping, recordings, channel);
  if (clipped) return { refusal: clipped, cautions: [] };
  for (const { volts, sampleRateHz, stimulus } of recordings) {
    const samples = volts[channel];
    if (isConstant(samples)) return { refusal: silentResult(channel), cautions: [] };
    // Of a search the levels above the limit are for finding it; the method itself says what became of them.
    if (!hears || (stimulus && (recordings.length > 1 || hears === "tone-at-any-level"))) continue;
    const frequencyHz = stimulus?.kind === "sine" ? stimulus.frequencyHz : null;
    const outcome = CHECKS[hears](samples, sampleRateHz, {
      frequencyHz,
      band: settledBand(settings, band),
    });
    if (outcome.ok) cautions.push(...outcome.value);
    else if (!stimulus)
      return {
        refusal: { ...outcome.finding, where: `Channel ${channel + 1}` },
        cautions: [],
      };
    else
      cautions.push({
        code: "doubtful",
        text: `For the ${frequencyHz === null ? "tone" : `${formatHertz(frequencyHz)} tone`} that was played: ${outcome.finding.advice}`,
        touches: [],
      });
  }
  return { refusal: null, cautions: distinct(cautions) };
};

/** Crest factor of what is played, by which the watts follow from the height that the output holds. */
const CREST: Readonly<Partial<Record<Stimulus["kind"], number>>> = {
  multitone: 3.7,
  "pink-noise": 4,
};
const usualCrest = (shape: Shape): number => (shape === "tone" ? Math.SQRT2 : 2);

/** A channel that is so much weaker than the loudest was not driven: what it holds is another's. */
const IDLE_RATIO = 0.1;

/** Why a run that means something only below clipping is not valid, and at which level to repeat it. */
const clippedFinding = (
  shape: Shape,
  recordings: readonly Recorded[],
  channel: number,
): Finding | null => {
  for (const { volts, loads, stimulus } of recordings) {
    const isIdle = peakOf(volts[channel]) < IDLE_RATIO * Math.max(...volts.map(peakOf));
    const height = isIdle ? null : heldTopsAt(volts[channel], shape);
    if (height === null) continue;
    const crest = (stimulus && CREST[stimulus.kind]) ?? usualCrest(shape);
    return clipped(channel, height, crest, loads[channel]).finding;
  }
  return null;
};

type Check = (
  volts: Float64Array,
  sampleRateHz: number,
  expected: { frequencyHz: number | null; band: Band },
) => Outcome<readonly Caution[]>;

const CHECKS: Readonly<Record<Hearing, Check>> = {
  "one-tone": checkSteadyTone,
  "tone-at-any-level": checkToneAtAnyLevel,
  rest: (volts, sampleRateHz, { band }) =>
    checkNoise(volts, sampleRateHz, { band, isAtRest: true }),
  noise: (volts, sampleRateHz, { band }) =>
    checkNoise(volts, sampleRateHz, { band, isAtRest: false }),
};

const isConstant = (volts: Float64Array): boolean => volts.every((value) => value === volts[0]);

/** Nothing in a channel could be read. */
export const silentResult = (channel: number): Finding => ({
  code: "no-signal",
  where: `Channel ${channel + 1}`,
  advice:
    "it contains no signal: it is silent or has only a constant voltage. Check that the channel is connected and not muted, then record again.",
});

/** The same is said once, of whichever recording first. */
const distinct = (cautions: readonly Caution[]): Caution[] =>
  cautions.filter(
    ({ code }, index) => cautions.findIndex((other) => other.code === code) === index,
  );

/** What is kept of a channel that could not be read beside others that could: the names of their figures, without values. */
export const unread = ({ figures }: ChannelResult, { advice }: Finding): ChannelResult => ({
  figures: figures.map((each) => ({ ...each, value: null, stdUncertainty: null, bound: null })),
  curves: [],
  bursts: [],
  stop: { reason: "not-known", evidence: `It was not analysed: ${advice}`, picture: null },
  summary: `Not read: ${advice}`,
  cautions: [{ code: "not-read", text: `This channel was not analysed: ${advice}`, touches: [] }],
});

/** The result with what was found before; figures that nothing in the recording can tell are left without a value. */
export const withCautions = (
  channel: ChannelResult,
  cautions: readonly Caution[],
): ChannelResult => {
  if (cautions.length === 0) return channel;
  const telling = cautions.filter(
    ({ code, touches }) => code === "few-harmonics" && touches.includes("thd-plus-noise"),
  );
  const unread = telling.flatMap(({ touches }) => touches);
  return {
    ...channel,
    // A sentence about distortion would say it all the same.
    summary: telling[0]?.text ?? channel.summary,
    figures: channel.figures.map((each) =>
      unread.includes(each.name) ? { ...each, value: null, stdUncertainty: null } : each,
    ),
    cautions: [...(channel.cautions ?? []), ...cautions],
  };
};
