// Times the core operations and prints ratios: npm run bench [part of a name]
// Single times are noisy on shared machines; each figure is the best of several runs, and the ratios matter.
import { medianOf } from "@/core/numeric";
import { judge } from "@/core/verdict";
import { bursts, gainOf, magnitude, sheet, silence, sweep } from "@/core/verdict/testing/evidence";
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { EXAMPLE_RIGS, record } from "@/bench/simulated";
import { TONE_DEFAULTS } from "@/core/distortion";
import { analyseTone } from "@/core/distortion/reading";
import { readToneBySpectrum } from "@/core/distortion/toneBySpectrum";
import { readTemperatureLog } from "@/core/files";
import { fitCourse, settledCelsius } from "@/core/heat";
import { findLoads, type PowerResistor } from "@/core/load";
import { proposePlan, timelineOf } from "@/core/plan";
import { analyseRun } from "@/core/run/reading";
import { steppedSweep } from "@/core/signal";
import { powerSpectrum } from "@/core/spectrum";
import { coverageOf, READINGS, scatterOf } from "@/core/testing/coverage";
import { decodeChannel, encodeWav, readWavLayout } from "@/core/wav";
import { recordedFrom } from "@/pipeline/recorded";
import { linePixels } from "@/ui/heat/columns";
import { dayText } from "./dayOfSeconds";

const REPEATS = 5;

const bestSeconds = (work: () => unknown, repeats = REPEATS): number => {
  let best = Infinity;
  for (let k = 0; k <= repeats; k++) {
    const start = performance.now();
    work();
    // The first run warms caches and the compiler.
    if (k > 0 || repeats === 1) best = Math.min(best, (performance.now() - start) / 1000);
  }
  return best;
};

const wanted = process.argv[2] ?? "";
const report = (name: string, seconds: number, ...ratios: string[]) =>
  console.log(
    `${name.padEnd(58)} ${(1000 * seconds).toFixed(1).padStart(9)} ms   ${ratios.join(", ")}`,
  );
const isWanted = (name: string) => name.includes(wanted);

/** One multiply-add a sample: what touching every sample costs at the least. */
const plainLoop = (volts: Float64Array): number => {
  let sum = 0;
  for (let n = 0; n < volts.length; n++) sum = sum * 0.999 + volts[n];
  return sum;
};

const tone = (length: number): Float64Array =>
  Float64Array.from(
    { length },
    (_, n) =>
      20 * Math.sin((2 * Math.PI * 1000.3 * n) / 192_000) +
      0.01 * Math.sin((2 * Math.PI * 3000.9 * n) / 192_000) +
      1e-5 * Math.sin(n * n),
  );

if (isWanted("spectrum"))
  for (const length of [65_536, 192_000, 262_144, 1_048_576]) {
    const volts = tone(length);
    const loop = bestSeconds(() => plainLoop(volts));
    const spectrum = bestSeconds(() => powerSpectrum(volts, 192_000, "blackmanHarris7"));
    report(`spectrum, ${length} samples`, spectrum, `${(spectrum / loop).toFixed(1)} plain loops`);
    const whole = bestSeconds(() => analyseTone(volts, 192_000));
    report(
      `whole single-tone analysis, ${length} samples`,
      whole,
      `${(whole / loop).toFixed(1)} plain loops`,
    );
  }

// Minutes of work, and no times: only where it is asked for by its name.
if (isWanted("heat")) {
  const text = dayText();
  const read = bestSeconds(() => readTemperatureLog(text));
  const log = readTemperatureLog(text);
  if (!log.ok) throw new Error(log.finding.advice);
  const { spots } = log.value;
  const fit = bestSeconds(() => spots.map(fitCourse));
  const fits = spots.map(fitCourse);
  const predicting = bestSeconds(() => fits.map((each) => each.ok && settledCelsius(each.value)));
  const draw = bestSeconds(() =>
    spots.map((spot) =>
      linePixels(
        spot,
        [0, 86_400],
        (seconds) => seconds / 120,
        (celsius) => celsius,
      ),
    ),
  );
  report("read a log of 24 h at 1 s, 8 probes", read, `${(text.length / 1e6).toFixed(1)} MB`);
  report("fit all its probes", fit, `${(fit / read).toFixed(2)} of reading it`);
  report("predict the steady state", predicting);
  report("work out their lines for one picture", draw);
}

