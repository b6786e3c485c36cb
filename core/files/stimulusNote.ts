/** This program's own; a later form would have another number. */
const FORMAT = "rimebank-stimulus-1";

/** What a test signal that this program wrote says of itself. */
export type StimulusNote = {
  format: typeof FORMAT;
  /** As it is named where it is made: "sine", "burst-twenty-ms". */
  stimulus: string;
  /** Highest sample over full scale. */
  peakRatio: number;
};

/** A note to go with a test signal. Definition: a format of this program's own. */
export const stimulusNote = (facts: Omit<StimulusNote, "format">): StimulusNote => ({
  format: FORMAT,
  ...facts,
});

/** No stimulus has a longer name. */
const MOST_LETTERS = 60;

/** A note as it was found in a file; null where that is no test signal of ours. Definition: a format of this program's own. */
export const asStimulusNote = (found: unknown): StimulusNote | null => {
  if (typeof found !== "object" || found === null) return null;
  const { format, stimulus, peakRatio } = found as StimulusNote;
  const isGood =
    format === FORMAT &&
    typeof stimulus === "string" &&
    /^[a-z0-9-]+$/.test(stimulus) &&
    stimulus.length <= MOST_LETTERS &&
    typeof peakRatio === "number" &&
    peakRatio >= 0 &&
    peakRatio <= 1;
  return isGood ? { format, stimulus, peakRatio } : null;
};
