import { fromCatalogue } from "@/bench/catalogue";
import type { DemoAmplifier } from "../types";
import { details } from "../workshop";
import { front } from "./drawings";
import { driven } from "./parts";

/** A home amplifier with a long sheet. */
export const SIXTY: DemoAmplifier = {
  draft: {
    maker: "Tollgate",
    model: "Sixty",
    kind: "home",
    topology: "class AB",
    year: 2011,
    channelCount: 2,
    condition: "Bought used, works as new",
    notes: "",
  },
  claims: [
    {
      printedText:
        "50 W per channel minimum into 8 ohms, both channels driven, with no more than 0.1 % THD",
      source: "brochure, p. 2",
      powerWatts: 50,
      loadOhms: 8,
      channelsDriven: 2,
      distortionLimitRatio: 0.001,
      distortionMeasure: "thd",
    },
    {
      printedText: "93 W / 4 ohms, 1 %",
      source: "brochure, p. 2",
      powerWatts: 93,
      loadOhms: 4,
      channelsDriven: 2,
      distortionLimitRatio: 0.01,
      distortionMeasure: "thd-plus-noise",
    },
  ],
  loads: ["eight", "four"],
  labels: ["restored"],
  details: details({
    supplies: [
      { name: "inside", kind: "linear", volts: 36, amperes: null, watts: 320, isInTheBox: true },
    ],
    gainRatio: 25.1189,
    terminals: "one side is earth",
    massKilograms: 11.2,
    size: "430 × 120 × 310 mm",
    priceThen: 740,
    priceNow: 390,
    priceIndexRatio: 1.4,
    switches: [
      { name: "speaker B", positions: "off, on" },
      { name: "tone defeat", positions: "on, off" },
    ],
    connectors: [{ name: "binding posts", adapter: "" }],
    seenBefore: "Level control silent, screws never turned.",
  }),
  sheet: {
    source: "brochure, p. 2",
    lines: [
      "50 W per channel minimum into 8 ohms, both channels driven, with no more than 0.1 % THD",
      "93 W / 4 ohms, 1 %",
      "Frequency response: 20 Hz - 40 kHz, +0/-1 dB",
      "Damping factor > 120 at 8 ohms",
      "Crosstalk: 60 dB at 1 kHz",
      "Gain 27 dB",
      "Dynamic headroom 1.2 dB",
      "Weight 11 kg",
      "Signal to noise ratio 104 dB (A-weighted, ref. 50 W)",
      "Max. 180 W x 2",
    ],
  },
  bench: fromCatalogue("home-class-ab"),
  sweepVoltsRms: 1.15,
  isPlanMade: true,
  photos: [
    {
      caption: "Front",
      svg: front({
        body: "#3a3d40",
        panel: "#4a4e52",
        widthRatio: 0.95,
        knobs: [0.5, 0.7, 0.88],
        lamps: 1,
      }),
    },
  ],
  runs: [
    driven("impedance", "eight"),
    driven("intermodulation", "eight"),
    driven("mains-draw", "eight"),
    driven("staying-power", "four"),
  ],
};