/** Verdicts of forty claims of every kind by five hundred runs of real and simulated benches. */
if (isWanted("judge")) {
  const lines = [
    ...[20, 30, 40, 50, 60, 80, 100].flatMap((watts) => [
      `${watts} W per channel into 8 ohms, both channels driven, 1 % THD+N`,
      `${watts} W per channel into 4 ohms, both channels driven, 0.1 % THD`,
      `Dynamic power ${watts} W into 8 ohms`,
    ]),
    ...["0.01 %", "0.1 %", "1 %"].map((limit) => `THD ${limit} at 20 W into 8 ohms`),
    ...[90, 100, 110].map((db) => `S/N ${db} dB (A-weighted, ref. 50 W)`),
    ...[0.5, 1, 3].map((db) => `Frequency response 20 Hz - 20 kHz +${db}/-${db} dB`),
    ...[50, 60, 70].map((db) => `Crosstalk ${db} dB at 1 kHz`),
    ...[26, 28].map((db) => `Gain ${db} dB`),
    "Channel balance 0.5 dB",
    "Damping factor > 100 at 8 ohms",
    "IMD (60 Hz / 7 kHz, 4:1) 0.1 % at 25 W",
    "Idle consumption 20 W",
    "Dynamic headroom 1 dB",
  ];
  const { claims, facts } = sheet(lines.join("\n"));
  const runs = Array.from({ length: 500 }, (_, k) => {
    const given = {
      takenAt: `2026-${String(10_000 + k)}`,
      source: k % 5 === 0 ? ("simulated" as const) : ("recording" as const),
      ohms: k % 3 === 0 ? 4.07 : 8.21,
    };
    const made = [
      () => sweep([50 + (k % 7), 52], given),
      () => bursts([60, 61], given),
      () => silence(104, "a", given),
      () => magnitude(-0.4, 0.1, given),
      () => gainOf(26.1),
    ];
    return made[k % made.length]();
  });
  // Fresh each time, so that nothing is remembered from the time before; and often, as in a server that has been at work.
  const times = 6 * REPEATS;
  const fresh = Array.from({ length: times + 1 }, () =>
    runs.map((run) => ({ ...run, channels: run.channels.map((channel) => ({ ...channel })) })),
  );
  const seconds = bestSeconds(() => {
    const evidence = fresh.pop() ?? runs;
    const own = { ...facts };
    return claims.map((claim) => judge(claim, evidence, own));
  }, times);
  report("judge 40 claims by 500 runs", seconds, `${claims.length} claims`);
}

if (wanted === "uncertainty")
  for (const [name, trials] of Object.entries(READINGS))
    console.log(
      `${name.padEnd(34)} ${(100 * coverageOf(trials, 200)).toFixed(1).padStart(6)} % of 200 within twice the standard uncertainty, errors ${scatterOf(trials, 200).toFixed(2)} of it`,
    );

if (isWanted("decode")) {
  const volts = tone(1_048_576);
  for (const encoding of ["int16", "int24", "float32"] as const) {
    const bytes = encodeWav([volts], 192_000, 40, encoding);
    const layout = readWavLayout(bytes);
    if (!layout.ok) throw new Error(layout.finding.advice);
    const seconds = bestSeconds(() => decodeChannel(bytes, layout.value, 0, 40));
    report(
      `decode ${encoding}, 1048576 samples`,
      seconds,
      `${(seconds / bestSeconds(() => plainLoop(volts))).toFixed(1)} plain loops`,
    );
  }
}

const SWEEP = {
  frequencyHz: 1000,
  firstVoltsPeak: 0.06,
  lastVoltsPeak: 1.5,
  stepCount: 40,
  stepSeconds: 0.1,
};

