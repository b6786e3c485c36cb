import { EXAMPLE_RIGS } from "../simulated";
import { InstrumentFault, type HeldLook } from "../contract";
import { audioInstrument } from "./instrument";
import { setupOf, VIRTUAL, virtualLink } from "./testing/virtualLink";

const settings = {
  ...VIRTUAL,
  amplifier: EXAMPLE_RIGS["home-class-ab"],
  sampleRateHz: 48_000,
};
const TONE = { frequencyHz: 1000, voltsPeak: 0.5, drives: [true, true] };

const holding = async () => {
  const link = virtualLink(settings);
  const connected = await audioInstrument(setupOf(settings), link).connect({
    loadOhms: [8.2, 8.1],
    isSpeakerLike: false,
    isBridged: false,
    rangeVolts: 0,
  });
  const hold = (look: HeldLook) => {
    if (!connected.hold) throw new Error("it holds no tone");
    return connected.hold(TONE, look);
  };
  return { link, hold, gainRatio: connected.gainRatio };
};

test("the tone rises, holds its watts, and is silent when the look ends it", async () => {
  const { link, hold, gainRatio } = await holding();
  const seen: { seconds: number; loadWatts: readonly number[] }[] = [];
  await hold(async (held) => {
    seen.push(held);
    return held.seconds > 6 ? "end" : "go-on";
  });
  const watts = (0.5 * gainRatio) ** 2 / 2 / 8.2;
  for (const { seconds, loadWatts } of seen.filter((each) => each.seconds > 2)) {
    expect(loadWatts[0] / watts).toBeCloseTo(1, 1);
    expect(loadWatts).toHaveLength(2);
    expect(seconds).toBeLessThan(7);
  }
  expect(seen[0].loadWatts[0]).toBeLessThan(0.5 * watts);
  link.run(0.05);
  expect(link.lastPeak()).toBe(0);
});

test("a thermometer that takes its time does not make it stutter: somebody is there all the while", async () => {
  const { link, hold } = await holding();
  const peaks: number[] = [];
  await hold(async ({ seconds }) => {
    if (seconds < 2) return "go-on";
    // Three times as long as a transport waits for somebody who says nothing.
    const until = link.seconds() + 3;
    while (link.seconds() < until) {
      await new Promise((resolve) => setImmediate(resolve));
      peaks.push(link.lastPeak());
    }
    return "end";
  });
  // A quantum holds more than two cycles: its peak is that of the tone.
  expect(Math.min(...peaks) / Math.max(...peaks)).toBeGreaterThan(0.97);
});

test("a look that fails ends the tone, and its message is passed on", async () => {
  const { link, hold } = await holding();
  const fault = new InstrumentFault({
    code: "instrument-fault",
    where: "Temperature logger",
    advice: "it did not answer.",
  });
  await expect(hold(() => Promise.reject(fault))).rejects.toBe(fault);
  link.run(0.05);
  expect(link.lastPeak()).toBe(0);
});

test("frames that go missing end it with words, silent, though the look still waits", async () => {
  const { link, hold } = await holding();
  link.disturb = (input, frame) => ({
    input,
    frame: link.seconds() > 2 ? frame + 4096 : frame,
  });
  await expect(
    hold(({ seconds }) =>
      seconds < 1 ? Promise.resolve("go-on") : new Promise<"go-on">(() => {}),
    ),
  ).rejects.toMatchObject({ finding: { code: "instrument-fault" } });
  link.run(0.05);
  expect(link.lastPeak()).toBe(0);
});
