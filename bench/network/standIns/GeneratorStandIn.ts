import { DoubleRate } from "../../audio/virtual/HalfBandStream";
import { wordAsNumber, outOfRange, switchOf, type Command, type GivenCommand } from "./commands";
import type { SharedBench } from "./SharedBench";
import type { Clock } from "./clock";

/** What its outputs give at most, peak to peak. */
const MOST_VOLTS_PEAK_TO_PEAK = 20;
const MOST_HERTZ = 1e6;
const MOST_SAMPLES = 16e6;
/** A command takes so long. */
const SET_SECONDS = 0.002;

type Output = {
  isOn: boolean;
  shape: "SINUSOID" | "USER";
  hertz: number;
  voltsPeakToPeak: number;
  isSweep: boolean;
  sweep: { lowHertz: number; highHertz: number; seconds: number };
  isBurst: boolean;
  cycles: number;
  samplesPerSecond: number;
  wave: Float64Array;
  /** Of what plays once; null until it is started. */
  startedAt: number | null;
  phase: number;
};

const switchedOff = (): Output => ({
  isOn: false,
  shape: "SINUSOID",
  hertz: 1000,
  voltsPeakToPeak: 0.1,
  isSweep: false,
  sweep: { lowHertz: 20, highHertz: 20_000, seconds: 1 },
  isBurst: false,
  cycles: 1,
  samplesPerSecond: 192_000,
  wave: new Float64Array(0),
  startedAt: null,
  phase: 0,
});

/** A function generator with an output for each input of the amplifier. */
export const generatorCommands = (bench: SharedBench, clock: Clock): readonly Command[] => {
  const outputs = Array.from({ length: bench.channelCount }, switchedOff);
  outputs.forEach((output, k) =>
    bench.feed(k, (volts, firstFrame) => play(output, volts, firstFrame, bench.rateHz)),
  );
  const of = ({ suffixes: [number] }: GivenCommand): Output => {
    const output = outputs[number - 1];
    if (!output) throw outOfRange();
    return output;
  };
  const set =
    (change: (output: Output, given: GivenCommand) => void) =>
    (given: GivenCommand): void => {
      clock.pass(SET_SECONDS);
      change(of(given), given);
    };
  const within = (given: GivenCommand, least: number, most: number): number => {
    const value = wordAsNumber(given);
    if (!(value >= least && value <= most)) throw outOfRange();
    return value;
  };
  return [
    ["OUTPut#[:STATe]", set((output, given) => (output.isOn = switchOf(given)))],
    ["OUTPut#[:STATe]?", (given) => (of(given).isOn ? "1" : "0")],
    ["OUTPut#:IMPedance", set((_, given) => void wordAsNumber(given))],
    [
      "[SOURce#]:FREQuency[:CW]",
      set((output, given) => (output.hertz = within(given, 1e-3, MOST_HERTZ))),
    ],
    ["SOURce#:FREQuency[:CW]?", (given) => of(given).hertz.toExponential(6)],
    [
      "SOURce#:FREQuency:STARt",
      set((output, given) => (output.sweep.lowHertz = within(given, 1e-3, MOST_HERTZ))),
    ],
    [
      "SOURce#:FREQuency:STOP",
      set((output, given) => (output.sweep.highHertz = within(given, 1e-3, MOST_HERTZ))),
    ],
    [
      "SOURce#:FREQuency:MODE",
      set((output, { words: [mode] }) => {
        output.isSweep = /^SWE/i.test(mode ?? "");
        output.startedAt = null;
      }),
    ],
    ["SOURce#:SWEep:SPACing", set(() => {})],
    [
      "SOURce#:BURSt[:STATe]",
      set((output, given) => {
        output.isBurst = switchOf(given);
        output.startedAt = null;
      }),
    ],
    ["SOURce#:BURSt:NCYCles", set((output, given) => (output.cycles = within(given, 1, 1e6)))],
    [
      "SOURce#:SWEep:TIME",
      set((output, given) => (output.sweep.seconds = within(given, 1e-3, 1000))),
    ],
    [
      "SOURce#:VOLTage[:LEVel][:IMMediate][:AMPLitude]",
      set((output, given) => (output.voltsPeakToPeak = within(given, 0, MOST_VOLTS_PEAK_TO_PEAK))),
    ],
    [
      "SOURce#:VOLTage[:LEVel][:IMMediate][:AMPLitude]?",
      (given) => of(given).voltsPeakToPeak.toExponential(6),
    ],
    ["SOURce#:VOLTage[:LEVel][:IMMediate]:OFFSet", set((_, given) => void within(given, -10, 10))],
    [
      "SOURce#:FUNCtion[:SHAPe]",
      set((output, { words: [shape] }) => {
        output.shape = /^USER/i.test(shape ?? "") ? "USER" : "SINUSOID";
        output.startedAt = null;
      }),
    ],
    [
      "SOURce#:FUNCtion:USER:RATE",
      set((output, given) => (output.samplesPerSecond = within(given, 1, bench.rateHz))),
    ],
    [
      "TRACe[:DATA]",
      ({ words: [name], block }) => {
        clock.pass(SET_SECONDS);
        const output = outputs[Number(/\d+$/.exec(name ?? "")?.[0]) - 1];
        if (!output || !block || block.length % 4 !== 0 || block.length > 4 * MOST_SAMPLES)
          throw outOfRange();
        const view = new DataView(block.buffer, block.byteOffset, block.byteLength);
        output.wave = Float64Array.from({ length: block.length / 4 }, (_, n) =>
          view.getFloat32(4 * n, true),
        );
        output.startedAt = null;
      },
    ],
    [
      "*TRG",
      () => {
        clock.pass(SET_SECONDS);
        for (const output of outputs) {
          output.wave = atRate(output, bench.rateHz);
          output.startedAt = bench.nextFrame;
        }
      },
    ],
  ];
};

