import type { StatedClaim, ReadClaim } from "@/core/claim";
import { isDoubtful } from "@/core/caution";
import { RUN_KINDS, type ChannelResult, type Figure, type RunKind } from "@/core/run";
import { COVERAGE_FACTOR } from "@/core/power";
import { amplitudeRatioToDb, dbToAmplitudeRatio } from "@/core/units";
import { judgeLimit, judgeResponse, limitOf, worstOf, type VerdictStatus } from "@/core/verdict";

/** A span that a curve should stay within; null on a side that is free. In the units of the curve. */
export type ClaimBand = {
  lowX: number;
  highX: number;
  lowY: number | null;
  highY: number | null;
  label: string;
  /** Beyond its highest x nothing is claimed: the limit ends in a corner. */ isCorner?: true;
};

/** A printed claim that a run can be held against, and how it comes out; `band` is drawn on the chart of level. */
export type ClaimMark = {
  text: string;
  status: VerdictStatus | null;
  /** What the claim leaves out, and what it was held against all the same. */ note: string | null;
  band: ClaimBand | null;
};

/** The figure that a claim is held against, in its own unit: decibels for levels, ratios for distortion. */
const figureFor = (stated: StatedClaim, figures: readonly Figure[]): Figure | null => {
  const named = (test: (name: string) => boolean) =>
    figures.find(({ name, value }) => value !== null && test(name)) ?? null;
  switch (stated.kind) {
    case "noise":
      // A ratio printed without its reference is against rated output. Common practice, and the kindest reading.
      return (
        (stated.referenceWatts === 1
          ? null
          : named((name) => name === `snr-${stated.weighting}-reRated`)) ??
        named((name) => name === `snr-${stated.weighting}-reOneWatt`)
      );
    case "crosstalk":
      return (
        named((name) => name === `at-${stated.frequencyHz ?? 1000}`) ??
        named((name) => name === "worst")
      );
    case "damping-factor":
      return named((name) => name === `damping-${stated.frequencyHz ?? 1000}`);
    case "gain":
      return named((name) => name.startsWith("gain"));
    case "distortion":
      return named((name) => name === stated.measure);
    default:
      return null;
  }
};

/** The figure's value in the claim's unit, and the half width of about 95 %. */
const inClaimUnit = (
  { quantity, value, stdUncertainty }: Figure,
  kind: StatedClaim["kind"],
): [number, number] => {
  const ratio = value ?? 0,
    expanded = COVERAGE_FACTOR * (stdUncertainty ?? 0);
  if (quantity !== "level-ratio") return [ratio, expanded];
  const db = amplitudeRatioToDb(ratio);
  // Crosstalk is printed as how far it is down.
  return [
    kind === "crosstalk" ? -db : db,
    ratio > 0 ? amplitudeRatioToDb(1 + expanded / ratio) : 0,
  ];
};

/** The first printed claim that this run speaks to, or null. All channels must meet it. */
export const claimMark = (
  kind: RunKind,
  channels: readonly ChannelResult[],
  claims: readonly ReadClaim[],
): ClaimMark | null => {
  const read = claims.find(({ stated }) => stated.kind === RUN_KINDS[kind].speaksTo);
  if (!read) return null;
  const { stated, printedText } = read;
  if (stated.kind === "response") return responseMark(stated, read, channels);
  const limit = limitOf(stated);
  if (!limit) return null;
  const found = channels.flatMap(({ figures }) => figureFor(stated, figures) ?? []);
  const judged = found.map((figure) => judgeLimit(...inClaimUnit(figure, stated.kind), limit));
  const isOpen = channels.some(({ figures, cautions = [] }) => {
    const figure = figureFor(stated, figures);
    return figure !== null && figure !== undefined && isDoubtful(cautions, figure.name);
  });
  const band =
    stated.kind === "crosstalk"
      ? {
          lowX: stated.frequencyHz ?? 20,
          highX: stated.frequencyHz ? stated.frequencyHz * 1.02 : 20_000,
          lowY: null,
          highY: dbToAmplitudeRatio(-stated.leastDb),
          label: `claim: −${stated.leastDb} dB`,
        }
      : null;
  return {
    text: printedText,
    // A doubtful figure neither proves nor disproves.
    status: isOpen && judged.length > 0 ? "within-uncertainty" : worstOf(judged),
    note: isOpen
      ? "The reading is doubtful, as said beside it: it proves nothing."
      : noteOf(read.missing, found[0]?.label ?? null),
    band,
  };
};

const noteOf = (missing: readonly string[], heldAgainst: string | null): string | null =>
  missing.length === 0
    ? null
    : `It leaves out ${missing.join(" and ")}${heldAgainst === null ? "" : `; held here against “${heldAgainst}”`}.`;

const responseMark = (
  { band, upDb, downDb }: Extract<StatedClaim, { kind: "response" }>,
  { printedText, missing }: ReadClaim,
  channels: readonly ChannelResult[],
): ClaimMark => {
  const drawn = {
    lowX: band.lowHz,
    highX: band.highHz,
    lowY: downDb === null ? null : dbToAmplitudeRatio(-downDb),
    highY: upDb === null ? null : dbToAmplitudeRatio(upDb),
    label: `claim: ${upDb === null ? "" : `+${upDb}/`}${downDb === null ? "" : `−${downDb} dB`}`,
  };
  const judged = channels.flatMap(({ curves }) => {
    const points = curves.find(({ name }) => name.startsWith("magnitude"))?.points ?? [];
    const inside = points.filter(
      ([hertz]) => hertz >= 0.99 * band.lowHz && hertz <= 1.01 * band.highHz,
    );
    if (
      inside.length < 2 ||
      points[0][0] > 1.01 * band.lowHz ||
      points[points.length - 1][0] < 0.99 * band.highHz
    )
      return [];
    const ratios = inside.map(([, ratio]) => ratio);
    return [
      judgeResponse(
        {
          lowestRatio: Math.min(...ratios),
          lowestHz: 0,
          highestRatio: Math.max(...ratios),
          highestHz: 0,
        },
        upDb,
        downDb,
        0.05,
      ),
    ];
  });
  return { text: printedText, status: worstOf(judged), note: noteOf(missing, null), band: drawn };
};
