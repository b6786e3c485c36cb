// For tests only: what every instrument that plays and records must keep to, whichever it is.
import { analyseTone } from "@/core/distortion";
import { decodeWav } from "@/core/wav";
import type { Connected, Instrument, RecordingRequest, Wiring } from "../contract";

const TONE = { kind: "sine", frequencyHz: 1000, voltsPeak: 0.1, seconds: 0.4 } as const;
/** Handing over near zero takes its share of a small signal. */
const SMALL_SIGNAL_RATIO = 0.1;
const PLAIN: Wiring = {
  loadOhms: [8.2, 8.1],
  isSpeakerLike: false,
  isBridged: false,
  rangeVolts: 0,
};
const request = (change: Partial<RecordingRequest> = {}): RecordingRequest => ({
  stimulus: TONE,
  sampleRateHz: 48_000,
  drives: [true, true],
  seed: 1,
  ...change,
});

const voltsOf = async (connected: Connected, asked: RecordingRequest): Promise<Float64Array[]> => {
  const { capture } = await connected.record(asked);
  const decoded = decodeWav(capture.wav, capture.fullScaleVolts);
  if (!decoded.ok) throw new Error(decoded.finding.advice);
  return [...decoded.value.channels];
};
const rmsOf = (volts: Float64Array): number => {
  const tone = analyseTone(volts, 48_000);
  if (!tone.ok) throw new Error(tone.finding.advice);
  return tone.value.fundamentalVoltsRms;
};

/** Runs the contract's tests on an instrument. @param make makes it anew, with a source that plays and two channels at least */
export const keepsInstrumentContract = (make: () => Instrument): void => {
  describe("as an instrument", () => {
    test("it says what it can do, and nothing that it cannot", () => {
      const { facts } = make();
      expect(facts.name).not.toBe("");
      expect(facts.channelCount).toBeGreaterThanOrEqual(2);
      expect(facts.mostDriveVoltsRms).toBeGreaterThan(0);
      expect([50, 60]).toContain(facts.mainsHz);
    });

    test("a recording has a channel for each that was asked for, in volts across the load, as long as the stimulus", async () => {
      const connected = make().connect(PLAIN);
      const [first, second, ...more] = await voltsOf(connected, request());
      expect(more).toEqual([]);
      expect(first.length / 48_000).toBeCloseTo(TONE.seconds, 1);
      for (const volts of [first, second])
        expect(
          Math.abs(rmsOf(volts) / ((connected.gainRatio * TONE.voltsPeak) / Math.SQRT2) - 1),
        ).toBeLessThan(SMALL_SIGNAL_RATIO);
    });

    test("twice the drive is twice the output, below the limit", async () => {
      const connected = make().connect(PLAIN);
      const [low] = await voltsOf(connected, request());
      const [high] = await voltsOf(
        connected,
        request({ stimulus: { ...TONE, voltsPeak: 0.2 }, seed: 2 }),
      );
      expect(Math.abs(rmsOf(high) / rmsOf(low) / 2 - 1)).toBeLessThan(SMALL_SIGNAL_RATIO);
    });

    test("a channel that is not driven is as good as silent; the source is the first channel where it is recorded", async () => {
      const [source, driven, idle] = await voltsOf(
        make().connect(PLAIN),
        request({ drives: [true, false], recordsInput: true }),
      );
      expect(rmsOf(source)).toBeCloseTo(TONE.voltsPeak / Math.SQRT2, 2);
      const most = idle.reduce((high, value) => Math.max(high, Math.abs(value)), 0);
      expect(most).toBeLessThan(0.05 * rmsOf(driven));
    });

    test("whoever watches sees time go on, and ends it early", async () => {
      const connected = make().connect(PLAIN);
      const seen: number[] = [];
      const { capture } = await connected.record(request(), ({ seconds, doneRatio, voltsRms }) => {
        seen.push(seconds);
        expect(doneRatio).toBeGreaterThanOrEqual(0);
        expect(doneRatio).toBeLessThanOrEqual(1);
        expect(voltsRms.length).toBe(2);
        return seconds > 0.15 ? "end" : "go-on";
      });
      expect(seen).toEqual([...seen].sort((a, b) => a - b));
      expect(seen.length).toBeGreaterThan(2);
      const decoded = decodeWav(capture.wav, capture.fullScaleVolts);
      expect(decoded.ok && decoded.value.channels[0].length / 48_000).toBeLessThan(0.35);
    });

    test("a range that is asked for is kept to", async () => {
      const connected = make().connect({ ...PLAIN, rangeVolts: 40 });
      expect(connected.mostVoltsPeak).toBe(40);
      expect((await connected.record(request())).capture.fullScaleVolts).toBe(40);
    });

    test("the drive to its limit is one that it can give, and lies beyond a tenth of a watt", () => {
      const instrument = make();
      const connected = instrument.connect(PLAIN);
      const limit = connected.limitDriveVoltsRms([true, true]);
      expect(limit).toBeLessThanOrEqual(instrument.facts.mostDriveVoltsRms ?? 0);
      expect((limit * connected.gainRatio) ** 2 / 8).toBeGreaterThan(0.1);
    });

    const { knowsHeat, isLive } = make().facts;
    if (knowsHeat)
      test("held for minutes it tells temperatures that rise, and ends when it is told to", async () => {
        const soaked = await make()
          .connect(PLAIN)
          .soak(
            { frequencyHz: 1000, voltsPeak: 0.3, seconds: 300, drives: [true, true] },
            (point) => (point.seconds > 120 ? "end" : "go-on"),
          );
        const [first, last] = [soaked.points[0], soaked.points[soaked.points.length - 1]];
        expect(last.sinkCelsius).toBeGreaterThan(first.sinkCelsius);
        expect(last.seconds).toBeGreaterThan(120);
        expect(last.seconds).toBeLessThan(180);
      });
    if (isLive)
      test("a live tone starts at its least, goes where it is turned, and no further than the source", () => {
        const live = make().connect(PLAIN).live([true], 1000);
        expect(live.driveVoltsRms).toBe(live.leastDriveVoltsRms);
        live.setDrive(1e6);
        expect(live.driveVoltsRms).toBe(live.mostDriveVoltsRms);
        live.setDrive(0.1);
        for (let k = 0; k < 4; k++) live.advance(0.05);
        const [volts] = live.lastVolts(0.1);
        expect(volts.length / live.sampleRateHz).toBeCloseTo(0.1, 3);
        live.changeTone(400);
        expect(live.driveVoltsRms).toBe(live.leastDriveVoltsRms);
      });
  });
};
