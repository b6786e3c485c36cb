import { dbToAmplitudeRatio } from "@/core/units";
import type { ClaimDraft, ForecastSettings, Supply } from "@/records";

/** What the lines of a sheet say of an amplifier's supply, gain, mass and size. */
export type PrintedDetails = {
  supply: Pick<Supply, "name" | "kind" | "volts" | "amperes"> | null;
  gainRatio: number | null;
  massKilograms: number | null;
  /** In metres, as many as are printed. */
  size: readonly number[] | null;
};

/** The load of a sensitivity that states a power and no load. Common practice. */
const USUAL_OHMS = 8;

const isOf = <Kind extends ClaimDraft["stated"]["kind"]>(
  stated: ClaimDraft["stated"],
  kind: Kind,
): stated is Extract<ClaimDraft["stated"], { kind: Kind }> => stated.kind === kind;

const kindOf = (printed: string): Supply["kind"] => {
  if (/batter|akku|accu/i.test(printed)) return "battery";
  return /switch|smps|schaltnetz/i.test(printed) ? "switched" : "brick";
};

/**
 * What is printed, for the fields that nobody has filled. Supply and gain are taken over; mass and size are only shown there, faintly:
 * in these fields stands what was weighed and measured, and a claim would prove itself.
 */
export const printedDetails = (
  claims: readonly Pick<ClaimDraft, "stated" | "printedText">[],
): PrintedDetails => ({
  supply: supplyIn(claims),
  gainRatio: gainIn(claims),
  massKilograms: firstOf(claims, "mass")?.kilograms ?? null,
  size: firstOf(claims, "size")?.metres ?? null,
});

/** What the lines of a sheet say of a forecast's assumptions: idle consumption is what the rest of the amplifier draws. */
export const printedAssumptions = (
  claims: readonly Pick<ClaimDraft, "stated">[],
): NonNullable<ForecastSettings["printed"]> => {
  for (const { stated } of claims)
    if (isOf(stated, "consumption") && stated.state === "idle")
      return { houseKeepingWatts: stated.mostWatts };
  return {};
};

const firstOf = <Kind extends ClaimDraft["stated"]["kind"]>(
  claims: readonly Pick<ClaimDraft, "stated">[],
  kind: Kind,
): Extract<ClaimDraft["stated"], { kind: Kind }> | null => {
  for (const { stated } of claims) if (isOf(stated, kind)) return stated;
  return null;
};

const supplyIn = (
  claims: readonly Pick<ClaimDraft, "stated" | "printedText">[],
): PrintedDetails["supply"] => {
  for (const { stated, printedText } of claims)
    if (isOf(stated, "supply"))
      return {
        name: "as printed",
        kind: kindOf(printedText),
        volts: stated.volts,
        amperes: stated.amperes,
      };
  return null;
};

/** The gain that is printed, or the one that a sensitivity with its power comes to: volts out over volts in. Closed form. */
const gainIn = (claims: readonly Pick<ClaimDraft, "stated">[]): number | null => {
  for (const { stated } of claims)
    if (isOf(stated, "gain")) return dbToAmplitudeRatio(stated.gainDb);
  for (const { stated } of claims)
    if (isOf(stated, "sensitivity") && stated.powerWatts !== null)
      return Math.sqrt(stated.powerWatts * USUAL_OHMS) / stated.volts;
  return null;
};
