import type { Block, BlockKind } from "@/records";
import type { Piece, SheetFacts } from "../types";
import { burstsBlock } from "./bursts";
import { claimsBlock } from "./claims";
import { comparisonBlock } from "./comparison";
import { curvesBlock } from "./curves";
import { heatBlock } from "./heat";
import { ratingBlock } from "./rating";
import { summaryBlock } from "./summary";
import { supplyBlock } from "./supply";

/** A kind of block: what it shows, and what is missing where it shows nothing. */
type BlockMaker = {
  empty: string;
  make(facts: SheetFacts, block: Block): Piece[];
};

const SAFETY =
  "Mains voltage, hot resistors and the output of a power amplifier can injure. These measurements were made with the loads connected before power-up and away from anything flammable. They are not instructions: local codes and licensed practice come first.";

const textsOf = (texts: readonly string[]): Piece[] => texts.map((text) => ({ is: "text", text }));

export const BLOCKS: Readonly<Record<BlockKind, BlockMaker>> = {
  summary: {
    empty: "there is no run and no claim yet",
    make: summaryBlock,
  },
  rating: {
    empty: "no power sweep was made on a real bench",
    make: (facts, { form }) => ratingBlock(facts, form),
  },
  claims: {
    empty: "the Brief has no claims",
    make: (facts, { form }) => claimsBlock(facts, form),
  },
  curves: {
    empty: "none of these kinds of run was made",
    make: (facts, { form, kinds }) => curvesBlock(facts, form, kinds),
  },
  bursts: {
    empty: "no burst was measured",
    make: (facts, { form }) => burstsBlock(facts, form),
  },
  heat: {
    empty: "no soak was made",
    make: (facts, { form }) => heatBlock(facts, form),
  },
  supply: {
    empty: "no run shows how its supply behaves",
    make: (facts, { form }) => supplyBlock(facts, form),
  },
  comparison: {
    empty: "choose a comparison",
    make: (facts, { form, setId }) => comparisonBlock(facts, form, setId),
  },
  photos: {
    empty: "the Brief has no photo",
    make: ({ photos }, { form, photos: chosen }) =>
      photos
        .filter(({ sha256 }) => chosen.length === 0 || chosen.includes(sha256))
        .slice(0, form === "short" ? 1 : undefined)
        .map((photo) => ({ is: "photo", photo })),
  },
  method: {
    empty: "no loads or instruments are recorded",
    make: ({ method }, { form }) => textsOf(form === "short" ? method.slice(0, 2) : method),
  },
  safety: {
    empty: "",
    make: ({ cautions }, { form }) => [
      ...textsOf([SAFETY]),
      ...(form === "long" && cautions.length > 0
        ? textsOf([`Cautions shown for this amplifier: ${cautions.join("; ")}.`])
        : []),
    ],
  },
  remarks: {
    empty: "write something",
    make: () => [],
  },
};
