import { allDriven } from "./shots";
import type { Shot, ShotFacts } from "./types";

/** Fifty periods of the mains, and lines a hertz apart. */
const TONE_SECONDS = 1;

/** One tone on all channels. */
export const toneShot = (
  name: string,
  label: string,
  {
    frequencyHz,
    voltsPeak,
    recordsInput,
  }: { frequencyHz: number; voltsPeak: number; recordsInput: boolean },
  facts: ShotFacts,
): Shot => ({
  name,
  label,
  stimulus: { kind: "sine", frequencyHz, voltsPeak, seconds: TONE_SECONDS },
  drives: allDriven(facts),
  recordsInput,
  load: "run",
});
