import { object, string, type InferType } from "yup";
import type { PowerClaim } from "@/core/claim";
import { quantity } from "./quantity";
import { trimmed } from "./text";
import { revision } from "./revision";

/** A published claim of power: the words as printed, and the conditions that make it testable. */
export const claimSchema = object({
  revision: revision(),
  printedText: trimmed().max(500, "Keep it under 500 characters.").defined(),
  source: trimmed().max(200, "Keep the source under 200 characters.").defined(),
  powerWatts: quantity("Give the claimed power in watts, such as 50.")
    .positive("Power must be above zero.")
    .max(100_000, "That is more than 100 kW; check the number."),
  loadOhms: quantity("Give the load in ohms, such as 8.")
    .positive("The load must be above zero ohms.")
    .min(0.1, "A load under 0.1 Ω is a short circuit.")
    .max(10_000, "That load is too high for a power claim."),
  channelsDriven: quantity("Say how many channels are driven.")
    .integer("Channels come in whole numbers.")
    .min(1, "At least one channel is driven.")
    .max(16, "Up to 16 channels can be driven."),
  distortionLimitRatio: quantity("Give the distortion limit, such as 0.1 %.")
    .moreThan(0, "The limit must be above zero.")
    .max(1, "The limit cannot be above 100 %."),
  distortionMeasure: string()
    .oneOf(["thd", "thd-plus-noise"] as const)
    .required("Choose THD or THD+N."),
});

export type ClaimDraft = InferType<typeof claimSchema>;
export type Claim = ClaimDraft & { id: string; amplifierId: string };

/** The claim as the core judges it. */
export const powerClaim = (claim: ClaimDraft): PowerClaim => ({
  kind: "power",
  powerWatts: claim.powerWatts,
  loadOhms: claim.loadOhms,
  channelsDriven: claim.channelsDriven,
  distortionLimitRatio: claim.distortionLimitRatio,
  distortionMeasure: claim.distortionMeasure,
});
