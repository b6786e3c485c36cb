import { claimedWatts } from "@/core/claim";
import { isNearLoad } from "@/core/power";
import { RUN_KINDS } from "@/core/run";
import { powerAtClipOnset, outputWithin } from "@/core/sweep";
import { formatShort, formatSignificant } from "@/core/units";
import type { Evidence, EvidenceChannel } from "@/core/verdict";
import type { StatedPower } from "@/records";

/** What the amplifier was found to give into a load, its weakest channel. */
export type FoundLimit = { nominalOhms: number; channelsDriven: number; watts: number };

/** What a sweep found on its weakest channel; null where it is none, or did not get so far. */
export const foundIn = (channels: readonly Pick<EvidenceChannel, "levels">[]): number | null => {
  const limits = channels.map(limitOf);
  const known = limits.flatMap((limit) => limit ?? []);
  return known.length > 0 && known.length === limits.length ? Math.min(...known) : null;
};

/** No amplifier gives more: what says so is no reading. */
const MOST_WATTS = 1e6;

/** Beyond one percent, or where the tops flatten, output ends. Common practice. */
const limitOf = ({ levels = [] }: Pick<EvidenceChannel, "levels">): number | null => {
  if (levels.length < 2) return null;
  const reached = [outputWithin(levels, 0.01, "thd-plus-noise"), powerAtClipOnset(levels)].flatMap(
    (found) =>
      found.status === "reached" && found.powerWatts < MOST_WATTS ? [found.powerWatts] : [],
  );
  return reached.length > 0 ? Math.min(...reached) : null;
};

/**
 * What sweeps have found at each load with so many channels driven, the newest of each. A rehearsal counts here: it is about the
 * bench that plays next, and the smaller level is the safer one.
 */
export const foundLimits = (evidence: readonly Evidence[]): FoundLimit[] => {
  const found = new Map<string, FoundLimit>();
  for (const run of evidence.toSorted((a, b) => (a.takenAt < b.takenAt ? -1 : 1))) {
    const { kind, nominalOhms, channelsDriven, channels } = run;
    const watts = foundIn(channels);
    const isUsual = run.setting === "" && run.supply === "" && !run.connection && !run.unrecorded;
    if (RUN_KINDS[kind].isBridged || !isUsual || watts === null) continue;
    found.set(`${nominalOhms}/${channelsDriven}`, { nominalOhms, channelsDriven, watts });
  }
  return [...found.values()];
};

/**
 * The claims that are about an amplifier set up so; where none is, those about it as supplied, and without any of these all.
 * @param setting as lists name it
 */
export const claimsMadeFor = <Power extends Pick<StatedPower, "setting">>(
  setting: string,
  claims: readonly Power[],
): readonly Power[] => {
  const own = claims.filter((claim) => (claim.setting ?? "") === setting);
  const asSupplied = claims.filter((claim) => claim.setting === undefined);
  return [own, asSupplied, claims].find((some) => some.length > 0) ?? [];
};

/** The full level of a run into a load: the smaller of what is claimed and what was found. Null where neither is known. */
export type TakenLevel = { watts: number; from: "claim" | "found"; text: string };

export const takenLevel = (
  ohms: number,
  claims: readonly Pick<StatedPower, "powerWatts" | "loadOhms">[],
  found: readonly FoundLimit[],
  isBridged = false,
): TakenLevel | null => {
  const claimed = claimedWatts(ohms, claims, isBridged);
  // What single outputs were found to give says nothing of a bridge.
  const known = isBridged ? [] : found.filter(({ nominalOhms }) => isNearLoad(nominalOhms, ohms));
  const least = known.length > 0 ? Math.min(...known.map(({ watts }) => watts)) : null;
  const into = `into ${formatShort(ohms)} Ω`;
  if (least !== null && (claimed === null || least < claimed))
    return {
      watts: least,
      from: "found",
      text: `Full level here is the ${formatSignificant(least, 3)} W ${into} that a sweep found; ${claimed === null ? "there is no claim" : `the claimed ${formatShort(claimed)} W would clip`}.`,
    };
  return claimed === null
    ? null
    : {
        watts: claimed,
        from: "claim",
        text: `Full level here is the claimed ${formatShort(claimed)} W ${into}.`,
      };
};
