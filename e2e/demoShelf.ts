import { driven, sweep } from "@/demo/shelf/parts";
import { DOT_45 } from "@/demo/shelf/dot45";
import { R_30 } from "@/demo/shelf/r30";
import { SIXTY } from "@/demo/shelf/sixty";
import type { DemoAmplifier } from "@/demo/types";

const asked = { isPlanMade: undefined, photos: [], log: [] };

/** A home amplifier of the demo with the runs that most tests need, made in a few seconds. */
export const HOME: DemoAmplifier = {
  ...SIXTY,
  ...asked,
  runs: [
    driven("noise", "eight", { seconds: 3 }),
    driven("gain", "eight", { seconds: 1 }),
    driven("spectrum", "eight", { seconds: 1 }),
    driven("response", "eight", { highHz: 48_000, pointsPerDecade: 4 }),
    driven("crosstalk", "eight", { pointsPerDecade: 2 }),
    driven("impedance", "eight", { pointsPerDecade: 2 }),
    driven("burst", "eight"),
    sweep("four", 2),
    sweep("eight", 2),
  ],
};

/** The same with its sweeps alone, behind a mini that was only rehearsed and a vintage one. */
export const SWEPT: readonly DemoAmplifier[] = [
  { ...DOT_45, ...asked, isRehearsed: true, runs: [sweep("four", 1), sweep("four", 2)] },
  { ...R_30, ...asked, runs: [sweep("eight", 1), sweep("eight", 2)] },
  { ...HOME, runs: HOME.runs.filter(({ kind }) => kind === "power-sweep") },
];
