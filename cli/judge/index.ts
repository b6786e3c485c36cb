import { readFileSync } from "node:fs";
import {
  completedClaim,
  readClaims,
  statedText,
  type FilledIn,
  type ReadClaim,
} from "@/core/claim";
import { powerRatioToDb } from "@/core/units";
import {
  recommendedRating,
  judge,
  ratingsByMethod,
  type AmplifierFacts,
  type ClaimToJudge,
  type ClaimFinding,
  type Verdict,
} from "@/core/verdict";
import {
  budgetShares,
  conditionTexts,
  contradictionText,
  differencesText,
  evidenceReasonText,
  headlineText,
  improvementText,
  noteText,
  placeText,
  ratingMethodLabel,
  ratingMethodSource,
  recommendedRatingSentence,
  settlingText,
  simulatedText,
  verdictHeadline,
} from "@/phrasing";
import { isStated } from "@/records";
import { UsageError } from "../arguments";
import { checkedCase, type CaseFile } from "./caseFile";
import { evidenceOf } from "./evidence";
import { madeForIn } from "./madeFor";

/** The `judge` command: claims, an amplifier and its runs from one file. @returns the verdicts, without any database */
export const judgeCase = async (words: readonly string[]): Promise<object> => {
  if (words.length !== 1)
    throw new UsageError("give one case: judge CASE.json (see cli/README.md)");
  const [path] = words;
  const content = await checkedCase(parsed(path));
  const { claims, unread } = claimsOf(content);
  const evidence = await evidenceOf(content, path);
  const facts: AmplifierFacts = {
    channelCount: content.amplifier.channels,
    massKilograms: content.amplifier.massKilograms ?? null,
    sizeMetres: content.amplifier.sizeMetres ?? [],
    ...(content.amplifier.supply !== undefined && { knowsSupplies: true as const }),
    claims,
  };
  const { channelCount } = facts;
  const ratings = ratingsByMethod(evidence, facts);
  const rating = recommendedRating(ratings, content.amplifier.channels);
  return {
    claims: claims.map((claim) =>
      printedVerdict(claim, judge(claim, evidence, facts), channelCount),
    ),
    unread,
    schools: ratings.map(({ limit, ...each }) => ({
      ...each,
      label: ratingMethodLabel(each.name, limit),
      source: ratingMethodSource(each.name),
    })),
    honestRating: rating && {
      powerWatts: rating.powerWatts,
      school: rating.method,
      sentence: recommendedRatingSentence(rating, channelCount),
    },
  };
};

const parsed = (path: string): unknown => {
  let text: string;
  try {
    text = readFileSync(path, "utf8");
  } catch {
    throw new UsageError(`cannot read ${path}; check the name and that it is a file`);
  }
  try {
    return JSON.parse(text);
  } catch {
    throw new UsageError(`${path} is no JSON; check its commas and quotes`);
  }
};

/** Lines are read as a sheet is; what the reviewer filled in takes the place of what a line leaves out. */
const claimsOf = (content: CaseFile) => {
  const { claims } = content;
  const lines = typeof claims === "string" ? [claims] : claims;
  const text = lines.map((line) => (typeof line === "string" ? line : line.text)).join("\n");
  const said = new Map(
    lines.flatMap((line) => (typeof line === "string" ? [] : [[line.text.trim(), line]])),
  );
  const read = readClaims(text);
  return {
    claims: read.claims.map((claim): ClaimToJudge => {
      const own = said.get(claim.printedText);
      const madeFor = madeForIn(claim, own ?? {}, content);
      return { ...completed(claim, own?.filledIn ?? {}), ...(madeFor && { madeFor }) };
    }),
    unread: read.unread,
  };
};

/** Only what a line leaves out can be filled in. @throws {UsageError} on a name that the claim has not, or that is printed */
const completed = (claim: ReadClaim, filledIn: FilledIn): ClaimToJudge => {
  const names = Object.keys(filledIn);
  if (names.length === 0) return claim;
  const known = claim.stated as Record<string, unknown>;
  const open = Object.keys(known).filter((name) => known[name] === null);
  const made = completedClaim(claim, filledIn);
  if (names.some((name) => !open.includes(name)) || !isStated(made.stated))
    throw new UsageError(
      `filledIn of "${claim.printedText}" names ${names.join(", ")}; the line leaves open ${open.join(", ") || "nothing"}, in SI units and ratios`,
    );
  return made;
};

const printedVerdict = (
  claim: ClaimToJudge,
  verdict: Verdict,
  channelCount: number | null,
): object => {
  const { finding, asPrinted, ...rest } = verdict;
  const judged = { claim, channelCount };
  return {
    printedText: claim.printedText,
    stated: claim.stated,
    inWords: statedText(claim.stated),
    missing: claim.missing,
    filledIn: claim.filledIn ?? [],
    madeFor: claim.madeFor ?? null,
    outcome: rest.outcome,
    probability: rest.probability === null ? null : Number(rest.probability.toFixed(6)),
    reading: finding && printedReading(finding),
    readingAsPrinted: asPrinted && printedReading(asPrinted),
    margin: finding && printedMargin(finding),
    budget: finding ? budgetShares(finding.reading.budget) : [],
    evidence: rest.evidence.map(({ matches, why, ...note }) => ({
      ...note,
      matches: matches.map((match) => ({ ...match, ...conditionTexts(match) })),
      why: why && evidenceReasonText(why),
    })),
    conflicts: rest.conflicts.map((conflict) => ({
      runIds: conflict.runIds,
      differs: differencesText(conflict.differs),
      sentence: contradictionText(conflict),
    })),
    rehearsed: rest.rehearsed && {
      outcome: rest.rehearsed.outcome,
      sentence: simulatedText(judged, rest.rehearsed),
    },
    nearest: rest.nearest,
    lever: rest.lever && improvementText(rest.lever),
    wouldSettle: rest.wouldSettle && {
      kind: rest.wouldSettle.kind,
      text: settlingText(rest.wouldSettle.run),
      loadOhms: rest.wouldSettle.loadOhms,
      channelsDriven: rest.wouldSettle.channelsDriven,
    },
    sentence: headlineText(verdictHeadline(judged, verdict)),
  };
};

const printedReading = (finding: ClaimFinding) => {
  const { reading, expandedUncertainty, channelIndex, evidence, limit } = finding;
  return {
    value: reading.value,
    quantity: reading.quantity,
    expandedUncertainty,
    between: reading.between,
    bound: reading.bound,
    limit,
    channel: channelIndex,
    run: evidence.id,
    where: placeText(finding),
    notes: reading.notes.flatMap((note) => noteText(note) ?? []),
  };
};

const printedMargin = ({ reading, limit, margin }: ClaimFinding) => ({
  value: margin,
  quantity: reading.quantity,
  ratio: limit.value === 0 ? null : margin / Math.abs(limit.value),
  db:
    reading.quantity === "watts" && limit.value > 0 && reading.value > 0
      ? powerRatioToDb(reading.value / limit.value)
      : null,
});
