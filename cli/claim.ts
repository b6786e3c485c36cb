import { readClaims, testablePower } from "@/core/claim";
import { UsageError } from "./arguments";

/** The `claim` command: reads specification text line by line. @returns the claims and the lines that are none */
export const claim = (words: readonly string[]): object => {
  const text = words.join(" ").trim();
  if (text === "")
    throw new UsageError(
      'give the printed text: claim "50 W per channel into 8 ohms, both channels driven, 0.1 % THD"',
    );
  const { claims, unread } = readClaims(text);
  return {
    claims: claims.map((read) => ({
      ...read,
      testable: read.missing.length === 0,
      powerClaim: testablePower(read),
    })),
    unread,
  };
};
