import { readInputs } from "@/bench/audio/setup";
import { fromCatalogue, instrumentFacts, type CatalogueName } from "@/bench/catalogue";
import type { Outcome } from "@/core/outcome";
import type { RunKind } from "@/core/run";
import type { BenchJob, Confirmation, Details, Load } from "@/records";
import { isMadeLive } from "@/records/facts";
import type { AudioBench } from "./audio/AudioBench";
import { audioBench, simulatedBench, type JobBench } from "./engine/benchOfJob";
import { rigOn } from "./rigOn";

/** What a run is played on, as its form needs to know it: the form never asks which it is. */
export type PlayedOn = {
  isSimulated: boolean;
  channelCount: number;
  /** Nothing can be started on it now. */
  isHeld: boolean;
  /** Whether it can make this kind of run at all. */
  makes(kind: RunKind): boolean;
  confirmations: readonly Confirmation[];
  /** The part of a job that says what it is played on. */
  job(
    setting: string,
    supplies: Details["supplies"],
  ): Pick<BenchJob, "played" | "rig" | "confirmations">;
  /** For a tone by hand, with this load on the outputs; made anew each time. */
  bench(load: Load): Outcome<JobBench>;
};

/** An amplifier of the catalogue on the simulated bench. */
export const onSimulated = (name: CatalogueName): PlayedOn => {
  const described = fromCatalogue(name);
  return {
    isSimulated: true,
    channelCount: instrumentFacts(described).channelCount,
    isHeld: false,
    makes: () => true,
    confirmations: [],
    job: (setting, supplies) => ({ rig: rigOn(described.amplifier, setting, supplies) }),
    bench: () => simulatedBench(described),
  };
};

/** What hangs on an audio interface. */
export const onAudio = ({ run, device, confirmations, isHeld }: AudioBench): PlayedOn => ({
  isSimulated: false,
  channelCount: readInputs(run).length,
  isHeld,
  makes: isMadeLive,
  confirmations,
  job: () => ({ played: "audio interface", rig: run, confirmations }),
  bench: ({ channels }) => {
    device.hang(channels.map(({ ohms }) => ohms));
    return audioBench(run, device);
  },
});
