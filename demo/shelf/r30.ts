import { fromCatalogue, withParameter } from "@/bench/catalogue";
import type { DemoAmplifier } from "../types";
import { details } from "../workshop";
import { front } from "./drawings";
import { driven, sweep, faultyBench } from "./parts";

const BENCH = fromCatalogue("vintage-class-ab");
const BEFORE_REPAIR = {
  setting: "before the repair",
  bench: faultyBench(BENCH, ["tired-reservoir", "weak-channel"]),
};
const COVER_OFF = {
  setting: "cover off",
  bench: withParameter(BENCH, "heat", "cover", "off"),
};

/** A vintage amplifier, before and after its repair. */
export const R_30: DemoAmplifier = {
  draft: {
    maker: "Harrowby",
    model: "R-30",
    kind: "vintage",
    topology: "class AB",
    year: 1974,
    channelCount: 2,
    condition: "New reservoir capacitors and output devices; else original",
    notes: "Measured as it came, repaired by the workshop, and measured again.",
  },
  claims: [
    {
      printedText:
        "30 watts continuous per channel, both channels driven, into 8 ohms, less than 1 % total harmonic distortion",
      source: "owner's manual, p. 14",
      powerWatts: 30,
      loadOhms: 8,
      channelsDriven: 2,
      distortionLimitRatio: 0.01,
      distortionMeasure: "thd",
    },
  ],
  loads: ["eight"],
  labels: ["on loan", "restored"],
  details: details({
    supplies: [
      { name: "inside", kind: "linear", volts: 32, amperes: null, watts: 120, isInTheBox: true },
    ],
    gainRatio: 35.4813,
    terminals: "one side is earth",
    massKilograms: 9.8,
    priceThen: 220,
    priceNow: 180,
    priceIndexRatio: 5.6,
    connectors: [{ name: "5-pin DIN input", adapter: "DIN to RCA" }],
    switches: [{ name: "loudness", positions: "off, on" }],
    seenBefore: "A ring of dry glue under the large capacitors, no bulge.",
  }),
  sheet: {
    source: "owner's manual, p. 14",
    lines: [
      "Power output: 30 watts continuous per channel, both channels driven, into 8 ohms, less than 1 % total harmonic distortion",
      "Frequency response: 15 Hz to 30 kHz +0/-1.5 dB",
      "Output: 50 W into 8 ohms, both channels driven, 1 % THD",
      "Hum and noise: -85 dB",
    ],
  },
  bench: BENCH,
  sweepVoltsRms: 0.66,
  isPlanMade: true,
  photos: [
    {
      caption: "As it came",
      svg: front({
        body: "#6d5138",
        panel: "#c9c3b4",
        widthRatio: 0.95,
        knobs: [0.62, 0.76, 0.9],
        dial: true,
        lamps: 2,
      }),
    },
  ],
  log: [
    { minute: 2, kind: "power on", text: "", celsius: null },
    {
      minute: 9,
      kind: "remark",
      text: "A faint crackle when the level control is turned; it goes away.",
      celsius: null,
    },
    { minute: 100, kind: "temperature", text: "heat sink, right", celsius: 41 },
    { minute: 230, kind: "power off", text: "", celsius: null },
  ],
  runs: [
    sweep("eight", 2, BEFORE_REPAIR),
    driven("noise", "eight", { seconds: 3 }, BEFORE_REPAIR),
    driven("gain", "eight", { seconds: 1 }, BEFORE_REPAIR),
    driven("heat-soak", "eight"),
    driven("heat-soak", "eight", {}, COVER_OFF),
  ],
};
