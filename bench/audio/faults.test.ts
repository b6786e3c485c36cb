// What goes wrong while an audio interface is at work: each fault ends the recording with words that say what to do, and in silence.
import { EXAMPLE_RIGS } from "../simulated";
import { InstrumentFault, type Connected, type RecordingRequest } from "../contract";
import { audioInstrument } from "./instrument";
import { setupOf, VIRTUAL, virtualLink } from "./testing/virtualLink";
import type { VirtualSettings } from "./virtual/settings";

const RATE_HZ = 48_000;
const settings: VirtualSettings = {
  ...VIRTUAL,
  amplifier: EXAMPLE_RIGS["home-class-ab"],
  sampleRateHz: RATE_HZ,
};
const WIRING = { loadOhms: [8.2, 8.1], isSpeakerLike: false, isBridged: false, rangeVolts: 0 };
const TONE: RecordingRequest = {
  stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.2, seconds: 0.5 },
  sampleRateHz: RATE_HZ,
  drives: [true, true],
  number: 1,
};

const bench = async (change: Partial<VirtualSettings> = {}, setup = setupOf(settings)) => {
  const link = virtualLink({ ...settings, ...change });
  const connected: Connected = await audioInstrument(setup, link).connect(WIRING);
  return { link, connected };
};
/** The words of the fault that a recording ends with. */
const faultOf = async (work: () => unknown): Promise<string> => {
  try {
    await work();
  } catch (error) {
    if (error instanceof InstrumentFault) return `${error.finding.where}: ${error.finding.advice}`;
    throw error;
  }
  throw new Error("it went well");
};

test("a block that is lost: nothing of the recording is kept, and the output is silent", async () => {
  const { link, connected } = await bench();
  const begun = link.seconds();
  link.disturb = (input, frame) => ({
    input: link.seconds() > begun + 0.2 ? input.map((each) => each.fill(0)) : input,
    frame,
  });
  expect(await faultOf(() => connected.record(TONE))).toMatch(
    /^Virtual interface: .*an input block was lost.*the recording was discarded\./,
  );
  link.disturb = null;
  link.run(0.02);
  expect(link.lastPeak()).toBe(0);
});

test("frames that are missing in the count; a device that is gone", async () => {
  const gap = await bench();
  const begun = gap.link.seconds();
  gap.link.disturb = (input, frame) => ({
    input,
    frame: gap.link.seconds() > begun + 0.2 ? frame + 128 : frame,
  });
  expect(await faultOf(() => gap.connected.record(TONE))).toContain("has a gap");
  const gone = await bench();
  gone.link.disturb = (_, frame) => ({ input: [], frame });
  expect(await faultOf(() => gone.connected.record(TONE))).toContain("no input from it");
  // Another request without opening it again fails with the same reason.
  expect(await faultOf(() => gone.connected.record(TONE))).toContain("no input from it");
});

test("a player that has gone away: within a second and a bit the output is silent by itself", async () => {
  const { link, connected } = await bench();
  const live = connected.live([true, true], 1000);
  live.setDrive(0.3);
  await live.advance(1);
  expect(link.lastPeak()).toBeGreaterThan(0.05);
  // The worker was ended: its port hears nothing and says nothing any more.
  link.onmessage = null;
  link.run(1.1);
  expect(link.lastPeak()).toBe(0);
});

test("an amplifier that is off or wired elsewhere does not answer, and nothing louder is played", async () => {
  const setup = setupOf(settings);
  const link = virtualLink(settings);
  let peak = 0;
  link.disturb = (input, frame) => {
    peak = Math.max(peak, link.lastPeak());
    return { input: input.map((each) => each.map(() => 1e-6 * Math.random())), frame };
  };
  const told = await faultOf(() => audioInstrument(setup, link).connect(WIRING));
  expect(told).toMatch(/^Channel A: a quiet test signal was played and did not return/);
  expect(peak).toBeLessThan(0.02);
});

