import { array, mixed, object, string, type InferType } from "yup";
import { multiplierIn, type PowerClaim, type ReadClaim, type StatedClaim } from "@/core/claim";
import type { Band } from "@/core/distortion";
import { BURST_KINDS, type BurstName } from "@/core/signal";
import { MOST } from "./limits";
import { optionalQuantity, quantity } from "./quantity";
import { revision } from "./revision";
import { setupSchema, type Setup } from "./setup";
import { isStated } from "./stated";
import { trimmed } from "./text";

const printed = () => trimmed().max(1000, "Keep it under 1000 characters.").defined();
const source = () => trimmed().max(200, "Keep the source under 200 characters.").defined();

/** What a printed power is, as the form names it: each is tested by another run. */
export const POWER_KINDS = [
  "continuous",
  "burst",
  "music",
  "peak",
  "maximum",
  "total",
  "bridged",
] as const;

const bandEdge = (what: string) =>
  optionalQuantity(`Enter the ${what} frequency in hertz, or leave both empty.`)
    .positive("It must be above zero.")
    .max(MOST.hertz, "Check the number.");

/** A power with all that makes it testable, as the form takes it. */
export const powerFormSchema = object({
  revision: revision(),
  printedText: printed(),
  source: source(),
  powerWatts: quantity("Enter the claimed power in watts, such as 50.")
    .positive("Power must be above zero.")
    .max(100_000, "This is more than 100 kW; check the number."),
  loadOhms: quantity("Enter the load in ohms, such as 8.")
    .positive("The load must be above zero ohms.")
    .min(0.1, "A load under 0.1 Ω is a short circuit.")
    .max(10_000, "That load is too high for a power claim."),
  channelsDriven: quantity("Enter how many channels are driven.")
    .integer("Enter a whole number of channels.")
    .min(1, "At least one channel must be driven.")
    .max(16, "Up to 16 channels can be driven."),
  distortionLimitRatio: quantity("Enter the distortion limit, such as 0.1 %.")
    .moreThan(0, "The limit must be above zero.")
    .max(1, "The limit cannot be above 100 %."),
  distortionMeasure: string()
    .oneOf(["thd", "thd-plus-noise"] as const)
    .required("Choose THD or THD+N."),
  powerKind: string()
    .oneOf([...POWER_KINDS])
    .optional(),
  /** Which burst; the customary one where it is empty. */
  burst: string()
    .oneOf(["", ...(Object.keys(BURST_KINDS) as BurstName[])])
    .optional(),
  bandLowHz: bandEdge("lowest"),
  bandHighHz: bandEdge("highest").when("bandLowHz", ([low], schema) =>
    typeof low === "number"
      ? schema
          .required("Enter the highest frequency in hertz, or leave both empty.")
          .moreThan(low, "It must be above the lowest frequency.")
      : schema.test(
          "both",
          "Enter the lowest frequency in hertz, or leave both empty.",
          (value) => value === null || value === undefined,
        ),
  ),
  madeFor: setupSchema.nullable().optional().default(undefined),
});

type WholePowerForm = InferType<typeof powerFormSchema>;
/** What was added to the form later may be left out: a continuous power of the amplifier as supplied. */
type Added = "powerKind" | "burst" | "bandLowHz" | "bandHighHz" | "madeFor";
export type PowerForm = Omit<WholePowerForm, Added> & Partial<Pick<WholePowerForm, Added>>;

/** Kinds of power that only bursts show. */
export const isInBursts = (powerKind: string | undefined): boolean =>
  ["burst", "music", "peak"].includes(powerKind ?? "");

/** The claim that a form of a power makes. @param lineKey the line of the sheet that it completes */
export const powerDraft = (form: PowerForm, lineKey: string | null = null): ClaimDraft => ({
  ...(form.revision === undefined ? {} : { revision: form.revision }),
  printedText: form.printedText,
  source: form.source,
  stated: statedIn(form),
  missing: [],
  nearest: null,
  given: {},
  lineKey,
  ...(form.madeFor === undefined ? {} : { madeFor: form.madeFor }),
  isLeftOut: false,
});

const statedIn = ({
  powerWatts,
  loadOhms,
  channelsDriven,
  distortionLimitRatio,
  distortionMeasure,
  powerKind = "continuous",
  burst,
  bandLowHz,
  bandHighHz,
}: PowerForm): StatedClaim => {
  const common = { powerWatts, loadOhms, distortionLimitRatio, distortionMeasure };
  if (powerKind === "bridged") return { kind: "bridged-power", ...common };
  return {
    kind: "power",
    ...common,
    channelsDriven,
    band: bandLowHz && bandHighHz ? { lowHz: bandLowHz, highHz: bandHighHz } : null,
    ...(powerKind === "continuous" ? {} : { rating: powerKind }),
    ...(burst && isInBursts(powerKind) ? { burst } : {}),
  };
};

/**
 * A claim of a power as its form takes it, what is missing filled in as is usual; null for every other kind of claim.
 * @param channelCount of the amplifier
 */
