import type { CatalogueName } from "@/bench/catalogue";
import type { RunKind, Settings } from "@/core/run";
import type { AmplifierDraft, PowerForm, Details, LoadDraft } from "@/records";
import { details, pairOf, single } from "./workshop";

/** One amplifier of the demo shelf. Everything in it is invented; its runs are made on the simulated bench. */
export type DemoAmplifier = {
  draft: AmplifierDraft;
  claims: readonly PowerForm[];
  loads: readonly LoadDraft[];
  details: Details;
  /** The specification sheet, a line each. */
  sheet: readonly string[];
  simulated: CatalogueName;
  /** The reviewer has only rehearsed it so far; else its runs stand for recordings of a real bench. */
  isRehearsed?: true;
  /** Oldest first. */
  runs: readonly DemoRun[];
};

/** A run of the demo: its kind, which load (by position), how many channels, and what is set otherwise than usual. */
export type DemoRun = {
  kind: RunKind;
  load: number;
  channelsDriven: number;
  settings?: Settings;
};

const sweep = (load: number, channelsDriven: number, lastVoltsRms: number): DemoRun => ({
  kind: "power-sweep",
  load,
  channelsDriven,
  settings: { lastVoltsRms, seconds: SWEEP_SECONDS },
});
const both = (kind: RunKind, settings?: Settings): DemoRun => ({
  kind,
  load: 0,
  channelsDriven: 2,
  ...(settings && { settings }),
});

/** Forty levels of 0.15 s. */
const SWEEP_SECONDS = 6;

const eight = {
  nominalOhms: 8,
  channels: [
    { ohms: 8.21, ohmsExpandedUncertainty: 0.02, network: single("R1") },
    { ohms: 8.18, ohmsExpandedUncertainty: 0.02, network: single("R2") },
  ],
};
const four = {
  nominalOhms: 4,
  channels: [
    { ohms: 4.07, ohmsExpandedUncertainty: 0.015, network: pairOf("R3", "R4") },
    { ohms: 4.11, ohmsExpandedUncertainty: 0.015, network: pairOf("R5", "R6") },
  ],
};

export const DEMO_SHELF: readonly DemoAmplifier[] = [
  {
    draft: {
      maker: "Pinwheel",
      model: "Dot 45",
      kind: "mini",
      topology: "class AB",
      year: 2024,
      channelCount: 2,
      condition: "New, lent by the importer",
      notes:
        "24 V, 3 A brick in the box. Outputs are bridge-tied: neither terminal may meet earth.",
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
    loads: [four, eight],
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
    sheet: [
      "2 x 45W",
      "THD: 0.04 %",
      "Frequency response 20 Hz - 20 kHz ±1 dB",
      "SNR 98 dB",
      "Crystal clear sound",
    ],
    simulated: "mini-bridge-brick",
    isRehearsed: true,
    runs: [sweep(0, 1, 0.76), sweep(0, 2, 0.5)],
  },
  {
    draft: {
      maker: "Harrowby",
      model: "R-30",
      kind: "vintage",
      topology: "class AB",
      year: 1974,
      channelCount: 2,
      condition: "Original, dusty, all lamps work",
      notes: "Power-up over an hour by the workshop; no leaks seen from outside.",
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
    loads: [eight],
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
    sheet: [
      "Power output: 30 watts continuous per channel, both channels driven, into 8 ohms, less than 1 % total harmonic distortion",
      "Frequency response: 15 Hz to 30 kHz +0/-1.5 dB",
      "Hum and noise: -85 dB",
    ],
    simulated: "vintage-class-ab",
    runs: [
      both("noise", { seconds: 3 }),
      both("response", { highHz: 40_000, pointsPerDecade: 4 }),
      sweep(0, 1, 0.66),
      sweep(0, 2, 0.6),
    ],
  },
  {
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
    loads: [eight, four],
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
    sheet: [
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
    simulated: "home-class-ab",
    runs: [
      both("noise", { seconds: 3 }),
      both("gain", { seconds: 1 }),
      both("spectrum", { seconds: 1 }),
      both("response", { highHz: 48_000, pointsPerDecade: 4 }),
      both("crosstalk", { pointsPerDecade: 2 }),
      both("impedance", { pointsPerDecade: 2 }),
      both("burst"),
      sweep(1, 2, 1),
      sweep(0, 2, 1.15),
    ],
  },
];
