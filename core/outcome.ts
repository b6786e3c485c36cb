/**
 * What work on a user's material returns: a value, or a finding that says what to do.
 * A caller's own mistake (a negative frequency in the code) throws RangeError instead.
 */
export type Outcome<T> = { ok: true; value: T } | { ok: false; finding: Finding };

/** What is wrong, where, and what to do about it, in words for the screen. */
export type Finding = { code: FindingCode; where: string; advice: string };

export type FindingCode =
  | "not-a-wav"
  | "truncated"
  | "no-samples"
  | "unsupported-encoding"
  | "bad-full-scale"
  | "bad-load"
  | "channel-mismatch"
  | "capture-clipped"
  | "too-short"
  | "no-signal"
  | "no-steps"
  | "clipped"
  | "bad-rig"
  | "bad-setting"
  | "guard-tripped"
  | "no-course"
  | "instrument-fault";

/** Wraps a value that was obtained without trouble. */
export const success = <T>(value: T): Outcome<T> => ({ ok: true, value });

/** Wraps a finding: the work could not be done, and why. */
export const failure = (
  code: FindingCode,
  where: string,
  advice: string,
): { ok: false; finding: Finding } => ({
  ok: false,
  finding: { code, where, advice },
});

/** The finding as one plain line: where it was seen, then what to do. */
export const findingText = (finding: Finding): string => `${finding.where}: ${finding.advice}`;
