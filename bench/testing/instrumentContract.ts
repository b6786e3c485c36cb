// For tests only: what every instrument must keep to, whichever it is. What is asked follows from what it says that it can do.
import { analyseTone } from "@/core/distortion/reading";
import { decodeWav } from "@/core/wav";
import {
  playedLayout,
  type Connected,
  type Instrument,
  type InstrumentRecording,
  type RecordingRequest,
  type Wiring,
} from "../contract";

const TONE = { kind: "sine", frequencyHz: 1000, voltsPeak: 0.1, seconds: 0.4 } as const;
/** Handing over near zero takes its share of a small signal. */
const SMALL_SIGNAL_RATIO = 0.1;
const RATE_HZ = 48_000;
const PLAIN: Wiring = {
  loadOhms: [8.2, 8.1],
  isSpeakerLike: false,
  isBridged: false,
  rangeVolts: 0,
};
const PLAYED: RecordingRequest = {
  stimulus: TONE,
  sampleRateHz: RATE_HZ,
  drives: [true, true],
  number: 1,
};

/** The outputs in volts, then the source where it was recorded. */
const voltsOf = ({ capture, layout }: InstrumentRecording): Float64Array[] => {
  const decoded = decodeWav(capture.wav, capture.fullScaleVolts);
  if (!decoded.ok) throw new Error(decoded.finding.advice);
  const { channels } = decoded.value;
  return [...layout.outputs, ...(layout.input === null ? [] : [layout.input])].map(
    (channel) => channels[channel],
  );
};
const rmsOf = (volts: Float64Array): number => {
  const tone = analyseTone(volts, RATE_HZ);
  if (!tone.ok) throw new Error(tone.finding.advice);
  return tone.value.fundamentalVoltsRms;
};

/** What a made recording is known to hold. */
export type Known = {
  /** RMS volts of each output, of the recording with this number. */
  outputVoltsRms(number: number): readonly number[];
};

/**
 * Runs the contract's tests on an instrument with two channels at least.
 * @param make makes it again
 * @param known what its recordings hold, where they were made before
 */
export const keepsInstrumentContract = (make: () => Instrument, known?: Known): void => {
  const { facts } = make();
  const connect = async (wiring: Partial<Wiring> = {}): Promise<Connected> =>
    make().connect({ ...PLAIN, ...wiring });

  describe("as an instrument", () => {
    test("it says what it can do: it records, or it shows levels, and what it plays it can also record", () => {
      expect(facts.name).not.toBe("");
      expect(facts.channelCount).toBeGreaterThanOrEqual(2);
      expect([50, 60]).toContain(facts.mainsHz);
      expect(facts.sampleRatesHz !== null || facts.readsLevels).toBe(true);
      if (facts.mostDriveVoltsRms !== null) expect(facts.recordingCount).toBeNull();
      if (facts.sampleRatesHz)
        expect(facts.sampleRatesHz.most).toBeGreaterThanOrEqual(facts.sampleRatesHz.least);
    });

    test("what it says that it cannot do, it refuses and never makes up", async () => {
      const connected = await connect();
      const cannot: [boolean, () => unknown][] = [
        [facts.sampleRatesHz === null, () => connected.record(PLAYED)],
        [!facts.readsLevels, () => connected.readLevels()],
        [!facts.isLive, () => connected.live([true], 1000)],
        [facts.mostDriveVoltsRms === null, () => connected.limitDriveVoltsRms([true])],
        [
          !facts.knowsHeat,
          () =>
            connected.soak(
              { frequencyHz: 1000, voltsPeak: 0.1, seconds: 1, drives: [true] },
              () => "end",
            ),
        ],
        [
          facts.recordingCount !== null && facts.sampleRatesHz !== null,
          () => connected.record({ ...PLAYED, number: (facts.recordingCount ?? 0) + 1 }),
        ],
      ];
      for (const [isRefused, ask] of cannot)
        if (isRefused) await expect(async () => ask()).rejects.toThrow(RangeError);
    });

    if (facts.mostDriveVoltsRms !== null) keepsPlaying(make, connect);
    if (facts.recordingCount !== null && facts.sampleRatesHz !== null)
      keepsMadeRecordings(connect, facts.recordingCount, known);
    if (facts.readsLevels)
      test("it shows levels, a channel each, each a number or nothing", async () => {
        const levels = await (await connect()).readLevels();
        expect(levels.length).toBe(facts.channelCount);
        for (const channel of levels)
          for (const value of Object.values(channel))
            expect(value === undefined || Number.isFinite(value)).toBe(true);
      });
  });
};

/** Recordings that were made before, one by one, and none when there are no more. */
const keepsMadeRecordings = (
  connect: () => Promise<Connected>,
  recordingCount: number,
  known?: Known,
): void =>
  test("its recordings come one by one, in volts, the same whenever they are asked for", async () => {
    if (!known) throw new Error("say what the recordings hold");
    for (let number = 1; number <= recordingCount; number++) {
      const asked = { ...PLAYED, stimulus: null, number };
      const recording = await (await connect()).record(asked);
      const outputs = voltsOf(recording).slice(0, recording.layout.outputs.length);
      known
        .outputVoltsRms(number)
        .forEach((volts, k) => expect(rmsOf(outputs[k])).toBeCloseTo(volts, 3));
      expect((await (await connect()).record(asked)).capture.wav).toEqual(recording.capture.wav);
    }
  });

