import { writeFileSync } from "node:fs";
import { BURST_KINDS, stimulusVolts, type BurstName, type Stimulus } from "@/core/signal";
import { stimulusNote } from "@/core/files";
import { peakOf } from "@/core/numeric";
import { encodeWav, withNote } from "@/core/wav";
import {
  bandOption,
  parseCommandLine,
  positiveOption,
  UsageError,
  type CommandLine,
} from "./arguments";

const OPTIONS = [
  "out",
  "rate",
  "seconds",
  "level",
  "frequency",
  "band",
  "steps",
  "points-per-decade",
  "seed",
  "bits",
];

type Frame = { level: number; seconds: number };
type Maker = (frame: Frame, line: CommandLine) => Stimulus;

const BAND = { lowHz: 20, highHz: 20_000 };

const MAKERS: Record<string, Maker> = {
  sine: ({ level, seconds }, line) => ({
    kind: "sine",
    frequencyHz: positiveOption(line, "frequency", 1000),
    voltsPeak: level,
    seconds,
  }),
  "level-sweep": ({ level, seconds }, line) => {
    const stepCount = Math.round(positiveOption(line, "steps", 40));
    return {
      kind: "level-sweep",
      frequencyHz: positiveOption(line, "frequency", 1000),
      firstVoltsPeak: level / 40,
      lastVoltsPeak: level,
      stepCount,
      stepSeconds: seconds / stepCount,
    };
  },
  "frequency-steps": ({ level }, line) => ({
    kind: "frequency-steps",
    ...bandOption(line, "band", BAND),
    pointsPerDecade: positiveOption(line, "points-per-decade", 10),
    voltsPeak: level,
  }),
  "log-sweep": ({ level, seconds }, line) => ({
    kind: "log-sweep",
    ...bandOption(line, "band", { lowHz: 10, highHz: 22_000 }),
    seconds,
    voltsPeak: level,
  }),
  "intermodulation-difference": ({ level, seconds }) => ({
    kind: "intermodulation-difference",
    voltsPeak: level,
    seconds,
  }),
  "intermodulation-modulation": ({ level, seconds }) => ({
    kind: "intermodulation-modulation",
    voltsPeak: level,
    seconds,
  }),
  multitone: ({ level, seconds }, line) => ({
    kind: "multitone",
    voltsPeak: level,
    seconds,
    seed: seedOf(line),
  }),
  "pink-noise": ({ level, seconds }, line) => ({
    kind: "pink-noise",
    voltsRms: level,
    seconds,
    seed: seedOf(line),
  }),
  silence: ({ seconds }) => ({ kind: "silence", seconds }),
  ...Object.fromEntries(
    (Object.keys(BURST_KINDS) as BurstName[]).map((burst): [string, Maker] => [
      `burst-${burst}`,
      ({ level }) => ({ kind: "burst", burst, voltsPeak: level }),
    ]),
  ),
};

const seedOf = (line: CommandLine): number => Math.round(positiveOption(line, "seed", 1));

/** The `stimulus` command: writes a test signal as a mono WAV file. @returns what was written */
export const stimulus = (words: readonly string[]): object => {
  const line = parseCommandLine(words, OPTIONS);
  const [kind, ...more] = line.positional;
  const make = MAKERS[kind];
  const out = line.options.get("out");
  if (!make || more.length > 0 || !out)
    throw new UsageError(
      `stimulus KIND --out FILE.wav [--rate 48000] [--seconds 5] [--level 0.5]; KIND is one of ${Object.keys(MAKERS).join(", ")}`,
    );
  const level = positiveOption(line, "level", 0.5);
  if (level > 1) throw new UsageError("--level is the peak over full scale and cannot be above 1");
  const bits = positiveOption(line, "bits", 24);
  if (![16, 24, 32].includes(bits)) throw new UsageError("--bits must be 16, 24 or 32 (float)");
  const sampleRateHz = positiveOption(line, "rate", 48_000);
  const volts = made(() =>
    stimulusVolts(make({ level, seconds: positiveOption(line, "seconds", 5) }, line), sampleRateHz),
  );
  const peakRatio = Math.min(1, peakOf(volts));
  const encoding = ({ 16: "int16", 24: "int24", 32: "float32" } as const)[bits as 16 | 24 | 32];
  try {
    const wav = encodeWav([volts], sampleRateHz, 1, encoding);
    writeFileSync(out, withNote(wav, stimulusNote({ stimulus: kind, peakRatio })));
  } catch {
    throw new UsageError(`cannot write ${out}; check the folder`);
  }
  return { kind, out, sampleRateHz, seconds: volts.length / sampleRateHz, encoding, peakRatio };
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
