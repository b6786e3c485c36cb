import { limitText, type PowerClaim } from "@/core/claim";
import { COVERAGE_FACTOR, isNearLoad } from "@/core/power";
import {
  powerAtClipOnset,
  powerAtDistortion,
  type ChannelSweep,
  type PowerAtLimit,
} from "@/core/sweep";
import { formatPercent, formatSignificant, formatWithUncertainty } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import { powerClaim, type Claim, type SweepRun } from "@/records";
import type { ClaimCorner, Crossing, PowerCurve } from "../charts/PowerChart";

/** One line of the table of readings: a value a channel, as text. */
export type SummaryLine = { label: string; values: readonly string[] };

export type BigReading = {
  channelIndex: number;
  letter: string;
  value: string;
  plusMinus?: string;
  prefix?: string;
};

/** Everything the bench shows of one run against one claim (or the 1 % school where no claim fits its load). */
export type SweepReadings = {
  limitLabel: string;
  big: readonly BigReading[];
  lines: readonly SummaryLine[];
  curves: readonly PowerCurve[];
  corner: ClaimCorner | null;
  crossings: readonly Crossing[];
};

const ONE_PERCENT = { distortionLimitRatio: 0.01, distortionMeasure: "thd-plus-noise" } as const;

/** Claims whose load this run was made near. */
export const fittingClaims = (
  run: Pick<SweepRun, "conditions">,
  claims: readonly Claim[],
): Claim[] =>
  claims.filter(({ loadOhms }) =>
    run.conditions.channels.every((channel) => isNearLoad(channel.loadOhms, loadOhms)),
  );

export const sweepReadings = (
  { conditions, result }: Pick<SweepRun, "conditions" | "result">,
  record: Claim | null,
): SweepReadings => {
  const claim = record ? powerClaim(record) : null;
  const limit = claim ?? ONE_PERCENT;
  const channels = result.channels.map((sweep, k) => ({
    ...sweep,
    channelIndex: conditions.channels[k].channelIndex,
  }));
  const atLimit = channels.map(({ steps }) =>
    powerAtDistortion(steps, limit.distortionLimitRatio, limit.distortionMeasure),
  );
  return {
    limitLabel: `Output at ${limitText(limit)}${claim ? ", the claim's limit" : ""}`,
    big: channels.map(({ channelIndex }, k) => ({
      channelIndex,
      letter: channelLetter(channelIndex),
      ...bigValue(atLimit[k]),
    })),
    lines: summaryLines(channels, limit),
    curves: channels.map(({ channelIndex, steps }) => ({
      channelIndex,
      letter: channelLetter(channelIndex),
      points: steps.map(({ powerWatts, thdRatio, thdPlusNoiseRatio, flattening }) => ({
        powerWatts,
        thdRatio,
        thdPlusNoiseRatio,
        flattened: flattening.present,
      })),
    })),
    corner: claim && {
      powerWatts: claim.powerWatts,
      limitRatio: claim.distortionLimitRatio,
      label: cornerLabel(claim),
    },
    crossings: channels.flatMap(({ channelIndex }, k) => {
      const reading = atLimit[k];
      return reading.status === "reached"
        ? [
            {
              channelIndex,
              powerWatts: reading.powerWatts,
              expandedUncertainty: COVERAGE_FACTOR * reading.powerWattsStdUncertainty,
            },
          ]
        : [];
    }),
  };
};

const cornerLabel = (claim: PowerClaim): string =>
  `Claim: ${claim.powerWatts} W at no more than ${limitText(claim)}`;

const bigValue = (reading: PowerAtLimit): Pick<BigReading, "value" | "plusMinus" | "prefix"> => {
  if (reading.status === "never-below") return { value: "0" };
  const { value, uncertainty } = formatWithUncertainty(
    reading.powerWatts,
    COVERAGE_FACTOR * reading.powerWattsStdUncertainty,
  );
  return { value, plusMinus: uncertainty, ...(reading.status === "at-least" && { prefix: "≥" }) };
};

const summaryLines = (
  channels: readonly ChannelSweep[],
  limit: Pick<PowerClaim, "distortionLimitRatio" | "distortionMeasure">,
): SummaryLine[] => {
  const at = (ratio: number) =>
    channels.map(({ steps }) =>
      powerText(powerAtDistortion(steps, ratio, limit.distortionMeasure)),
    );
  const measure = limit.distortionMeasure === "thd" ? "THD" : "THD+N";
  const others = [0.001, 0.01].filter((ratio) => ratio !== limit.distortionLimitRatio);
  return [
    ...others.map((ratio) => ({ label: `at ${100 * ratio} % ${measure}`, values: at(ratio) })),
    {
      label: "tops flatten",
      values: channels.map(({ steps }) => powerText(powerAtClipOnset(steps))),
    },
    {
      label: "lowest THD+N",
      values: channels.map(({ steps }) =>
        lowestText(Math.min(...steps.map(({ thdPlusNoiseRatio }) => thdPlusNoiseRatio))),
      ),
    },
    {
      label: "highest output",
      values: channels.map(
        ({ steps }) =>
          `${formatSignificant(Math.max(...steps.map(({ powerWatts }) => powerWatts)), 3)} W`,
      ),
    },
  ];
};

/** Below a millionth no analogue amplifier is to be believed, and no recorder either. */
const lowestText = (ratio: number): string =>
  ratio < 1e-6 ? "< 0.0001 %" : formatPercent(ratio, 2);

/** "57.3 W ± 0.6", "≥ 30.0 W", or a dash where the limit is passed at every level. */
export const powerText = (reading: PowerAtLimit): string => {
  if (reading.status === "never-below") return "never below";
  const { value, uncertainty } = formatWithUncertainty(
    reading.powerWatts,
    COVERAGE_FACTOR * reading.powerWattsStdUncertainty,
  );
  return reading.status === "at-least" ? `≥ ${value} W` : `${value} W ± ${uncertainty}`;
};
