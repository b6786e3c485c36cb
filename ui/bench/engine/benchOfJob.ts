import { describedFacts, type AdjustableDescription } from "@/bench/catalogue";
import type { InstrumentDescription } from "@/bench/instruments";
import { failure, success, type Outcome } from "@/core/outcome";
import type { RigFloor } from "@/core/rig";
import { COVERAGE_FACTOR } from "@/core/power";
import type { Response } from "@/core/response";
import { formatShort } from "@/core/units";
import {
  audioRunSchema,
  networkRunSchema,
  type AudioRun,
  type BenchJob,
  type NetworkRun,
  type RunDraft,
} from "@/records";
import { hasStandIn, isRehearsedBy, scopeFloorRatio } from "@/records/facts";
import { TURNS } from "../../network/turns";
import type { OpenInterface } from "../../audio/openInterface";

/** The simulated converter and voltmeter are taken to be within 0.5 %. */
const SIMULATED_ACCURACY_RATIO = 0.005;
const SIMULATED_RATE_HZ = 192_000;

/** What a job is played on, and how its source is named. */
export type JobBench = {
  instrument: InstrumentDescription;
  mainsHz: number;
  sampleRateHz: number;
  source: RunDraft["source"];
  sourceDetail: string;
  voltsAccuracyRatio: number;
  /** What the rig distorts by itself; null where it is not known. */
  floor: RigFloor | null;
  /** What it does by itself to magnitude and phase, a channel each, to be taken out; null where nobody looked. */
  rigResponses: readonly Response[] | null;
};

/**
 * The bench of a job; one from the store is checked again, for it may have lain there since a run was broken off.
 * @param device the audio interface that is open, if any
 */
export const benchOfJob = (job: BenchJob, device: OpenInterface | null): Outcome<JobBench> => {
  if (job.played === "audio interface") {
    if (!audioRunSchema.isValidSync(job.rig))
      return failure(
        "instrument-fault",
        "Audio interface",
        "the levels of this run cannot be read. Start it again.",
      );
    return audioBench(audioRunSchema.cast(job.rig), device);
  }
  if (job.played === "network instruments") {
    if (!networkRunSchema.isValidSync(job.rig))
      return failure(
        "instrument-fault",
        "Network instruments",
        "the setup of this run cannot be read. Start it again.",
      );
    return success(networkBench(networkRunSchema.cast(job.rig)));
  }
  return simulatedBench({ kind: "simulated", amplifier: job.rig, seed: job.seed });
};

/** The simulated bench with an amplifier on it. @returns a finding that says what is wrong with the amplifier */
export const simulatedBench = (instrument: AdjustableDescription): Outcome<JobBench> => {
  const described = describedFacts(instrument);
  if (!described.ok) return described;
  const { mainsHz, name } = described.value;
  return success({
    instrument,
    mainsHz,
    sampleRateHz: SIMULATED_RATE_HZ,
    source: "simulated-bench",
    sourceDetail: name,
    voltsAccuracyRatio: SIMULATED_ACCURACY_RATIO,
    floor: null,
    rigResponses: null,
  });
};

/** The same of a run through an audio interface. @returns a finding where another one is open, or none */
export const audioBench = (run: AudioRun, device: OpenInterface | null): Outcome<JobBench> => {
  const { deviceName, sampleRateHz, isVirtual, inputs, mainsHz, floorRatio } = run;
  const rate = `${formatShort(sampleRateHz / 1000)} kHz`;
  if (!device || device.deviceName !== deviceName || device.sampleRateHz !== sampleRateHz)
    return failure(
      "instrument-fault",
      deviceName,
      `it is not open at ${rate}, which this run needs. Open it on the Rig, under Audio interface.`,
    );
  return success({
    instrument: {
      kind: "audio",
      setup: run,
      link: device.link(),
      ...(run.meters && { beside: { meters: run.meters, link: TURNS } }),
    },
    mainsHz,
    sampleRateHz,
    floor: floorRatio === null ? null : { thdPlusNoiseRatio: floorRatio },
    rigResponses: run.ownResponses,
    source: isVirtual || hasStandIn(run.meters) ? "simulated-bench" : "recording",
    sourceDetail: `${deviceName}, live at ${rate}`,
    voltsAccuracyRatio:
      COVERAGE_FACTOR * Math.max(...inputs.map(({ stdUncertaintyRatio }) => stdUncertaintyRatio)),
  });
};

/** More tells nothing of an amplifier, and fills the memory of an oscilloscope. */
const MOST_NETWORK_RATE_HZ = 192_000;

/** The same of a run between instruments of the network. */
export const networkBench = (run: NetworkRun): JobBench => {
  const { generator, oscilloscope, mainsHz } = run;
  return {
    instrument: { kind: "network", setup: run, link: TURNS },
    mainsHz,
    sampleRateHz: Math.min(MOST_NETWORK_RATE_HZ, oscilloscope.profile.numbers.mostHertz),
    source: isRehearsedBy(run) ? "simulated-bench" : "recording",
    sourceDetail: `${generator.name} and ${oscilloscope.name}, live over the network`,
    voltsAccuracyRatio: oscilloscope.profile.numbers.accuracyRatio,
    floor: { thdPlusNoiseRatio: scopeFloorRatio(run), isOfSteps: true },
    rigResponses: null,
  };
};
