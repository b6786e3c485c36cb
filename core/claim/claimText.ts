import { formatPercent, formatSignificant } from "../units";
import type { PowerClaim, PowerLimit } from "./types";

/**
 * The claim in the words used everywhere: "50 W per channel into 8 Ω, both channels driven, at 0.5 % THD+N".
 * Definition: the conditions that the United States rule asks beside a power. @see 16 CFR 432; from memory
 */
export const claimText = (claim: PowerClaim): string =>
  `${trimmed(claim.powerWatts)} W per channel into ${trimmed(claim.loadOhms)} Ω, ${drivenText(claim.channelsDriven)}, at ${limitText(claim)}`;

/** "0.5 % THD+N" */
export const limitText = ({ distortionLimitRatio, distortionMeasure }: PowerLimit): string =>
  `${formatPercent(distortionLimitRatio, 3)
    .replace(/(\.\d*?)0+ /, "$1 ")
    .replace(". ", " ")} ${measureText(distortionMeasure)}`;

/**
 * "THD" or "THD+N"
 * Definition: THD over the fundamental, THD+N over the total. @see IEC 60268-3; from memory
 */
export const measureText = (measure: PowerClaim["distortionMeasure"]): string =>
  measure === "thd" ? "THD" : "THD+N";

/** "one channel driven", "both channels driven", "5 channels driven" */
export const drivenText = (count: number): string => {
  const few = ["no channel", "one channel", "two channels"][count];
  return `${few ?? `${count} channels`} driven`;
};

const trimmed = (value: number): string => String(Number(formatSignificant(value, 5)));