const keepsPlaying = (
  make: () => Instrument,
  connect: (wiring?: Partial<Wiring>) => Promise<Connected>,
): void => {
  test("a recording has a channel for each that was asked for, in volts across the load, as long as the stimulus", async () => {
    const connected = await connect();
    const recording = await connected.record(PLAYED);
    expect(recording.layout).toEqual(playedLayout(PLAYED));
    const [first, second, ...more] = voltsOf(recording);
    expect(more).toEqual([]);
    expect(first.length / RATE_HZ).toBeCloseTo(TONE.seconds, 1);
    for (const volts of [first, second])
      expect(
        Math.abs(rmsOf(volts) / ((connected.gainRatio * TONE.voltsPeak) / Math.SQRT2) - 1),
      ).toBeLessThan(SMALL_SIGNAL_RATIO);
  });

  test("twice the drive is twice the output, below the limit", async () => {
    const connected = await connect();
    const [low] = voltsOf(await connected.record(PLAYED));
    const [high] = voltsOf(
      await connected.record({ ...PLAYED, stimulus: { ...TONE, voltsPeak: 0.2 }, number: 2 }),
    );
    expect(Math.abs(rmsOf(high) / rmsOf(low) / 2 - 1)).toBeLessThan(SMALL_SIGNAL_RATIO);
  });

  test("a channel that is not driven is as good as silent; the source is separate where it is recorded", async () => {
    const [driven, idle, source] = voltsOf(
      await (await connect()).record({ ...PLAYED, drives: [true, false], recordsInput: true }),
    );
    expect(rmsOf(source)).toBeCloseTo(TONE.voltsPeak / Math.SQRT2, 2);
    const most = idle.reduce((high, value) => Math.max(high, Math.abs(value)), 0);
    expect(most).toBeLessThan(0.05 * rmsOf(driven));
  });

  test("whoever watches sees time go on, and ends it early", async () => {
    const seen: number[] = [];
    const { capture } = await (
      await connect()
    ).record(PLAYED, ({ seconds, doneRatio, voltsRms }) => {
      seen.push(seconds);
      expect(doneRatio).toBeGreaterThanOrEqual(0);
      expect(doneRatio).toBeLessThanOrEqual(1);
      expect(voltsRms.length).toBe(2);
      return seconds > 0.15 ? "end" : "go-on";
    });
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    expect(seen.length).toBeGreaterThan(2);
    const decoded = decodeWav(capture.wav, capture.fullScaleVolts);
    expect(decoded.ok && decoded.value.channels[0].length / RATE_HZ).toBeLessThan(0.35);
  });

  test("a range that is asked for is kept to; a rate outside its own is refused", async () => {
    const connected = await connect({ rangeVolts: 40 });
    expect(connected.mostVoltsPeak).toBe(40);
    expect((await connected.record(PLAYED)).capture.fullScaleVolts).toBe(40);
    const { sampleRatesHz } = make().facts;
    await expect(async () =>
      connected.record({ ...PLAYED, sampleRateHz: 2 * (sampleRatesHz?.most ?? 0) }),
    ).rejects.toThrow(RangeError);
  });

  test("the drive to its limit is one that it can give, and lies beyond a tenth of a watt", async () => {
    const connected = await connect();
    const limit = await connected.limitDriveVoltsRms([true, true]);
    expect(limit).toBeLessThanOrEqual(make().facts.mostDriveVoltsRms ?? 0);
    expect((limit * connected.gainRatio) ** 2 / 8).toBeGreaterThan(0.1);
  });

  const { knowsHeat, isLive } = make().facts;
  if (knowsHeat)
    test("held for minutes it tells temperatures that rise, and ends when it is asked to", async () => {
      const soaked = await (
        await connect()
      ).soak({ frequencyHz: 1000, voltsPeak: 0.3, seconds: 300, drives: [true, true] }, (point) =>
        point.seconds > 120 ? "end" : "go-on",
      );
      const [first, last] = [soaked.points[0], soaked.points[soaked.points.length - 1]];
      expect(last.sinkCelsius).toBeGreaterThan(first.sinkCelsius);
      expect(last.seconds).toBeGreaterThan(120);
      expect(last.seconds).toBeLessThan(180);
    });
  if (isLive)
    test("a live tone starts at its least, goes where it is turned, and no further than the source", async () => {
      const live = (await connect()).live([true], 1000);
      expect(live.driveVoltsRms).toBe(live.leastDriveVoltsRms);
      live.setDrive(1e6);
      expect(live.driveVoltsRms).toBe(live.mostDriveVoltsRms);
      live.setDrive(0.1);
      for (let k = 0; k < 4; k++) await live.advance(0.05);
      const [volts] = live.lastVolts(0.1);
      expect(volts.length / live.sampleRateHz).toBeCloseTo(0.1, 3);
      live.changeTone(400);
      expect(live.driveVoltsRms).toBe(live.leastDriveVoltsRms);
    });
};
