import { fromCatalogue, mended, withParameter } from "@/bench/catalogue";
import type { DemoAmplifier } from "../types";
import { details } from "../workshop";
import { front } from "./drawings";
import { driven, sweep } from "./parts";

/** Its brick gives half of what its label says, and its volts sink where more is asked. */
const BENCH = withParameter(
  withParameter(mended(fromCatalogue("travel-class-d")), "supply", "limitAmperes", 1.1),
  "supply",
  "overload",
  "constant-current",
);

const fromFile = { from: "files" } as const;

/** A pocket amplifier that was recorded elsewhere: its runs are read from files, and typed off a meter. */
export const ROAM: DemoAmplifier = {
  draft: {
    maker: "Calloway",
    model: "Roam",
    kind: "mini",
    topology: "class D",
    year: 2025,
    channelCount: 2,
    condition: "New",
    notes: "Recorded at a friend’s bench; the files were sent over.",
  },
  claims: [],
  loads: ["eight"],
  labels: ["for spring"],
  details: details({
    supplies: [
      {
        name: "brick in the box",
        kind: "brick",
        volts: 19,
        amperes: 2,
        watts: null,
        isInTheBox: true,
      },
    ],
    terminals: "bridge-tied",
    massKilograms: 0.19,
    priceThen: 35,
    priceNow: 35,
  }),
  sheet: {
    source: "seller’s page",
    lines: [
      "12 W per channel into 8 ohms, both channels driven, 1 % THD+N",
      "S/N ratio 95 dB (A-weighted, ref. 15 W)",
      "THD+N 0.1 % (1 kHz, 5 W, 8 ohm)",
      "Gain 24 dB",
    ],
  },
  bench: BENCH,
  sweepVoltsRms: 1.4,
  photos: [
    { caption: "Front", svg: front({ body: "#50585c", widthRatio: 0.3, knobs: [0.5], lamps: 1 }) },
  ],
  runs: [
    { ...driven("noise", "eight", { seconds: 3 }), ...fromFile },
    { ...driven("spectrum", "eight", { seconds: 1 }), ...fromFile },
    { ...sweep("eight", 2), ...fromFile },
    driven("burst", "eight"),
    {
      ...driven("gain", "eight"),
      from: {
        meter: "Yellow bench meter",
        readings: [
          { inputVoltsRms: 0.1, outputVoltsRms: 1.6 },
          { inputVoltsRms: 0.1, outputVoltsRms: 1.59 },
        ],
      },
    },
    {
      ...driven("mains-draw", "eight"),
      from: {
        meter: "Plug-in mains meter",
        readings: [{ mainsWatts: 31, outputVoltsRms: 9.8, channels: 2, mainsVolts: 230 }],
      },
    },
  ],
};
