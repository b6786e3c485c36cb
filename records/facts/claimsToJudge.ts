import { claimText, completedClaim, readClaims, statedText } from "@/core/claim";
import type { AmplifierFacts, ClaimToJudge } from "@/core/verdict";
import {
  lineKeyOf,
  type Amplifier,
  type Claim,
  type ClaimDraft,
  type Details,
  type SetupDetails,
} from "@/records";
import { madeForOf, madeForText } from "./setup";

/** A claim with what the screens say of it. */
export type JudgedText = {
  /** Its id. */
  key: string;
  /** In the words of the job. */
  words: string;
  source: string;
  /** What it is made for, as lists name settings; empty for the amplifier as supplied. */
  setting: string;
  claim: ClaimToJudge;
};

/** What the amplifier's record has of claims and of what is weighed and measured. */
export type ClaimRecords = {
  amplifier: Pick<Amplifier, "channelCount">;
  claims: readonly Claim[];
  details: Pick<Details, "massKilograms" | "size"> & SetupDetails;
};

/** Conditions of a claim that was written down in a form, and that its printed line does not say: the reviewer's own. */
const filledInOf = (claim: ClaimDraft): readonly string[] => {
  const { printedText, stated } = claim;
  if (claim.lineKey === lineKeyOf(claim)) return [];
  const printed = readClaims(printedText).claims.find(
    (line) =>
      line.stated.kind === stated.kind &&
      (line.stated.kind !== "power" ||
        stated.kind !== "power" ||
        line.stated.powerWatts === stated.powerWatts),
  );
  return printed?.missing ?? [];
};

/** A claim as the judge takes it: what was read, with what the reviewer gives, distinguished from what is printed. */
export const claimToJudge = (claim: ClaimDraft, details: SetupDetails): ClaimToJudge => {
  const completed = completedClaim(claim, claim.given);
  const { printedText, stated, missing, nearest } = completed;
  const filledIn = [...new Set([...completed.filledIn, ...filledInOf(claim)])].filter(
    (condition) => !missing.includes(condition),
  );
  return {
    printedText,
    stated,
    missing,
    nearest,
    filledIn,
    ...(claim.madeFor && { madeFor: madeForOf(claim.madeFor, details) }),
  };
};

/** A continuous power in the words of the job where it is complete; anything else as far as it is stated. */
export const claimWords = ({ stated }: Pick<ClaimToJudge, "stated">): string => {
  if (stated.kind !== "power" || stated.rating !== undefined || stated.band !== null)
    return statedText(stated);
  const { loadOhms, channelsDriven, distortionLimitRatio, distortionMeasure } = stated;
  return loadOhms === null || channelsDriven === null || distortionLimitRatio === null
    ? statedText(stated)
    : claimText({
        kind: "power",
        powerWatts: stated.powerWatts,
        loadOhms,
        channelsDriven,
        distortionLimitRatio,
        distortionMeasure: distortionMeasure ?? "thd",
      });
};

/** Every claim of an amplifier that is to be judged; a supply is a condition of the others. */
export const claimsToJudge = ({
  claims,
  details,
}: Pick<ClaimRecords, "claims" | "details">): JudgedText[] =>
  claims
    .filter(({ isLeftOut, stated }) => !isLeftOut && stated.kind !== "supply")
    .map((each) => {
      const claim = claimToJudge(each, details);
      const setting = each.madeFor ? madeForText(each.madeFor, details) : "";
      const named = setting && `with ${setting.replace(/^supply:\s*/i, "")}`;
      const words = [claimWords(claim), named].filter(Boolean).join(", ");
      return { key: each.id, words, source: each.source, setting, claim };
    });

/** Edges of a size as it was typed, in metres: "430 × 120 × 310 mm". Empty where it does not say them. */
const sizeIn = (text: string): readonly number[] => {
  const [read] = readClaims(`Dimensions ${text}`).claims;
  return read?.stated.kind === "size" ? read.stated.metres : [];
};

/** What the judge knows of an amplifier beside its runs. */
export const amplifierFacts = (records: ClaimRecords): AmplifierFacts => ({
  channelCount: records.amplifier.channelCount,
  massKilograms: records.details.massKilograms,
  sizeMetres: sizeIn(records.details.size),
  ...(records.details.supplies.length > 0 && { knowsSupplies: true as const }),
  claims: claimsToJudge(records).map(({ claim }) => claim),
});
