import { samplesInVolts } from "@/core/scpi";
import { formatHertz, formatSignificant } from "@/core/units";
import type { ScpiClient } from "./ScpiClient";

/** What it recorded, in volts at the tip of each probe, a channel each. */
export type Scoped = {
  volts: Float64Array[];
  fullScaleVolts: readonly number[];
  sampleRateHz: number;
};

/** Set and read back may differ by what the instrument rounds to. Chosen here. */
const SAME_RATIO = 0.01;
/** Its samples stop this close to the end of the range when the signal goes beyond it. */
const FULL_RATIO = 0.995;
/** Samples in bytes, at most. */
const MOST_SAMPLE_BYTES = 4;
/** Volts as an instrument reports them that sends volts. */
const AS_IT_IS = [1, 0, 0];
/** The longest wait beyond the recording itself. */
const SLACK_SECONDS = 5;
/** A rate that a WAV file can name differs from a whole number of hertz by no more. */
const WHOLE_RATIO = 1e-4;

/** An oscilloscope as a recorder: it is set, started, waited for, and hands over what it has. */
export class Oscilloscope {
  constructor(private readonly scpi: ScpiClient) {}

  get leastVoltsPeak(): number {
    return this.scpi.number("leastVoltsPeak");
  }

  get mostVoltsPeak(): number {
    return this.scpi.number("mostVoltsPeak");
  }

  async prepare(): Promise<void> {
    await this.scpi.say("prepare");
  }

  /** Sets the range of a channel. @returns the peak volts that it now takes @throws {InstrumentFault} where it has another probe factor than it was asked */
  async range(channel: number, voltsPeak: number): Promise<number> {
    const { scpi } = this;
    const probeFactor = scpi.number("probeFactor");
    await scpi.say("channel", { channel, voltsPeakToPeak: 2 * voltsPeak, probeFactor });
    if (scpi.has("probeNow")) {
      const factor = await scpi.ask("probeNow", { channel });
      if (Math.abs(factor / probeFactor - 1) > SAME_RATIO)
        throw scpi.fault(
          `channel ${channel} has a probe factor of ${formatSignificant(factor, 3)}, but the Rig has ${formatSignificant(probeFactor, 3)}. Every voltage would be wrong by that ratio: set both to the same value and check the switch on the probe.`,
        );
    }
    return (await scpi.ask("rangeNow", { channel })) / 2;
  }

  /** Begins to record. @returns at which rate @throws {InstrumentFault} on more samples than its memory holds */
  async start(seconds: number, sampleRateHz: number): Promise<number> {
    const { scpi } = this;
    const rate = Math.min(sampleRateHz, scpi.number("mostHertz"));
    const samples = Math.round(seconds * rate);
    if (samples > scpi.number("memorySamples"))
      throw scpi.fault(
        `this run records ${samples} samples at ${formatHertz(rate)}, and its memory holds ${scpi.number("memorySamples")}. Make the run shorter, or give fewer under its most samples a second.`,
      );
    await scpi.say("acquire", { seconds, samples });
    const hertz = 1 / (await scpi.ask("intervalNow"));
    const whole = Math.round(hertz);
    if (!(whole > 0) || Math.abs(hertz / whole - 1) > WHOLE_RATIO)
      throw scpi.fault(
        `it records at ${formatHertz(hertz)}, which is not a whole number of hertz. Choose another sample rate.`,
      );
    await scpi.say("start");
    return whole;
  }

  /** An odd number says that it is over: bit 0 of the standard event register, once *OPC has been sent. @see IEEE 488.2-1992, section 11.5.1 */
  async isDone(): Promise<boolean> {
    return Math.round(await this.scpi.ask("isDone")) % 2 === 1;
  }

  async stop(): Promise<void> {
    await this.scpi.say("stop");
  }

  /** Waits until it is over. @param look is called while it waits, and takes a moment itself @throws {InstrumentFault} where it never is */
  async wait(
    seconds: number,
    { now, look }: { now(): number; look(elapsed: number): Promise<void> },
  ): Promise<void> {
    const begun = now();
    while (!(await this.isDone())) {
      const elapsed = now() - begun;
      if (elapsed > seconds + SLACK_SECONDS) {
        await this.stop();
        throw this.scpi.fault(
          `it should record ${formatSignificant(seconds, 3)} s and has not finished after ${formatSignificant(elapsed, 3)} s. Check whether it is waiting for a trigger.`,
        );
      }
      await look(elapsed);
    }
  }

  /** Takes over what it recorded. @throws {InstrumentFault} */
  async fetch(
    channels: readonly number[],
    { fullScaleVolts, sampleRateHz, seconds }: FetchFacts,
  ): Promise<Scoped> {
    const { scpi } = this;
    const { sampleFormat } = scpi.instrument.profile;
    const volts: Float64Array[] = [];
    for (const channel of channels) {
      const [increment, origin, reference] = scpi.has("scale")
        ? await scpi.askAll("scale", { channel })
        : AS_IT_IS;
      const block = await scpi.block(
        "samples",
        { channel },
        MOST_SAMPLE_BYTES * seconds * sampleRateHz,
      );
      volts.push(
        scpi.valueOf(
          samplesInVolts(block, sampleFormat, { increment, origin, reference }, scpi.name),
        ),
      );
    }
    const [first] = volts;
    if (volts.some(({ length }) => length !== first.length))
      throw scpi.fault("its channels have different lengths. Try again.");
    return { volts, sampleRateHz, fullScaleVolts };
  }
}

type FetchFacts = Omit<Scoped, "volts"> & { seconds: number };

/** Whether a signal went to the end of the range: what lies beyond was not recorded. */
export const isBeyondRange = (peakVolts: number, fullScaleVolts: number): boolean =>
  peakVolts >= FULL_RATIO * fullScaleVolts;
