import { RUN_KINDS, type RunKind } from "@/core/run";
import { formatHertz } from "@/core/units";

/** A converter's own filter begins to fall a little under half its rate. */
const SEEN_SHARE = 0.45;
/** To here a response or a spectrum is usually wanted. */
const WANTED_HZ = 80_000;

/**
 * What a run cannot tell when an audio interface plays and hears it, and why, in words for the screen.
 * @param sampleRateHz at which it was opened
 */
export const unseenBy = (kind: RunKind, sampleRateHz: number): string[] => {
  const { isSoaked, needsMains, fields, takesMeterOnly } = RUN_KINDS[kind];
  if (takesMeterOnly) return [];
  const seenHz = SEEN_SHARE * sampleRateHz;
  const asked = fields.find(({ name }) => name === "highHz");
  const wantedHz = asked?.kind === "quantity" ? asked.initial : WANTED_HZ;
  return [
    ...(isSoaked
      ? [
          "It is told no temperatures, so that it cannot run this by itself. Hold the tone by hand, live, and type what the thermometer shows under Heat.",
        ]
      : []),
    ...(needsMains
      ? [
          "It is told nothing of the mains. Choose “Meter” above and type what the mains meter shows, or make this run with a logger’s file.",
        ]
      : []),
    ...(seenHz < wantedHz
      ? [
          `At ${formatHertz(sampleRateHz)} it sees up to ${formatHertz(seenHz, 3)}: what an amplifier adds above, and its response there, stay unseen.`,
        ]
      : []),
  ];
};

/** Whether it can be made at all through an audio interface. */
export const isMadeLive = (kind: RunKind): boolean => {
  const { isSoaked, needsMains, takesMeterOnly } = RUN_KINDS[kind];
  return !isSoaked && !needsMains && !takesMeterOnly;
};
