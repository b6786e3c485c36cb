/** What makes a figure doubtful: it is shown with the figure wherever that is shown, and weighs on what is judged by it. */
export type Caution = {
  code: CautionCode;
  /** What was found, by about how much it may be wrong, and what to do; a sentence or two for the screen. */
  text: string;
  /** Names of the figures that it makes doubtful; all of them where none is named. */
  touches: readonly string[];
};

/** Whether something makes a figure doubtful: then it is no evidence. */
export const isDoubtful = (cautions: readonly Caution[], figureName: string): boolean =>
  cautions.some(({ touches }) => touches.length === 0 || touches.includes(figureName));

export type CautionCode =
  /** A channel could not be read; the others were. */
  | "not-read"
  /** Something beside what is played is as strong as what is measured. */
  | "another-tone"
  | "hum"
  /** The level did not hold while it was read. */
  | "unsteady"
  | "offset"
  | "dropouts"
  /** The output was held by its limit, where a reading takes it below. */
  | "clipped"
  | "few-codes"
  /** What the rig does by itself is still in it. */
  | "rig-response"
  /** Part of the band, or of the harmonics, lies beyond what the rate can hold. */
  | "band-beyond-rate"
  | "few-harmonics"
  /** It is no cleaner than the rig that read it. */
  | "near-floor"
  /** What was played did not come back as it should. */
  | "doubtful"
  /** Other tones than the standard's were found and used. */
  | "other-tones";
