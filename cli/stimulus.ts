import { writeFileSync } from "node:fs";
import { BURST_KINDS, bursts, differenceTones, frequencySteps, logFrequencies, logSweep, modulationTones, multitone, pinkNoise, silence, steppedFrequencies, steppedSweep, tones, type StimulusFrame } from "@/core/signal";
import { encodeWav } from "@/core/wav";
import { bandOption, parseCommandLine, positiveOption, UsageError, type CommandLine } from "./arguments";

const OPTIONS = ["out", "rate", "seconds", "level", "frequency", "band", "steps", "points-per-decade", "seed", "bits"];

/** Peak (RMS for noise) as a share of full scale; full scale is 1. */
type Maker = (level: number, frame: StimulusFrame, line: CommandLine) => Float64Array;

const FADE_SECONDS = 0.01;
const BAND = { lowHz: 20, highHz: 20_000 };

const MAKERS: Record<string, Maker> = {
  sine: (level, frame, line) => tones([{ frequencyHz: positiveOption(line, "frequency", 1000), voltsPeak: level }], frame),
  "level-sweep": (level, frame, line) => {
    const stepCount = Math.round(positiveOption(line, "steps", 40));
    return steppedSweep({ frequencyHz: positiveOption(line, "frequency", 1000), firstVoltsPeak: level / 40, lastVoltsPeak: level, stepCount, stepSeconds: frame.seconds / stepCount }, frame.sampleRateHz);
  },
  "frequency-steps": (level, frame, line) => {
    const { lowHz, highHz } = bandOption(line, "band", BAND);
    return steppedFrequencies(frequencySteps(logFrequencies(lowHz, highHz, positiveOption(line, "points-per-decade", 10)), 0.1, 6), level, frame.sampleRateHz);
  },
  "log-sweep": (level, frame, line) => {
    const sweep = { ...bandOption(line, "band", { lowHz: 10, highHz: 22_000 }), seconds: frame.seconds };
    // A second of silence after it, for what rings on.
    const volts = new Float64Array(Math.round((frame.seconds + 1) * frame.sampleRateHz));
    volts.set(logSweep(sweep, level, frame.sampleRateHz));
    return volts;
  },
  "intermodulation-difference": (level, frame) => differenceTones(level, frame),
  "intermodulation-modulation": (level, frame) => modulationTones(level, frame),
  multitone: (level, frame, line) => multitone(level, 1, frame, seedOf(line)),
  "pink-noise": (level, frame, line) => pinkNoise(level, frame, seedOf(line)),
  silence: (_, frame) => silence(frame),
  ...Object.fromEntries(Object.entries(BURST_KINDS).map(([name, kind]): [string, Maker] => [`burst-${name}`, (level, frame) => bursts({ ...kind, voltsPeak: level }, frame.sampleRateHz)])),
};

const seedOf = (line: CommandLine): number => Math.round(positiveOption(line, "seed", 1));

/** The `stimulus` command: writes a test signal as a mono WAV file. @returns what was written */
export const stimulus = (words: readonly string[]): object => {
  const line = parseCommandLine(words, OPTIONS);
  const [kind, ...more] = line.positional;
  const make = MAKERS[kind];
  const out = line.options.get("out");
  if (!make || more.length > 0 || !out) throw new UsageError(`stimulus KIND --out FILE.wav [--rate 48000] [--seconds 5] [--level 0.5]; KIND is one of ${Object.keys(MAKERS).join(", ")}`);
  const level = positiveOption(line, "level", 0.5);
  if (level > 1) throw new UsageError("--level is the peak over full scale and cannot be above 1");
  const bits = positiveOption(line, "bits", 24);
  if (![16, 24, 32].includes(bits)) throw new UsageError("--bits must be 16, 24 or 32 (float)");
  const frame = { seconds: positiveOption(line, "seconds", 5), sampleRateHz: positiveOption(line, "rate", 48_000), fadeSeconds: FADE_SECONDS };
  const volts = made(() => make(level, frame, line));
  const encoding = ({ 16: "int16", 24: "int24", 32: "float32" } as const)[bits as 16 | 24 | 32];
  try {
    writeFileSync(out, encodeWav([volts], frame.sampleRateHz, 1, encoding));
  } catch {
    throw new UsageError(`cannot write ${out}; check the folder`);
  }
  const peakRatio = volts.reduce((peak, value) => Math.max(peak, Math.abs(value)), 0);
  return { kind, out, sampleRateHz: frame.sampleRateHz, seconds: volts.length / frame.sampleRateHz, encoding, peakRatio };
};

/** A range error of the core is a mistake in the call here. */
const made = <T>(make: () => T): T => {
  try {
    return make();
  } catch (error) {
    if (error instanceof RangeError) throw new UsageError(error.message);
    throw error;
  }
};
