import { readClaims, statedText, type ReadClaim } from "@/core/claim";
import type { Claim, ClaimDraft } from "./claim";
import { printedAsSetup } from "./setup";
import type { Sheet } from "./sheet";

/** Names a claim of the sheet by what is printed of it, the same after each reading. */
export const lineKeyOf = ({
  printedText,
  stated,
}: Pick<ReadClaim, "printedText" | "stated">): string => `${printedText}: ${statedText(stated)}`;

/** A claim with its place among the others; a line that is new has no id yet. */
export type PlacedClaim = ClaimDraft & { id: string | null; position: number };

type KeptClaim = Omit<Claim, "amplifierId">;

/**
 * All claims of an amplifier once its sheet says this: those that were written down by themselves, then its lines in their order. A
 * line that is there already stays as it is, with all that the reviewer gave; one that says what was written down before is that
 * claim. Of lines that are gone only those stay that the reviewer has had in hand.
 * @param kept the claims that there are
 */
export const claimsOfSheet = (
  kept: readonly KeptClaim[],
  { text, source }: Pick<Sheet, "text" | "source">,
): PlacedClaim[] => {
  const lines = new Map(readClaims(text).claims.map((line) => [lineKeyOf(line), line]));
  const left = new Set(kept);
  const take = (fits: (claim: KeptClaim) => boolean): KeptClaim | undefined => {
    const found = [...left].find(fits);
    if (found) left.delete(found);
    return found;
  };
  const known = new Map(
    [...lines.keys()].map((key) => [key, take(({ lineKey }) => lineKey === key)]),
  );
  const ofSheet = [...lines].map(([key, line], index): PlacedClaim => {
    const position = index + 1;
    const found = known.get(key) ?? take((claim) => claim.lineKey === null && isOf(claim, line));
    if (!found) return { ...read(line, source), id: null, lineKey: key, position };
    return {
      ...found,
      madeFor: found.madeFor === undefined ? read(line, source).madeFor : found.madeFor,
      source: isInHand(found) ? found.source : source,
      lineKey: key,
      position,
    };
  });
  const byThemselves = [...left].flatMap((claim) =>
    claim.lineKey === null || isInHand(claim) ? [{ ...claim, lineKey: null, position: 0 }] : [],
  );
  return [...byThemselves, ...ofSheet];
};

const read = (
  { printedText, stated, missing, nearest, setup }: ReadClaim,
  source: string,
): Omit<ClaimDraft, "lineKey"> => ({
  printedText,
  source,
  stated,
  missing: [...missing],
  nearest,
  given: {},
  ...(setup && { madeFor: printedAsSetup(setup) }),
  isLeftOut: false,
});

/** The reviewer has changed it, given a condition or left it out: it is no longer just what its line says. */
const isInHand = (claim: KeptClaim): boolean =>
  claim.isLeftOut || Object.keys(claim.given).length > 0 || claim.lineKey !== lineKeyOf(claim);

/** A claim that was completed from a line, or that says just what the line says. */
const isOf = ({ printedText, stated: own }: KeptClaim, { stated, ...line }: ReadClaim): boolean => {
  if (own.kind !== "power" || stated.kind !== "power")
    return printedText === line.printedText && statedText(own) === statedText(stated);
  return (
    own.powerWatts === stated.powerWatts &&
    (printedText === line.printedText ||
      (own.loadOhms === stated.loadOhms &&
        own.channelsDriven === stated.channelsDriven &&
        own.distortionLimitRatio === stated.distortionLimitRatio &&
        own.rating === stated.rating &&
        stated.band === null))
  );
};
