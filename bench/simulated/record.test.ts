import { decodeCapture } from "@/pipeline/decode";
import type { RecordingMoment, Watch } from "../contract";
import { EXAMPLE_RIGS, onLoads, record, soak } from ".";

const RATE_HZ = 96_000;
const rig = onLoads(EXAMPLE_RIGS["home-class-ab"], [8.2, 8.2]);
const request = (recordsInput = false) =>
  ({
    stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.5, seconds: 1 },
    sampleRateHz: RATE_HZ,
    drives: [true, true],
    recordsInput,
  }) as const;
const voltsOf = ({
  wav,
  fullScaleVolts,
}: {
  wav: Uint8Array;
  fullScaleVolts: number;
}): readonly Float64Array[] => {
  const decoded = decodeCapture(wav, fullScaleVolts);
  if (!decoded.ok) throw new Error(decoded.finding.advice);
  return decoded.value.channels;
};
const rmsOf = (volts: Float64Array) =>
  Math.sqrt(volts.reduce((sum, value) => sum + value * value, 0) / volts.length);
const endingAt =
  (seconds: number): Watch =>
  (moment) =>
    moment.seconds >= seconds ? "end" : "go-on";

const whole = record(rig, request(), 1);

test("a watcher is called about twenty times a second, in order, up to the end", () => {
  const moments: RecordingMoment[] = [];
  record(rig, request(), 1, (moment) => {
    moments.push(moment);
    return "go-on";
  });
  expect(moments.length).toBeGreaterThanOrEqual(18);
  expect(moments.length).toBeLessThanOrEqual(22);
  moments
    .slice(1)
    .forEach((moment, k) => expect(moment.seconds).toBeGreaterThan(moments[k].seconds));
  expect(moments[moments.length - 1].doneRatio).toBeGreaterThan(0.9);
});

test("a moment tells the drive, the output across each load and its watts", () => {
  let told: RecordingMoment | null = null;
  record(rig, request(), 1, (moment) => {
    if (moment.seconds < 0.6) told = { ...moment, ...moment.last(0.1) } as RecordingMoment;
    return "go-on";
  });
  if (!told) throw new Error("nobody was told");
  const { driveVoltsRms, voltsRms, voltsPeak, loadWatts } = told as RecordingMoment;
  expect(driveVoltsRms).toBeCloseTo(0.5 / Math.SQRT2, 3);
  voltsRms.forEach((volts, k) => {
    const recorded = rmsOf(voltsOf(whole.capture)[k].subarray(0.4 * RATE_HZ, 0.5 * RATE_HZ));
    expect(volts / recorded).toBeCloseTo(1, 2);
    expect(voltsPeak[k] / volts).toBeCloseTo(Math.SQRT2, 1);
    expect(loadWatts[k] / (volts ** 2 / 8.2)).toBeCloseTo(1, 1);
  });
});

test("ended early, it is as it would have been up to there; then the drive fades and the output rests", () => {
  const ended = record(rig, request(), 1, endingAt(0.5));
  const volts = voltsOf(ended.capture),
    all = voltsOf(whole.capture);
  const length = volts[0].length / RATE_HZ;
  expect(length).toBeGreaterThan(0.58);
  expect(length).toBeLessThan(0.68);
  volts.forEach((each, k) => {
    // Noise of the converter is the same too: the same seed.
    const before = each.subarray(0, 0.49 * RATE_HZ);
    const difference = before.map((value, n) => value - all[k][n]);
    expect(rmsOf(difference) / rmsOf(before)).toBeLessThan(1e-4);
    expect(rmsOf(each.subarray(each.length - 0.05 * RATE_HZ)) / rmsOf(before)).toBeLessThan(0.01);
  });
});

test("the source that is recorded too ends with the outputs", () => {
  const channels = voltsOf(record(rig, request(true), 1, endingAt(0.3)).capture);
  expect(channels).toHaveLength(3);
  expect(new Set(channels.map(({ length }) => length)).size).toBe(1);
  expect(rmsOf(channels[0].subarray(channels[0].length - 0.05 * RATE_HZ))).toBeLessThan(1e-3);
});

test("a watch that never ends it changes nothing", () => {
  const watched = record(rig, request(), 1, () => "go-on");
  expect(Buffer.from(watched.capture.wav).equals(Buffer.from(whole.capture.wav))).toBe(true);
});

test("a soak ends when asked to, with the points up to there", () => {
  const asked = { frequencyHz: 1000, voltsPeak: 0.5, seconds: 600, drives: [true, true] };
  const all = soak(rig, asked, 1);
  const ended = soak(rig, asked, 1, ({ sinkCelsius }) => (sinkCelsius > 30 ? "end" : "go-on"));
  expect(ended.points.length).toBeLessThan(all.points.length);
  expect(ended.points).toEqual(all.points.slice(0, ended.points.length));
  expect(ended.points[ended.points.length - 1].sinkCelsius).toBeGreaterThan(30);
});
