import { RUN_KINDS, type RunKind } from "@/core/run";
import { formatHertz } from "@/core/units";

/** A converter's own filter begins to fall a little under half its rate. */
const SEEN_SHARE = 0.45;
/** To here a response or a spectrum is usually wanted. */
const WANTED_HZ = 80_000;

/** What can be measured of an amplifier beside the voltage across its loads. */
export type Sensed = {
  /** What it draws. */
  knowsMains: boolean;
  /** How warm its sink is. */
  knowsHeat: boolean;
  /** The volts at its input, in time with those at its output. */
  knowsInput: boolean;
};

/** What a run cannot tell when it is played and read live, and why, in words for the screen. */
export const unseenBy = (
  kind: RunKind,
  { knowsMains, knowsHeat, knowsInput, sampleRateHz }: Sensed & { sampleRateHz: number },
): string[] => {
  const { isSoaked, needsMains, readsInput, fields, takesMeterOnly } = RUN_KINDS[kind];
  if (takesMeterOnly) return [];
  const seenHz = SEEN_SHARE * sampleRateHz;
  const asked = fields.find(({ name }) => name === "highHz");
  const wantedHz = asked?.kind === "quantity" ? asked.initial : WANTED_HZ;
  return [
    ...(isSoaked && !knowsHeat
      ? [
          "It has no temperature reading and cannot run this automatically. Choose a network temperature logger on the Rig, or hold the tone manually and enter thermometer readings under Heat.",
        ]
      : []),
    ...(needsMains && !knowsMains
      ? [
          "It has no mains reading. Choose “Meter” above and enter the mains meter readings, or use a logger file for this run.",
        ]
      : []),
    ...(readsInput && !knowsInput
      ? [
          "It compares output and input, and the amplifier’s input is not measured. Connect an oscilloscope channel there and choose it on the Rig.",
        ]
      : []),
    ...(seenHz < wantedHz
      ? [
          `At ${formatHertz(sampleRateHz)} it measures up to ${formatHertz(seenHz, 3)}; distortion products and response above that are not seen.`,
        ]
      : []),
  ];
};

/** Whether it can be made live at all, with what is measured. */
export const isMadeLive = (
  kind: RunKind,
  { knowsMains, knowsHeat, knowsInput }: Sensed,
): boolean => {
  const { isSoaked, needsMains, readsInput, takesMeterOnly } = RUN_KINDS[kind];
  return (
    !takesMeterOnly &&
    (knowsHeat || !isSoaked) &&
    (knowsMains || !needsMains) &&
    (knowsInput || !readsInput)
  );
};
