import { formatShort } from "@/core/units";
import { OUTCOME_LABELS } from "@/phrasing";
import { amplifierName } from "@/records";
import { groupOf } from "@/records/facts";
import { escaped } from "./escaped";
import { DARK, LIGHT, type Ink } from "./ink";
import type { SheetFacts } from "./types";

/** One big result. */
export type Card = {
  id: string;
  /** What it is of, in a few words. */
  label: string;
  value: string;
  unit: string;
  plusMinus: string | null;
  words: string;
  tone: "good" | "bad" | "open";
};

/** Frames of a video: wide and tall. */
export const CARD_SIZES = {
  wide: { width: 1920, height: 1080 },
  tall: { width: 1080, height: 1920 },
} as const;
export type CardSize = keyof typeof CARD_SIZES;

const TONES = { met: "good", missed: "bad", open: "open" } as const;

/** "13.0 ± 2.3 W" split into its number, its uncertainty and its unit. */
const parted = (text: string): Pick<Card, "value" | "unit" | "plusMinus"> => {
  const [, value = text, plusMinus = "", unit = ""] =
    /([≥≤]?\s?[−-]?[\d.,]+)(?:\s*±\s*([\d.,]+))?\s*(\S*)$/.exec(text) ?? [];
  return { value: value.trim(), unit, plusMinus: plusMinus || null };
};

/** The results worth a frame: the recommended rating, then every claim that has a reading. */
export const cardsOf = ({ recommended, verdicts }: SheetFacts): Card[] => [
  ...(recommended
    ? [
        {
          id: "rating",
          label: "recommended rating, per channel",
          value: formatShort(recommended.powerWatts, 3),
          unit: "W",
          plusMinus: null,
          words: "weakest channel, less the uncertainty",
          tone: "good" as const,
        },
      ]
    : []),
  ...verdicts.flatMap((verdict) =>
    verdict.reading
      ? [
          {
            id: verdict.key,
            label: `claimed: ${verdict.words}`,
            ...parted(verdict.reading.text),
            words: OUTCOME_LABELS[verdict.outcome],
            tone: TONES[groupOf(verdict.outcome)],
          },
        ]
      : [],
  ),
];

const TONE_INKS = { good: "lichen", bad: "ember", open: "ochre" } as const;

/** A card as a page of exactly its size. Every word is large enough to be read at a third of it. */
export const cardHtml = (
  { amplifier }: Pick<SheetFacts, "amplifier">,
  card: Card,
  { size, isDark, fontCss }: { size: CardSize; isDark: boolean; fontCss: string },
): string => {
  const { width, height } = CARD_SIZES[size];
  const ink: Ink = isDark ? DARK : LIGHT;
  const big = size === "wide" ? 330 : 420;
  const fitted = Math.min(
    big,
    Math.round((width * 0.86) / (0.62 * (card.value.length + 0.5 * card.unit.length + 1))),
  );
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${escaped(card.label)}</title><style>${fontCss}
*{box-sizing:border-box;margin:0}
body{width:${width}px;height:${height}px;overflow:hidden;background:${ink.paper};color:${ink.ink};font-family:'Atkinson Hyperlegible Next',sans-serif;font-variant-numeric:tabular-nums slashed-zero;padding:90px;display:flex;flex-direction:column;justify-content:space-between;border-left:28px solid ${ink[TONE_INKS[card.tone]]}}
h1{font-size:72px;line-height:1.1;font-weight:700}
.label{font-size:54px;line-height:1.2;color:${ink.muted};margin-top:18px}
.value{font-size:${fitted}px;line-height:1;font-weight:800;white-space:nowrap}
.unit{font-size:${Math.round(fitted / 2)}px;font-weight:700}
.pm{font-size:64px;color:${ink.muted}}
.words{font-size:96px;line-height:1.1;font-weight:800;color:${ink[TONE_INKS[card.tone]]}}
</style></head><body><div><h1>${escaped(amplifierName(amplifier))}</h1><p class="label">${escaped(card.label)}</p></div>
<div><p><span class="value">${escaped(card.value)}</span> <span class="unit">${escaped(card.unit)}</span></p>${card.plusMinus ? `<p class="pm">± ${escaped(card.plusMinus)} ${escaped(card.unit)}</p>` : ""}</div>
<p class="words">${escaped(card.words)}</p></body></html>`;
};
