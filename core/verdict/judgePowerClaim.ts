import { drivenText, limitText, type PowerClaim } from "../claim";
import { COVERAGE_FACTOR, isNearLoad } from "../power";
import { powerAtDistortion } from "../sweep";
import {
  decimalsForUncertainty,
  formatFixed,
  formatSignificant,
  formatWithUncertainty,
  powerRatioToDb,
} from "../units";
import { channelLetter } from "./channelLetter";
import type { Measured, PowerEvidence, Verdict } from "./types";

/** Raise it when verdicts change, so that those that were kept are made anew. */
export const JUDGE_VERSION = 1;

/** What of a sweep tells whether it speaks to a claim. */
type EvidenceConditions = {
  channelsDriven: number;
  channels: readonly { loadOhms: number }[];
};

/**
 * The sweep that decides a power claim, of those at hand, newest first: near its load, with as many channels driven, or with fewer
 * where there is no other. Null where none was made near its load.
 * Chosen here, because the newest fitting sweep is what the reviewer means.
 */
export const evidenceAt = <Evidence extends EvidenceConditions>(
  claim: Pick<PowerClaim, "loadOhms" | "channelsDriven">,
  evidence: readonly Evidence[],
): Evidence | null => {
  const atLoad = evidence.filter(({ channels }) =>
    channels.every(({ loadOhms }) => isNearLoad(loadOhms, claim.loadOhms)),
  );
  const proper = atLoad.find(({ channelsDriven }) => channelsDriven >= claim.channelsDriven);
  return proper ?? atLoad[0] ?? null;
};

/**
 * Judges a power claim by the sweeps at hand, newest first. The weakest driven channel decides. Guard bands of the
 * expanded uncertainty lie on both sides of the claim: inside them the verdict stays open.
 * @param isTestedElsewhere whether there are sweeps that are not at hand, since none of them is near the claim's load
 * @see JCGM 106:2012, 8.3 (guarded acceptance and rejection)
 */
export const judgePowerClaim = (
  claim: PowerClaim,
  evidence: readonly PowerEvidence[],
  isTestedElsewhere = evidence.length > 0,
): Verdict => {
  const deciding = evidenceAt(claim, evidence);
  if (deciding)
    return deciding.channelsDriven >= claim.channelsDriven
      ? judge(claim, deciding)
      : judgeFewerChannels(claim, deciding);
  const why = isTestedElsewhere
    ? `no run was made near ${formatSignificant(claim.loadOhms, 2)} Ω`
    : "no power sweep has been run";
  return untested(`Not tested yet: ${why}.`);
};

const judge = (claim: PowerClaim, { channels, channelsDriven }: PowerEvidence): Verdict => {
  const readings = channels.map(({ steps }) =>
    powerAtDistortion(steps, claim.distortionLimitRatio, claim.distortionMeasure),
  );
  const watts = readings.map((reading) =>
    reading.status === "never-below" ? 0 : reading.powerWatts,
  );
  const at = watts.indexOf(Math.min(...watts));
  const weakest = readings[at];
  const { channelIndex, loadOhms } = channels[at];
  if (weakest.status === "never-below") {
    const measured = measuredOf(claim, channelIndex, 0, 0);
    return {
      status: "missed",
      measured,
      sentence: `It misses its promise of ${claim.powerWatts} W: channel ${channelLetter(channelIndex)} is above ${limitText(claim)} at every level of the sweep.`,
    };
  }
  const measured = measuredOf(
    claim,
    channelIndex,
    weakest.powerWatts,
    COVERAGE_FACTOR * weakest.powerWattsStdUncertainty,
  );
  const { marginWatts, powerWattsExpandedUncertainty } = measured;
  const where = circumstances(claim, channelsDriven, loadOhms);
  const found = `${foundText(measured)} on ${channels.length > 1 ? `the weaker channel ${channelLetter(channelIndex)}` : `channel ${channelLetter(channelIndex)}`} ${where}`;
  if (marginWatts >= powerWattsExpandedUncertainty) {
    const atLeast = weakest.status === "at-least" ? "at least " : "";
    return {
      status: "met",
      measured,
      sentence: `It keeps its promise: ${atLeast}${found}, ${marginText(measured)} more than the ${claim.powerWatts} W claimed.`,
    };
  }
  if (weakest.status === "at-least")
    return {
      ...untested(
        `Not tested up to the claim: the sweep ended at ${found}, still below the limit. Run it again with more drive.`,
      ),
      measured,
    };
  if (marginWatts <= -powerWattsExpandedUncertainty)
    return {
      status: "missed",
      measured,
      sentence: `It misses its promise: ${found}, ${marginText(measured)} less than the ${claim.powerWatts} W claimed.`,
    };
  return {
    status: "within-uncertainty",
    measured,
    sentence: `Too close to call: ${found}, ${marginText(measured)} ${marginWatts < 0 ? "less" : "more"} than the ${claim.powerWatts} W claimed, which is within the uncertainty.`,
  };
};

const judgeFewerChannels = (claim: PowerClaim, evidence: PowerEvidence): Verdict => {
  const verdict = judge(claim, evidence);
  const asked = drivenText(claim.channelsDriven);
  if (verdict.status === "met")
    return {
      ...verdict,
      status: "met-with-fewer-channels",
      sentence: `Met only with ${drivenText(evidence.channelsDriven)}, while the claim says ${asked}. ${verdict.sentence}`,
    };
  // Driving more channels loads a supply more, never less: a miss with fewer is a miss.
  if (verdict.status === "missed") return verdict;
  return untested(`Not tested yet with ${asked}.`);
};

const untested = (sentence: string): Verdict => ({
  status: "not-tested",
  sentence,
  measured: null,
});

const measuredOf = (
  claim: PowerClaim,
  channelIndex: number,
  powerWatts: number,
  powerWattsExpandedUncertainty: number,
): Measured => ({
  channelIndex,
  powerWatts,
  powerWattsExpandedUncertainty,
  marginWatts: powerWatts - claim.powerWatts,
  marginRatio: powerWatts / claim.powerWatts - 1,
  marginDb: powerRatioToDb(powerWatts / claim.powerWatts),
});

const foundText = ({ powerWatts, powerWattsExpandedUncertainty }: Measured): string => {
  const { value, uncertainty } = formatWithUncertainty(powerWatts, powerWattsExpandedUncertainty);
  return `${value} W ± ${uncertainty} W`;
};

const circumstances = (claim: PowerClaim, channelCount: number, loadOhms: number): string =>
  `at ${limitText(claim)} into ${formatSignificant(loadOhms, 3)} Ω measured, ${drivenText(channelCount)}`;

const marginText = ({
  marginWatts,
  marginRatio,
  marginDb,
  powerWattsExpandedUncertainty,
}: Measured): string => {
  const decimals = decimalsForUncertainty(powerWattsExpandedUncertainty);
  return `${formatFixed(Math.abs(marginWatts), decimals)} W (${formatFixed(100 * Math.abs(marginRatio), 1)} %, ${formatFixed(Math.abs(marginDb), 2)} dB)`;
};