test("more than the amplifier's input stands is held to that, and a rate that is not open is refused", async () => {
  const { link, connected } = await bench({}, setupOf(settings, 0.5));
  let peak = 0;
  const loud = { ...TONE, stimulus: { ...TONE.stimulus, voltsPeak: 3 } } as RecordingRequest;
  await connected.record(loud, () => {
    peak = Math.max(peak, link.lastPeak());
    return "go-on";
  });
  expect(4 * peak).toBeGreaterThan(0.45);
  expect(4 * peak).toBeLessThanOrEqual(0.5 + 1e-6);
  await expect(async () => connected.record({ ...TONE, sampleRateHz: 96_000 })).rejects.toThrow(
    RangeError,
  );
});

test("clocks that run apart, a long delay and hum: the volts come out all the same", async () => {
  const quiet = (await bench()).connected;
  const { connected } = await bench({
    faults: { latencyFrames: 9000, driftRatio: 50e-6, dropoutEverySeconds: 0, humVoltsRms: 0.05 },
  });
  expect(connected.gainRatio / quiet.gainRatio).toBeCloseTo(1, 2);
  const { capture } = await connected.record(TONE);
  // 32 bits a sample, two channels, as long as the stimulus to the sample.
  expect(capture.wav.length).toBeGreaterThanOrEqual(4 * RATE_HZ);
  expect(capture.wav.length).toBeLessThan(4 * RATE_HZ + 1000);
});

test("the limit is tried from below: near the drive at which the amplifier is known to distort by a hundredth", async () => {
  const { connected } = await bench();
  const seen: number[] = [];
  const limit = await connected.limitDriveVoltsRms([true, true], ({ voltsRms }) => {
    seen.push(voltsRms[0]);
    return "go-on";
  });
  // 57.9 W at 1 % into 8.2 ohms, as a whole sweep of the simulated bench reads it.
  expect((limit * connected.gainRatio) ** 2 / 8.2).toBeGreaterThan(48);
  expect((limit * connected.gainRatio) ** 2 / 8.2).toBeLessThan(62);
  expect(Math.max(...seen) ** 2 / 8.2).toBeLessThan(75);
  const guarded = await connected.limitDriveVoltsRms([true, true], ({ voltsRms }) =>
    voltsRms[0] > 9 ? "end" : "go-on",
  );
  expect(guarded * connected.gainRatio).toBeLessThan(10.5);
});

test("a guard that ends the warm-up ends the recording: nothing louder than silence is played after it", async () => {
  const { link, connected } = await bench();
  let seen = 0,
    after = 0;
  await connected.record(
    { ...TONE, warmUp: { frequencyHz: 1000, voltsPeak: 0.2, seconds: 2 } },
    () => {
      seen++;
      if (seen > 6) after = Math.max(after, link.lastPeak());
      return seen === 4 ? "end" : "go-on";
    },
  );
  expect(seen).toBeGreaterThanOrEqual(4);
  expect(after).toBe(0);
});

test("one channel asked for: only that one is played to, and only that one has to answer", async () => {
  const link = virtualLink(settings);
  link.disturb = ([a, b], frame) => ({ input: [a, b.map((_, n) => 1e-6 * (n % 5))], frame });
  const connected = await audioInstrument(setupOf(settings), link).connect({
    ...WIRING,
    loadOhms: [8.2],
  });
  expect(connected.gainRatio).toBeGreaterThan(5);
  expect(await faultOf(() => audioInstrument(setupOf(settings), link).connect(WIRING))).toContain(
    "Channel B",
  );
});

test("a device whose clock has stopped, and a check that is muted, do not wait for ever", async () => {
  jest.useFakeTimers({ doNotFake: ["setImmediate"] });
  try {
    const still = { postMessage: () => {}, onmessage: null };
    const told = faultOf(() => audioInstrument(setupOf(settings), still).connect(WIRING));
    await jest.advanceTimersByTimeAsync(10_000);
    expect(await told).toContain("clock has stopped");
  } finally {
    jest.useRealTimers();
  }
});

test("a warm-up is played, not recorded; whoever watches may end it", async () => {
  const { link, connected } = await bench();
  const begun = link.seconds();
  const { capture } = await connected.record({
    ...TONE,
    warmUp: { frequencyHz: 1000, voltsPeak: 0.2, seconds: 1 },
  });
  expect(link.seconds() - begun).toBeGreaterThan(1.5);
  expect(capture.wav.length).toBeLessThan(4 * RATE_HZ + 1000);
});
