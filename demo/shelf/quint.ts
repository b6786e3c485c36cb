import { fromCatalogue } from "@/bench/catalogue";
import type { DemoAmplifier } from "../types";
import { details } from "../workshop";
import { front } from "./drawings";
import { driven, sweep } from "./parts";

/** Five channels on a supply that was made for two: driven one, two and all. */
export const QUINT: DemoAmplifier = {
  draft: {
    maker: "Halewood",
    model: "Quint",
    kind: "home",
    topology: "class AB",
    year: 2016,
    channelCount: 5,
    condition: "Lent by a reader",
    notes: "",
  },
  claims: [],
  loads: ["five of eight"],
  details: details({
    supplies: [
      { name: "inside", kind: "linear", volts: 42, amperes: null, watts: 400, isInTheBox: true },
    ],
    gainRatio: 24,
    terminals: "one side is earth",
    massKilograms: 12.4,
    priceThen: 690,
    priceNow: 310,
  }),
  sheet: {
    source: "carton",
    lines: [
      "5 x 50 W (8 ohms, 0.5 % THD, all channels driven)",
      "Frequency response: 20 Hz - 20 kHz, +0/-0.5 dB",
      "Signal to noise ratio 100 dB (A-weighted, ref. 50 W)",
      "Crosstalk: 50 dB at 1 kHz",
    ],
  },
  bench: fromCatalogue("five-channel"),
  sweepVoltsRms: 1.35,
  photos: [
    {
      caption: "Front",
      svg: front({
        body: "#1f2225",
        panel: "#2a2d31",
        widthRatio: 0.95,
        knobs: [0.12, 0.88],
        lamps: 5,
      }),
    },
  ],
  runs: [
    sweep("five of eight", 1),
    sweep("five of eight", 2),
    sweep("five of eight", 5),
    { ...driven("noise", "five of eight", { seconds: 3 }), channelsDriven: 5 },
    driven("response", "five of eight", { pointsPerDecade: 4 }),
    driven("crosstalk", "five of eight", { pointsPerDecade: 2 }),
    driven("burst", "five of eight"),
  ],
};