if (isWanted("simulate")) {
  const request = {
    stimulus: { kind: "level-sweep", ...SWEEP },
    sampleRateHz: 192_000,
    drives: [true, true],
  } as const;
  const drive = steppedSweep(SWEEP, 192_000);
  const loop = bestSeconds(() => plainLoop(drive));
  for (const name of Object.keys(EXAMPLE_RIGS) as (keyof typeof EXAMPLE_RIGS)[]) {
    const seconds = bestSeconds(() => record(EXAMPLE_RIGS[name], request, 1), 3 * REPEATS);
    report(
      `simulate 4 s, two channels, 192 kHz: ${name}`,
      seconds,
      `${(4 / seconds).toFixed(1)} times real time`,
      `${(seconds / loop).toFixed(0)} plain loops`,
    );
  }
}

if (isWanted("sweep"))
  for (const [stepCount, stepSeconds] of [
    [40, 1.5],
    [100, 0.6],
  ] as const) {
    const drive = steppedSweep({ ...SWEEP, lastVoltsPeak: 1, stepCount, stepSeconds }, 192_000).map(
      (volts) => 28 * volts,
    );
    const wav = encodeWav([drive, drive.map((volts) => 0.98 * volts)], 192_000, 40, "int24");
    const load = { loadOhms: 8.2, loadOhmsStdUncertainty: 0.02, voltsStdUncertaintyRatio: 0.005 };
    const capture = recordedFrom({
      shot: "sweep",
      wav,
      fullScaleVolts: 40,
      layout: { outputs: [0, 1], input: null },
      loads: [load, load],
      stimulus: null,
      meters: null,
      events: [],
    });
    if (!capture.ok) throw new Error(capture.finding.advice);
    const recorded = capture.value;
    const context = { settings: {}, band: TONE_DEFAULTS.band, mainsHz: 50, ratedWatts: null };
    const seconds = bestSeconds(() => {
      const outcome = analyseRun("power-sweep", [recorded], context);
      if (!outcome.ok) throw new Error(outcome.finding.advice);
    }, 1);
    report(
      `sweep of 60 s, stereo, 192 kHz, 24 bit, ${stepCount} steps`,
      seconds,
      `${(60 / seconds).toFixed(1)} times real time`,
    );
  }

/**
 * The yardstick: SciPy doing the same work (window, real FFT, power, band sums, peaks and mean square) on the same
 * processor, in turn with ours, several rounds; the medians of the rounds are compared.
 */
const ROUNDS = 5;
const LENGTHS = [65_536, 262_144, 1_048_576];
/** Short work is repeated more often on both sides, so that each is as quick as it gets. */
const repeatsOf = (length: number): number => Math.max(REPEATS, Math.ceil(2 ** 22 / length));
const PYTHON = process.env.PYTHON ?? "/usr/bin/python3";

type Yardstick = { tone: Record<string, number>; decode: number };

const scipyRound = (wav: string): Yardstick | null => {
  const request = JSON.stringify({
    tones: LENGTHS.map((length) => ({ length, repeats: repeatsOf(length) })),
    repeats: REPEATS,
    wav,
  });
  const { status, stdout } = spawnSync(
    "taskset",
    ["-c", "0", PYTHON, resolve("scripts", "scipyYardstick.py"), request],
    { encoding: "utf8" },
  );
  return status === 0 ? JSON.parse(stdout) : null;
};