/** Its memory at the rate of the simulation. */
const atRate = (output: Output, rateHz: number): Float64Array => {
  let { wave } = output;
  for (; output.samplesPerSecond < rateHz && wave.length > 0; output.samplesPerSecond *= 2)
    wave = new DoubleRate(wave.length).run(wave).slice();
  return wave;
};

const play = (output: Output, volts: Float64Array, firstFrame: number, rateHz: number): void => {
  volts.fill(0);
  if (!output.isOn) return;
  const peak = output.voltsPeakToPeak / 2;
  const once = onceOf(output, rateHz);
  if (once) {
    const { startedAt } = output;
    if (startedAt === null) return;
    for (let n = 0; n < volts.length; n++) volts[n] = peak * once(firstFrame + n - startedAt);
    return;
  }
  const turn = (2 * Math.PI * output.hertz) / rateHz;
  for (let n = 0; n < volts.length; n++) {
    volts[n] = peak * Math.sin(output.phase);
    output.phase += turn;
  }
  output.phase %= 2 * Math.PI;
};

/** What plays once it is started, over its peak, at a frame since then; null where a sine goes on and on. */
const onceOf = (output: Output, rateHz: number): ((frame: number) => number) | null => {
  if (output.shape === "USER") return (frame) => output.wave[frame] ?? 0;
  if (output.isBurst) return (frame) => burstAt(output, frame / rateHz);
  return output.isSweep ? (frame) => glideAt(output, frame / rateHz) : null;
};

/** So many cycles, and silence. */
const burstAt = ({ hertz, cycles }: Output, seconds: number): number =>
  seconds >= 0 && seconds * hertz < cycles ? Math.sin(2 * Math.PI * hertz * seconds) : 0;

/** One glide, whose frequency grows by the same ratio in the same time. */
const glideAt = ({ sweep }: Output, seconds: number): number => {
  const { lowHertz, highHertz, seconds: length } = sweep;
  if (seconds >= length) return 0;
  const growth = Math.log(highHertz / lowHertz) / length;
  return Math.sin(((2 * Math.PI * lowHertz) / growth) * (Math.exp(growth * seconds) - 1));
};
