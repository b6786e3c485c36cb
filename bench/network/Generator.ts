import { peakOf } from "@/core/numeric";
import { packedWave } from "@/core/scpi";
import { formatHertz, formatSignificant } from "@/core/units";
import { InstrumentFault } from "../contract";
import type { NetworkInstrument } from "./link";
import type { ScpiClient } from "./ScpiClient";

/** A setting that reads back otherwise was changed by somebody else; rounding to its own digits is less. Chosen here. */
const SAME_RATIO = 0.01;

/** A glide whose frequency grows by the same ratio in the same time. */
type Glide = { lowHz: number; highHz: number; seconds: number; voltsPeak: number };

/** What plays once, when it is started. */
export type OnceWave = { volts: Float64Array; sampleRateHz: number };

/** Whether it glides by itself, where it has no memory for the glide. */
export const glidesByItself = ({ profile: { commands } }: NetworkInstrument): boolean =>
  !hasWaveforms(commands) && Boolean(commands.sweep?.trim() && commands.start?.trim());

const hasWaveforms = (commands: Readonly<Record<string, string>>): boolean =>
  WAVEFORM_COMMANDS.every((command) => commands[command]?.trim());

/** Whether it plays bursts by itself, where its memory does not hold so many seconds or it has none. Between them it is silent. */
export const burstsByItself = (
  { profile: { commands, numbers } }: NetworkInstrument,
  seconds: number,
): boolean =>
  Boolean(commands.burst?.trim() && commands.start?.trim()) &&
  (!hasWaveforms(commands) || seconds * numbers.waveformHertz > numbers.memorySamples);

/** At which a generator takes a waveform of so many seconds. @throws {InstrumentFault} where its memory is too small, or there is none */
export const waveformRate = ({ name, profile }: NetworkInstrument, seconds: number): number => {
  const { commands, numbers } = profile;
  const refuse = (advice: string): never => {
    throw new InstrumentFault({ code: "instrument-fault", where: name, advice });
  };
  if (!hasWaveforms(commands))
    refuse(
      "this run needs an arbitrary waveform, and this generator has no commands for one. Fill in its three waveform commands on the Rig, or use another source.",
    );
  const { waveformHertz, memorySamples } = numbers;
  if (seconds * waveformHertz > memorySamples)
    refuse(
      `this run needs a waveform of ${formatSignificant(seconds, 3)} s, which is ${Math.ceil(seconds * waveformHertz)} samples at ${formatHertz(waveformHertz)}; its memory holds ${memorySamples}. Shorten the run, or send waveforms at a lower rate.`,
    );
  return waveformHertz;
};

const WAVEFORM_COMMANDS = ["waveform", "playWaveform", "start"];

/** A function generator: a sine that holds, or something that plays once. Levels are peak volts into a high impedance. */
export class Generator {
  constructor(private readonly scpi: ScpiClient) {}

  get outputCount(): number {
    return this.scpi.number("outputCount");
  }

  get settleSeconds(): number {
    return this.scpi.number("settleSeconds");
  }

  async prepare(outputs: readonly number[]): Promise<void> {
    for (const output of outputs) {
      await this.scpi.say("prepare", { output });
      await this.scpi.say("continuous", { output });
    }
  }

  async sine(output: number, hertz: number, voltsPeak: number): Promise<void> {
    await this.scpi.say("sine", { output, hertz, voltsPeakToPeak: 2 * voltsPeak });
  }

  /** Takes what is to play once into an output's memory; it plays from `start` on. */
  async load(output: number, { volts, sampleRateHz }: OnceWave): Promise<void> {
    const peak = peakOf(volts);
    const wave = peak > 0 ? volts.map((value) => value / peak) : volts;
    const values = { output, samplesPerSecond: sampleRateHz };
    await this.scpi.say("waveform", values, packedWave(wave));
    await this.scpi.say("playWaveform", { ...values, voltsPeakToPeak: 2 * peak });
  }

  /** Gets ready to glide once, from `start` on. */
  async glide(output: number, { lowHz, highHz, seconds, voltsPeak }: Glide): Promise<void> {
    await this.sine(output, lowHz, voltsPeak);
    await this.scpi.say("sweep", { output, lowHertz: lowHz, highHertz: highHz, seconds });
  }

  /** Gets ready to play so many cycles at each `start`. */
  async burst(
    output: number,
    { hertz, cycles, voltsPeak }: { hertz: number; cycles: number; voltsPeak: number },
  ): Promise<void> {
    await this.scpi.say("burst", { output, hertz, cycles, voltsPeakToPeak: 2 * voltsPeak });
  }

  async start(): Promise<void> {
    await this.scpi.say("start");
  }

  async on(outputs: readonly number[]): Promise<void> {
    for (const output of outputs) await this.scpi.say("outputOn", { output });
  }

  async off(outputs: readonly number[]): Promise<void> {
    for (const output of outputs) await this.scpi.say("outputOff", { output });
  }

  /** Looks whether it still stands as it was set: two who turn one generator spoil each other's readings. @throws {InstrumentFault} */
  async verify(
    output: number,
    { voltsPeak, hertz }: { voltsPeak: number; hertz: number | null },
  ): Promise<void> {
    const { scpi } = this;
    const level = await scpi.ask("levelNow", { output });
    if (Math.abs(level / (2 * voltsPeak) - 1) > SAME_RATIO)
      throw scpi.fault(
        `its level was set to ${formatSignificant(2 * voltsPeak, 4)} V peak to peak, but it reports ${formatSignificant(level, 4)} V. Someone may have changed it, or it uses another unit: compare both under “Try it”.`,
      );
    if (hertz === null || !scpi.has("frequencyNow")) return;
    const set = await scpi.ask("frequencyNow", { output });
    if (Math.abs(set / hertz - 1) > SAME_RATIO)
      throw scpi.fault(
        `its frequency was set to ${formatHertz(hertz)}, but it reports ${formatHertz(set)}. Someone may have changed it.`,
      );
  }
}
