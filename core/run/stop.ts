import { topsText, type Flattening } from "../distortion";
import { GUARD_REASONS, type GuardReason, type Trip } from "../drive";
import { formatSignificant } from "../units";
import type { Curve, RunStop, Recorded } from "./types";

/** Events of a protection, in the order in which they explain a stop. */
const EVENTS: readonly (readonly [string, RunStop["reason"], string])[] = [
  ["breaker-tripped", "breaker", "the breaker tripped"],
  ["thermal-cut-out", "thermal-cut-out", "its thermal cut-out opened"],
  ["relay-opened", "output-protection", "its protection relay opened"],
  ["dc-trip", "output-protection", "its protection relay opened on DC"],
  ["limiter-collapsed", "output-limiter", "its limiter engaged"],
  ["resistor-opened", "load-guard", "a load resistor failed open"],
];

/** What the other instruments saw happen, or null when nothing did. */
export const stopByEvent = (
  recordings: readonly Recorded[],
  picture: Curve | null,
): RunStop | null => {
  const events = recordings.flatMap((each) => each.events);
  for (const [name, reason, text] of EVENTS) {
    const found = events.find(({ event }) => event === name);
    if (found)
      return {
        reason,
        evidence: `After ${formatSignificant(found.seconds, 3)} s ${text}.`,
        picture,
      };
  }
  return null;
};

/** A run that plays one level: it was stopped by what happened, ended in flat tops, or reached what was asked. */
export const stopAtLevel = (
  recordings: readonly Recorded[],
  flattening: Flattening | null,
  levelText: string,
  picture: Curve | null,
): RunStop => {
  const happened = stopByEvent(recordings, picture);
  if (happened) return happened;
  if (flattening?.present)
    return {
      reason: "rail-voltage",
      evidence: `At ${levelText} ${topsText(flattening)}, at ${formatSignificant(Math.min(flattening.positive.tipVolts, flattening.negative.tipVolts), 3)} V.`,
      picture,
    };
  return {
    reason: "level-reached",
    evidence: `It reached ${levelText} as requested.`,
    picture,
  };
};

/** Reasons that say more of why the output gave way than that it did. */
const EXPLAINS_COLLAPSE: readonly string[] = [
  "output-limiter",
  "output-protection",
  "supply-power-or-current",
  "thermal-cut-out",
  "breaker",
];

/**
 * What is to be said of a run that a guard ended. @param seconds of the recording when it did
 * Definition: what was seen while it played explains more than the recording alone.
 */
export const stoppedBy = <Stop extends { reason: RunStop["reason"]; evidence: string }>(
  found: Stop,
  { guard, text, seconds }: Trip & { seconds: number },
): Omit<Stop, "reason"> & { reason: Stop["reason"] | GuardReason } => {
  const isOfOutput = guard === "collapse" || guard === "protection";
  const turnedDown = `The guard reduced the drive after ${formatSignificant(seconds, 3)} s.`;
  if (isOfOutput && EXPLAINS_COLLAPSE.includes(found.reason))
    return { ...found, evidence: `${found.evidence} ${turnedDown}` };
  return { ...found, reason: GUARD_REASONS[guard], evidence: `${text} ${turnedDown}` };
};
