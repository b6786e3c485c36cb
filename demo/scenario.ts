import type { ExampleName } from "@/bench/simulated";
import type { AmplifierDraft, ClaimDraft, LoadDraft } from "@/records";

/** One amplifier of the demo shelf. Everything in it is invented; its runs are made on the simulated bench. */
export type DemoAmplifier = {
  draft: AmplifierDraft;
  claims: readonly ClaimDraft[];
  loads: readonly LoadDraft[];
  simulated: ExampleName;
  /** Which load (by position) is driven, how many channels, up to which drive. Oldest first. */
  runs: readonly { load: number; channelsDriven: number; lastVoltsRms: number }[];
};

const eight = { nominalOhms: 8, channels: [{ ohms: 8.21, ohmsExpandedUncertainty: 0.02 }, { ohms: 8.18, ohmsExpandedUncertainty: 0.02 }] };
const four = { nominalOhms: 4, channels: [{ ohms: 4.07, ohmsExpandedUncertainty: 0.015 }, { ohms: 4.11, ohmsExpandedUncertainty: 0.015 }] };

export const DEMO_SHELF: readonly DemoAmplifier[] = [
  {
    draft: { maker: "Pinwheel", model: "Dot 45", kind: "mini", topology: "class AB", year: 2024, channelCount: 2, condition: "New, lent by the importer", notes: "24 V, 3 A brick in the box. Outputs are bridge-tied: neither terminal may meet earth." },
    claims: [{ printedText: "2 x 45W", source: "box front; the manual adds 4 ohm, 10 %", powerWatts: 45, loadOhms: 4, channelsDriven: 2, distortionLimitRatio: 0.1, distortionMeasure: "thd-plus-noise" }],
    loads: [four, eight],
    simulated: "mini-bridge-brick",
    runs: [{ load: 0, channelsDriven: 1, lastVoltsRms: 0.76 }, { load: 0, channelsDriven: 2, lastVoltsRms: 0.5 }],
  },
  {
    draft: { maker: "Harrowby", model: "R-30", kind: "vintage", topology: "class AB", year: 1974, channelCount: 2, condition: "Original, dusty, all lamps work", notes: "Power-up over an hour by the workshop; no leaks seen from outside." },
    claims: [{ printedText: "30 watts continuous per channel, both channels driven, into 8 ohms, less than 1 % total harmonic distortion", source: "owner's manual, p. 14", powerWatts: 30, loadOhms: 8, channelsDriven: 2, distortionLimitRatio: 0.01, distortionMeasure: "thd" }],
    loads: [eight],
    simulated: "vintage-class-ab",
    runs: [{ load: 0, channelsDriven: 1, lastVoltsRms: 0.66 }, { load: 0, channelsDriven: 2, lastVoltsRms: 0.6 }],
  },
  {
    draft: { maker: "Tollgate", model: "Sixty", kind: "home", topology: "class AB", year: 2011, channelCount: 2, condition: "Bought used, works as new", notes: "" },
    claims: [
      { printedText: "50 W per channel minimum into 8 ohms, both channels driven, with no more than 0.1 % THD", source: "brochure, p. 2", powerWatts: 50, loadOhms: 8, channelsDriven: 2, distortionLimitRatio: 0.001, distortionMeasure: "thd-plus-noise" },
      { printedText: "93 W / 4 ohms, 1 %", source: "brochure, p. 2", powerWatts: 93, loadOhms: 4, channelsDriven: 2, distortionLimitRatio: 0.01, distortionMeasure: "thd-plus-noise" },
    ],
    loads: [eight, four],
    simulated: "home-class-ab",
    runs: [{ load: 1, channelsDriven: 2, lastVoltsRms: 1 }, { load: 0, channelsDriven: 2, lastVoltsRms: 1.15 }],
  },
];
