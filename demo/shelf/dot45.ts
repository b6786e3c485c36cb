import { fromCatalogue, withParameter } from "@/bench/catalogue";
import type { DemoAmplifier } from "../types";
import { details } from "../workshop";
import { front } from "./drawings";
import { driven, sweep } from "./parts";

const BENCH = fromCatalogue("mini-bridge-brick");
/** The plan's name for it. */
const ON_BIGGER_BRICK = {
  setting: "supply: 32 V brick",
  bench: withParameter(withParameter(BENCH, "supply", "volts", 32), "supply", "limitAmperes", 5),
};

/** A mini on the brick in its box, and on a bigger one. */
export const DOT_45: DemoAmplifier = {
  draft: {
    maker: "Pinwheel",
    model: "Dot 45",
    kind: "mini",
    topology: "class AB",
    year: 2024,
    channelCount: 2,
    condition: "New, lent by the importer",
    notes: "24 V, 3 A brick in the box. Outputs are bridge-tied: neither terminal may meet earth.",
  },
  claims: [
    {
      printedText: "2 x 45W",
      source: "box front; the manual adds 4 ohm, 10 %",
      powerWatts: 45,
      loadOhms: 4,
      channelsDriven: 2,
      distortionLimitRatio: 0.1,
      distortionMeasure: "thd-plus-noise",
    },
  ],
  loads: ["four", "eight"],
  labels: ["for spring"],
  details: details({
    supplies: [
      {
        name: "brick in the box",
        kind: "brick",
        volts: 24,
        amperes: 3,
        watts: null,
        isInTheBox: true,
      },
      {
        name: "32 V brick",
        kind: "brick",
        volts: 32,
        amperes: 5,
        watts: null,
        price: 48,
        isInTheBox: false,
      },
    ],
    gainRatio: 31.6228,
    terminals: "bridge-tied",
    massKilograms: 0.42,
    size: "120 × 35 × 90 mm",
    priceThen: 59,
    priceNow: 59,
    lender: "the importer",
    connectors: [{ name: "screw terminals", adapter: "banana sockets on short leads" }],
  }),
  sheet: {
    source: "box front",
    lines: [
      "2 x 45W",
      "THD: 0.04 %",
      "Frequency response 20 Hz - 20 kHz ±1 dB",
      "SNR 98 dB",
      "Dynamic power 60 W into 4 ohm",
      "Idle consumption 3 W",
      "Crystal clear sound",
    ],
  },
  bench: BENCH,
  sweepVoltsRms: 0.78,
  isPlanMade: true,
  photos: [
    {
      caption: "Front, level fully up",
      svg: front({ body: "#2b2f33", widthRatio: 0.45, knobs: [0.3], lamps: 1 }),
    },
  ],
  runs: [
    driven("staying-power", "four"),
    driven("heat-soak", "eight"),
    sweep("four", 2, ON_BIGGER_BRICK),
    sweep("four", 1, ON_BIGGER_BRICK),
    driven("burst", "four", {}, ON_BIGGER_BRICK),
  ],
};