const compareWithScipy = (): void => {
  spawnSync("taskset", ["-a", "-c", "-p", "0", String(process.pid)]);
  const folder = mkdtempSync(join(tmpdir(), "rimebank-bench-"));
  const wav = join(folder, "tone.wav");
  const bytes = encodeWav([tone(1_048_576)], 192_000, 40, "int24");
  writeFileSync(wav, bytes);
  const layout = readWavLayout(bytes);
  if (!layout.ok) throw new Error(layout.finding.advice);
  const rows = new Map<string, { ours: number[]; theirs: number[] }>();
  const note = (name: string, ours: number, theirs: number) => {
    const row = rows.get(name) ?? { ours: [], theirs: [] };
    row.ours.push(ours);
    row.theirs.push(theirs);
    rows.set(name, row);
  };
  for (let round = 0; round < ROUNDS; round++) {
    const scipy = scipyRound(wav);
    if (!scipy)
      return console.log("SciPy is not here (Debian: python3-scipy), so there is no yardstick.");
    for (const length of LENGTHS) {
      const volts = tone(length);
      const repeats = repeatsOf(length);
      note(
        `spectrum, tone and bands, ${length} samples, over SciPy`,
        bestSeconds(() => readToneBySpectrum(volts, 192_000, TONE_DEFAULTS), repeats),
        scipy.tone[length],
      );
      note(
        `whole single-tone analysis, ${length} samples, over SciPy`,
        bestSeconds(() => analyseTone(volts, 192_000), repeats),
        scipy.tone[length],
      );
      const clipped = volts.map((value) => Math.min(19, value));
      note(
        `the same of a clipped tone, with the search for flat tops, ${length}`,
        bestSeconds(() => analyseTone(clipped, 192_000), repeats),
        scipy.tone[length],
      );
    }
    note(
      "decode int24, 1048576 samples, over SciPy",
      bestSeconds(() => decodeChannel(bytes, layout.value, 0, 40)),
      scipy.decode,
    );
  }
  rmSync(folder, { recursive: true });
  for (const [name, { ours, theirs }] of rows)
    report(
      name,
      medianOf(ours),
      `SciPy ${(1000 * medianOf(theirs)).toFixed(1)} ms`,
      `ratio ${(medianOf(ours) / medianOf(theirs)).toFixed(2)}`,
    );
};

if (isWanted("scipy")) compareWithScipy();

if (isWanted("loads")) {
  const shelf: PowerResistor[] = Array.from({ length: 20 }, (_, k) => ({
    name: `R${k + 1}`,
    ohms: [8.2, 8.1, 4.1, 16, 4, 10, 2.2, 1, 15, 33][k % 10] * (1 + 0.001 * k),
    ohmsStdUncertainty: 0.01,
    ratedWatts: [200, 50, 100][k % 3],
    construction: "wire-wound",
    cooling: "free air",
    overloadRatio: 10,
    overloadSeconds: 5,
    perCelsius: 1e-4,
    henries: 8e-6,
    timeConstantSeconds: null,
  }));
  const volts = tone(1_048_576);
  const loop = bestSeconds(() => plainLoop(volts));
  for (const [targetOhms, channelCount] of [
    [8, 1],
    [4, 2],
    [2.67, 2],
    [8, 5],
    [4, 7],
  ]) {
    const seconds = bestSeconds(() =>
      findLoads(shelf, { targetOhms, watts: 60, seconds: 60, channelCount, ambientCelsius: 22 }),
    );
    report(
      `loads of ${targetOhms} ohm for ${channelCount} from 20 resistors`,
      seconds,
      `${(seconds / loop).toFixed(1)} plain loops of 1048576`,
    );
  }
}

if (isWanted("plan")) {
  const facts = {
    claims: [
      { id: "a", powerWatts: 50, loadOhms: 8, channelsDriven: 2 },
      { id: "b", powerWatts: 90, loadOhms: 4, channelsDriven: 2 },
    ],
    channelCount: 2,
    loadOhms: [8, 4],
    otherSupplies: ["big"],
    switches: [{ name: "limiter", positions: ["on", "off"] }],
    hasBridging: true,
    expectedWatts: (ohms: number) => 400 / ohms,
  };
  const runs = proposePlan(facts, "everything");
  const bodies = Array.from({ length: 12 }, (_, k) => ({
    name: `R${k}`,
    kelvinPerWatt: 1 + k / 10,
    timeConstantSeconds: 100 + 50 * k,
    mostCelsius: 90,
  }));
  const model = {
    ambientCelsius: 22,
    bodies,
    wattsInto: (run: { watts: number }) => bodies.map(() => run.watts / 4),
  };
  report(
    `plan of ${runs.length} runs over ${bodies.length} warm bodies`,
    bestSeconds(() => timelineOf(runs, model)),
    "a frame lasts 16.7 ms",
  );
}