export const powerFormOf = (claim: ClaimDraft, channelCount: number): PowerForm | null => {
  const { stated, given, printedText, source, madeFor, revision: kept } = claim;
  if (stated.kind !== "power" && stated.kind !== "bridged-power") return null;
  const { powerWatts, loadOhms, distortionLimitRatio, distortionMeasure } = stated;
  return {
    revision: kept,
    printedText,
    source,
    powerWatts,
    loadOhms: loadOhms ?? given.loadOhms ?? USUAL.loadOhms,
    distortionLimitRatio:
      distortionLimitRatio ?? given.distortionLimitRatio ?? USUAL.distortionLimitRatio,
    distortionMeasure: distortionMeasure ?? "thd-plus-noise",
    ...perChannel(claim, channelCount),
    madeFor,
  };
};

/** What a power has that is said of each channel; of a bridged pair the rest. */
const perChannel = ({ stated, given, printedText }: ClaimDraft, channelCount: number) => {
  const power = stated.kind === "power" ? stated : null;
  const driven =
    power?.channelsDriven ?? given.channelsDriven ?? multiplierIn(printedText) ?? channelCount;
  return {
    channelsDriven: Math.min(channelCount, driven),
    powerKind: power ? (power.rating ?? ("continuous" as const)) : ("bridged" as const),
    burst: power?.burst ?? ("" as const),
    ...edgesOf(power?.band ?? null),
  };
};

const edgesOf = (band: Band | null) => ({
  bandLowHz: band?.lowHz ?? null,
  bandHighHz: band?.highHz ?? null,
});

/** Conditions that a line leaves out and the reviewer gives, by the name of their field: numbers in SI units and ratios. */
export type Given = Readonly<Record<string, number>>;

const MOST_GIVEN = 10;

const isGiven = (value: unknown): value is Given =>
  typeof value === "object" &&
  value !== null &&
  !Array.isArray(value) &&
  Object.keys(value).length <= MOST_GIVEN &&
  Object.entries(value).every(
    ([name, each]) =>
      typeof each === "number" &&
      each > 0 &&
      each <= MOST.figure &&
      (name !== "channelsDriven" || Number.isInteger(each)),
  );

/** Until the table of claims took every kind, briefs held powers as their form has them. */
const ofFormerBrief = (value: unknown, original: unknown): unknown =>
  typeof original === "object" && original !== null && "powerWatts" in original
    ? powerDraft(original as PowerForm)
    : value;

/** A published claim of any kind: the words as printed, what was read of them, and what the reviewer gives where they are silent. */
export const claimSchema = object({
  revision: revision(),
  // A sheet may be one long line.
  printedText: trimmed().max(20_000, "Keep it under 20,000 characters.").defined(),
  source: source(),
  stated: mixed<StatedClaim>(isStated).required("This kind of claim is unknown."),
  missing: array().of(string().max(300).defined()).max(20).required().default([]),
  nearest: string().max(1000).nullable().defined().default(null),
  given: mixed<Given>()
    .test("given", "what is given must be numbers above zero by their names", isGiven)
    .required()
    .default({}),
  /** Names its line of the sheet; null where it was written down by itself. */
  lineKey: string().max(21_000).nullable().defined().default(null),
  /** Supply, switches and connection that it is made for; null for the amplifier as supplied. */
  madeFor: setupSchema.nullable().optional().default(undefined),
  /** A line that the reviewer takes for no claim to be judged. */
  isLeftOut: mixed<boolean>((value): value is boolean => typeof value === "boolean")
    .defined()
    .default(false),
}).transform(ofFormerBrief);

export type ClaimDraft = Omit<ReadClaim, "missing" | "setup"> & {
  revision?: number;
  source: string;
  missing: string[];
  given: Given;
  lineKey: string | null;
  madeFor?: Setup | null;
  isLeftOut: boolean;
};
export type Claim = ClaimDraft & { id: string; amplifierId: string };

/** A continuous power among the claims, complete: what the line leaves open is taken as is usual. */
export type StatedPower = PowerClaim & Pick<Claim, "id" | "printedText" | "source">;

/** Where nothing is said. Common practice. */
const USUAL = { loadOhms: 8, distortionLimitRatio: 0.01 };

/**
 * The continuous powers among claims, as forecast, load and plan take them.
 * @param channelCount of the amplifier
 * @param settingOf a claim by the names of the Brief: what it is made for, empty for the amplifier as supplied
 */
export const statedPowers = (
  claims: readonly Claim[],
  channelCount: number,
  settingOf: (madeFor: Setup) => string,
): StatedPower[] =>
  claims.flatMap((claim) => {
    const { id, isLeftOut, madeFor } = claim;
    const form = isLeftOut ? null : powerFormOf(claim, channelCount);
    if (form?.powerKind !== "continuous") return [];
    const { printedText, source, powerWatts, loadOhms, channelsDriven } = form;
    const { distortionLimitRatio, distortionMeasure } = form;
    const setting = madeFor ? settingOf(madeFor) : "";
    return [
      {
        kind: "power" as const,
        id,
        printedText,
        source,
        powerWatts,
        loadOhms,
        channelsDriven,
        distortionLimitRatio,
        distortionMeasure,
        ...(setting !== "" && { setting }),
      },
    ];
  });
