import { readInputs } from "@/bench/audio/setup";
import { fromCatalogue, instrumentFacts, type CatalogueName } from "@/bench/catalogue";
import { success, type Outcome } from "@/core/outcome";
import type { RunKind } from "@/core/run";
import { formatShort } from "@/core/units";
import type { BenchJob, Confirmation, Details, Load, NetworkRun } from "@/records";
import { isMadeLive, unseenBy } from "@/records/facts";
import type { AudioBench } from "./audio/AudioBench";
import { audioBench, networkBench, simulatedBench, type JobBench } from "./engine/benchOfJob";
import { silenceInstruments } from "../network/silence";
import { rigOn } from "./rigOn";

/** What a run is played on, as its form needs to know it: the form never asks which it is. */
export type PlayedOn = {
  isSimulated: boolean;
  channelCount: number;
  /** Nothing can be started on it now. */
  isHeld: boolean;
  /** What stands between page and amplifier; null for the simulated bench, which is chosen in the form. */
  through: { name: string; text: string } | null;
  /** Whether it can make this kind of run at all. */
  makes(kind: RunKind): boolean;
  /** What this kind of run cannot tell with it, and why, in words. */
  unseen(kind: RunKind): readonly string[];
  /** Every output off, now. */
  silence(): void;
  confirmations: readonly Confirmation[];
  /** The part of a job that says what it is played on. */
  job(
    setting: string,
    supplies: Details["supplies"],
  ): Pick<BenchJob, "played" | "rig" | "confirmations">;
  /** For a tone by hand, with this load on the outputs; rebuilt each time. */
  bench(load: Load): Outcome<JobBench>;
};

/** An amplifier of the catalogue on the simulated bench. */
export const onSimulated = (name: CatalogueName): PlayedOn => {
  const described = fromCatalogue(name);
  return {
    isSimulated: true,
    channelCount: instrumentFacts(described).channelCount,
    isHeld: false,
    through: null,
    makes: () => true,
    unseen: () => [],
    silence: () => {},
    confirmations: [],
    job: (setting, supplies) => ({ rig: rigOn(described.amplifier, setting, supplies) }),
    bench: () => simulatedBench(described),
  };
};

const atMost = ({ mostVoltsPeak }: { mostVoltsPeak: number }): string =>
  `maximum input voltage ${formatShort(mostVoltsPeak / Math.SQRT2)} V`;

/** An audio interface hears nothing but volts; it sends what it plays itself, and so knows the input. Meters beside it tell the rest. */
const knownOf = ({ meters }: AudioBench["run"]) => ({
  knowsMains: Boolean(meters?.mainsMeter),
  knowsHeat: Boolean(meters?.thermometer),
  knowsInput: true,
});

/** What is connected to an audio interface. */
export const onAudio = ({ run, device, confirmations, isHeld }: AudioBench): PlayedOn => ({
  isSimulated: false,
  channelCount: readInputs(run).length,
  isHeld,
  through: {
    name: run.deviceName,
    text: `${formatShort(run.sampleRateHz / 1000)} kHz, ${atMost(run)}`,
  },
  makes: (kind) => isMadeLive(kind, knownOf(run)),
  unseen: (kind) => unseenBy(kind, { ...knownOf(run), sampleRateHz: run.sampleRateHz }),
  silence: () => device.mute(),
  confirmations,
  job: () => ({ played: "audio interface", rig: run, confirmations }),
  bench: ({ channels }) => {
    device.connectLoad(channels.map(({ ohms }) => ohms));
    return audioBench(run, device);
  },
});

/** What stands between instruments of the network. */
export const onNetwork = ({ run, confirmations, isHeld }: NetworkBench): PlayedOn => {
  const { mainsMeter, thermometer } = run.meters;
  const known = {
    knowsMains: mainsMeter !== null,
    knowsHeat: thermometer !== null,
    knowsInput: run.sourceChannel !== null,
  };
  const { mostHertz } = run.oscilloscope.profile.numbers;
  return {
    isSimulated: false,
    channelCount: run.readChannels.length,
    isHeld,
    through: { name: `${run.generator.name} → ${run.oscilloscope.name}`, text: atMost(run) },
    makes: (kind) => isMadeLive(kind, known),
    unseen: (kind) => unseenBy(kind, { ...known, sampleRateHz: mostHertz }),
    silence: silenceInstruments,
    confirmations,
    job: () => ({ played: "network instruments", rig: run, confirmations }),
    bench: () => success(networkBench(run)),
  };
};

/** Instruments of the network that stand ready for runs. */
export type NetworkBench = {
  run: NetworkRun;
  /** Of the safety gate, kept with each run. */
  confirmations: readonly Confirmation[];
  /** Something of the safety gate is still to be confirmed: nothing real is driven before. */
  isHeld: boolean;
};
