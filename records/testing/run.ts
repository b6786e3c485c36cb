// For tests only: records built by hand.
import { levelResult } from "@/core/run/reading";
import { stepReading } from "@/core/testing/stepReading";
import {
  NO_REMARKS,
  powerDraft,
  runEvidence,
  type Amplifier,
  type Claim,
  type Load,
  type Run,
  type StatedPower,
} from "..";

export const amplifier: Amplifier = {
  id: "amp",
  createdAt: "2026-11-25T09:00:00.000Z",
  maker: "Larkspur",
  model: "Two",
  kind: "home",
  topology: "class AB",
  year: 1982,
  channelCount: 2,
  condition: "",
  notes: "",
};

/** A continuous power with all that makes it testable. */
export const power: StatedPower = {
  kind: "power",
  id: "claim",
  printedText: "50 W",
  source: "manual",
  powerWatts: 50,
  loadOhms: 8,
  channelsDriven: 2,
  distortionLimitRatio: 0.005,
  distortionMeasure: "thd-plus-noise",
};

/** The same as it is kept. */
export const claim: Claim = { ...powerDraft(power), id: "claim", amplifierId: "amp" };

export const load: Load = {
  id: "load",
  nominalOhms: 8,
  channels: [
    { ohms: 8.21, ohmsExpandedUncertainty: 0.02 },
    { ohms: 8.18, ohmsExpandedUncertainty: 0.04 },
  ],
};

/** A sweep of two channels that pass half a percent just above the given watts. */
export const runOf = (watts: readonly number[], change: Partial<Run> = {}): Run => ({
  id: "run",
  amplifierId: "amp",
  kind: "power-sweep",
  source: "recording",
  sourceDetail: "sweep.wav",
  takenAt: "2026-11-25T10:00:00.000Z",
  analysisVersion: 1,
  conditions: {
    nominalOhms: 8,
    fullScaleVolts: 80,
    mainsHz: 50,
    band: { lowHz: 20, highHz: 20_000 },
    channelsDriven: watts.length,
    channels: watts.map((_, channelIndex) => ({
      channelIndex,
      loadOhms: 8.2,
      loadOhmsStdUncertainty: 0.01,
      voltsStdUncertaintyRatio: 0.002,
    })),
  },
  result: {
    kind: "power-sweep",
    channels: watts.map((limit) =>
      levelResult({
        steps: [
          stepReading(1, 0.0004),
          stepReading(limit, 0.0012),
          stepReading(1.01 * limit, 0.02, true),
        ],
        stop: { reason: "rail-voltage", evidence: "Both halves flatten." },
      }),
    ),
  },
  captures: [{ sha256: "ab".repeat(32), fileName: "sweep.wav", fullScaleVolts: 80 }],
  remarks: NO_REMARKS,
  ...change,
});

/** Runs as the judge is given them, as if each had been made on a real bench. */
export const evidenceOf = (runs: readonly Run[]) =>
  runs
    .filter(({ remarks }) => remarks.struck === null)
    .map((run) => runEvidence({ ...run, source: "recording" }));
