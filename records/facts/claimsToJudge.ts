import { claimText, completedClaim, readClaims, statedText } from "@/core/claim";
import type { AmplifierFacts, ClaimToJudge } from "@/core/verdict";
import { powerClaim, type Amplifier, type Claim, type Details, type Sheet } from "@/records";

/** A claim with what the screens say of it. */
export type JudgedText = {
  /** Its id, or its line of the sheet: the same after each reading of the sheet. */
  key: string;
  /** In the words of the job. */
  words: string;
  source: string;
  claim: ClaimToJudge;
};

/** What the amplifier's record has of claims and of what is weighed and measured. */
export type ClaimRecords = {
  amplifier: Pick<Amplifier, "channelCount">;
  claims: readonly Claim[];
  sheet: Pick<Sheet, "text" | "source"> & Partial<Pick<Sheet, "filledIn">>;
  details: Pick<Details, "massKilograms" | "size">;
};

/** Conditions of a claim that its printed line does not say: the reviewer's own. */
const filledInOf = (claim: Claim): readonly string[] =>
  readClaims(claim.printedText).claims.find(
    ({ stated }) => stated.kind === "power" && stated.powerWatts === claim.powerWatts,
  )?.missing ?? [];

const ofRecord = (claim: Claim): JudgedText => ({
  key: claim.id,
  words: claimText(powerClaim(claim)),
  source: claim.source,
  claim: {
    printedText: claim.printedText,
    stated: { ...powerClaim(claim), band: null },
    missing: [],
    nearest: null,
    filledIn: filledInOf(claim),
  },
});

/** A line that was completed as a claim of its own is that claim; so is one that says just the same. */
const isTaken = ({ printedText, stated }: ClaimToJudge, claims: readonly Claim[]): boolean =>
  stated.kind === "power" &&
  claims.some(
    (claim) =>
      claim.powerWatts === stated.powerWatts &&
      (claim.printedText === printedText ||
        (claim.loadOhms === stated.loadOhms &&
          claim.channelsDriven === stated.channelsDriven &&
          claim.distortionLimitRatio === stated.distortionLimitRatio &&
          stated.band === null &&
          stated.rating === undefined)),
  );

/** Names a claim of the sheet by what is printed of it, the same after each reading. */
export const lineKey = ({
  printedText,
  stated,
}: Pick<ClaimToJudge, "printedText" | "stated">): string => `${printedText}: ${statedText(stated)}`;

/** Every claim of an amplifier: those that were written down with all their conditions, then the lines of its sheet. */
export const claimsToJudge = ({ claims, sheet }: ClaimRecords): JudgedText[] => {
  const lines = readClaims(sheet.text)
    .claims.filter((line) => !isTaken(line, claims) && line.stated.kind !== "supply")
    .map((line) => {
      const key = lineKey(line);
      const claim = completedClaim(line, sheet.filledIn?.[key] ?? {});
      return { key, words: statedText(claim.stated), source: sheet.source, claim };
    });
  return [...claims.map(ofRecord), ...lines];
};

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
  claims: claimsToJudge(records).map(({ claim }) => claim),
});
