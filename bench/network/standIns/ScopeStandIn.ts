import { halveRate } from "@/core/signal";
import { addNoise } from "../../simulated/instruments/seededNoise";
import { wordAsNumber, outOfRange, type Command, type GivenCommand } from "./commands";
import type { SharedBench, Tape } from "./SharedBench";
import type { Clock } from "./clock";

const BITS = 14;
const STEPS = 2 ** BITS;
const MOST_VOLTS_PEAK_TO_PEAK = 800;
const LEAST_VOLTS_PEAK_TO_PEAK = 0.02;
const MOST_SAMPLES = 16e6;
/** How long a question takes it. */
const ASK_SECONDS = 0.01;
/** The amplifier's noise is given for 20 kHz. */
const NOISE_RATE_HZ = 40_000;
/** Its own noise, in steps of its converter. */
const NOISE_STEPS = 0.3;
/** A probe that is switched to 10 while the channel stands at 1, or the other way round. */
const WRONG_SCALE_RATIO = 0.1;

type Channel = { voltsPeakToPeak: number; probeFactor: number };

/** An oscilloscope: a channel on each load, the next one at the amplifier's input, and one that is free. */
export const scopeCommands = (
  bench: SharedBench,
  clock: Clock,
  isWrong: boolean,
): readonly Command[] => {
  const channels: Channel[] = Array.from({ length: bench.channelCount + 2 }, () => ({
    voltsPeakToPeak: 20,
    probeFactor: 10,
  }));
  let seconds = 0.1,
    samples = 1000;
  let tape: Tape | null = null;
  let hasAskedForCompletion = false;
  const of = ({ suffixes: [number] }: GivenCommand): Channel => {
    const channel = channels[number - 1];
    if (!channel) throw outOfRange();
    return channel;
  };
  const named = ({ words: [name] }: GivenCommand): number => {
    const number = Number(/\d+$/.exec(name ?? "")?.[0]);
    if (!channels[number - 1]) throw outOfRange();
    return number - 1;
  };
  const halvings = (): number =>
    Math.max(0, Math.floor(Math.log2((bench.rateHz * seconds) / samples) + 1e-6));
  const volts = (channel: number): Float64Array => {
    if (!tape || tape.filled < tape.input.length) throw outOfRange();
    const recorded = tape.outputs[channel] ?? (channel === bench.channelCount ? tape.input : null);
    let slow: Float64Array = recorded?.slice() ?? new Float64Array(tape.input.length);
    for (let k = 0; k < halvings(); k++) slow = halveRate(slow);
    const bandwidth = Math.sqrt(bench.rateHz / 2 ** halvings() / NOISE_RATE_HZ);
    addNoise(slow, bandwidth * bench.noiseVoltsRms, clock.seed() + 31 * channel);
    return slow;
  };
  return [
    ["INPut#:COUPling", (given) => void of(given)],
    ["INPut#:ATTenuation", (given) => void (of(given).probeFactor = wordAsNumber(given))],
    ["INPut#:ATTenuation?", (given) => of(given).probeFactor.toExponential(4)],
    [
      "SENSe#:VOLTage[:DC]:RANGe:PTPeak",
      (given) => {
        const value = wordAsNumber(given);
        if (!(value >= LEAST_VOLTS_PEAK_TO_PEAK && value <= MOST_VOLTS_PEAK_TO_PEAK))
          throw outOfRange();
        of(given).voltsPeakToPeak = value;
      },
    ],
    ["SENSe#:VOLTage[:DC]:RANGe:PTPeak?", (given) => of(given).voltsPeakToPeak.toExponential(8)],
    ["SENSe:SWEep:TIME", (given) => void (seconds = wordAsNumber(given))],
    [
      "SENSe:SWEep:POINts",
      (given) => {
        const value = Math.round(wordAsNumber(given));
        if (!(value > 0 && value <= MOST_SAMPLES)) throw outOfRange();
        samples = value;
      },
    ],
    ["SENSe:SWEep:TINTerval?", () => (2 ** halvings() / bench.rateHz).toExponential(10)],
    ["TRIGger:SOURce", () => {}],
    ["FORMat[:DATA]", () => {}],
    ["FORMat:BORDer", () => {}],
    [
      "INITiate[:IMMediate]",
      () => {
        clock.pass(0);
        tape = bench.record(Math.round(seconds * bench.rateHz));
      },
    ],
    ["*OPC", () => void (hasAskedForCompletion = true)],
    [
      "*ESR?",
      async () => {
        await clock.take(ASK_SECONDS);
        const isDone = hasAskedForCompletion && tape !== null && tape.filled === tape.input.length;
        if (isDone) hasAskedForCompletion = false;
        return isDone ? "1" : "0";
      },
    ],
    [
      "ABORt",
      () => {
        tape = null;
        bench.stop();
      },
    ],
    [
      "TRACe:PREamble?",
      (given) => {
        const { voltsPeakToPeak } = channels[named(given)];
        return `${(voltsPeakToPeak / STEPS).toExponential(9)},0,0`;
      },
    ],
    [
      "TRACe[:DATA]?",
      async (given) => {
        await clock.take(ASK_SECONDS);
        const channel = named(given);
        const step = channels[channel].voltsPeakToPeak / STEPS;
        return integersOf(volts(channel), isWrong ? step / WRONG_SCALE_RATIO : step, clock.seed());
      },
    ],
  ];
};

/** Samples in steps of the converter, with its noise, as 16 bits, low byte first; what lies beyond stops at the end. */
const integersOf = (volts: Float64Array, step: number, seed: number): Uint8Array => {
  const bytes = new Uint8Array(2 * volts.length);
  const view = new DataView(bytes.buffer);
  const steps = volts.map((value) => value / step);
  addNoise(steps, NOISE_STEPS, seed + 5);
  steps.forEach((value, n) =>
    view.setInt16(2 * n, Math.max(-STEPS / 2, Math.min(STEPS / 2 - 1, Math.round(value))), true),
  );
  return bytes;
};
