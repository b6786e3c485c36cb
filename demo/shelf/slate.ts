import { fromCatalogue } from "@/bench/catalogue";
import type { DemoAmplifier } from "../types";
import { details } from "../workshop";
import { sweep } from "./parts";

/** On its way: rehearsed on the simulated bench, before the amplifier is here. */
export const SLATE: DemoAmplifier = {
  draft: {
    maker: "Larkfield",
    model: "Slate 2",
    kind: "mini",
    topology: "class D",
    year: 2025,
    channelCount: 2,
    condition: "On its way",
    notes: "36 V, 5 A brick in the box.",
  },
  claims: [],
  loads: ["eight", "four"],
  details: details({
    supplies: [
      {
        name: "brick in the box",
        kind: "brick",
        volts: 36,
        amperes: 5,
        watts: null,
        isInTheBox: true,
      },
    ],
    gainRatio: 19.6,
    terminals: "bridge-tied",
    priceThen: 180,
    priceNow: 180,
  }),
  sheet: {
    source: "maker’s page",
    lines: [
      "2 x 70 W (8 ohm, 1 % THD+N)",
      "2 x 100 W (4 ohm, 10 % THD+N)",
      "Damping factor > 300 at 8 ohm",
    ],
  },
  bench: fromCatalogue("desk-class-d"),
  sweepVoltsRms: 1.4,
  isRehearsed: true,
  runs: [sweep("eight", 2), sweep("four", 2)],
};
