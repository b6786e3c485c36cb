import { LevelCheck } from "@/bench/audio/LevelCheck";
import { instrumentOf } from "@/bench/instruments";
import { setupOf, VIRTUAL, virtualLink } from "@/bench/audio/testing/virtualLink";
import { SETUP, standInLink } from "@/bench/network/testing/standInLink";
import type { Response } from "@/core/response";
import type { RunKind } from "@/core/run";
import { AMPLIFIER, expectAgreement, play, RUNS } from "./testing/twoBenches";

/** An interface at 96 kHz hears the load through a divider; it changes no loads and knows no heat. */
const RATE_HZ = 96_000;
const SETTINGS = { ...VIRTUAL, loadOhms: [8, 8], sampleRateHz: RATE_HZ };
/** Smaller dividers, or none: what an amplifier hisses is far below the noise of an input that takes 80 V. */
const RANGES_VOLTS: Partial<Record<RunKind, number>> = { noise: 4, "line-output": 20 };
/** What an interface alone cannot do: it says so, and what to do instead. */
const REFUSED: readonly RunKind[] = ["mains-draw", "heat-soak"];

/** What the filters of its converters do by themselves, read with a wire in the amplifier's place. */
const ownResponses = async (): Promise<Response[]> => {
  const link = virtualLink({ ...SETTINGS, amplifier: AMPLIFIER });
  link.wireThrough(true);
  const check = new LevelCheck(link, {
    deviceName: "Virtual interface",
    sampleRateHz: RATE_HZ,
    inputCount: 2,
    outputCount: 2,
  });
  const read = await check.responses([0, 1].map((k) => ({ output: k, input: k })));
  return read.flatMap((each) => (each ? [each] : []));
};

/** Noise at another rate is other noise: of many seconds the upper bands hardly scatter. */
const PINK = [
  "noise-response",
  { seconds: 20 },
  { "band-3981": 1.05, "band-15849": 1.08 },
] as const;

test.each(
  RUNS.filter(([kind]) => !REFUSED.includes(kind)).map((run) =>
    run[0] === "noise-response" ? PINK : run,
  ),
)(
  "%s, through an audio interface",
  async (...run) => {
    const [kind, settings] = run;
    const isBridged = kind === "bridged";
    const device = {
      ...SETTINGS,
      loadOhms: isBridged ? [8] : SETTINGS.loadOhms,
      inputFullScaleVolts: RANGES_VOLTS[kind] ?? SETTINGS.inputFullScaleVolts,
    };
    const amplifier = isBridged ? { ...AMPLIFIER, connection: "bridged" as const } : AMPLIFIER;
    const link = virtualLink({ ...device, amplifier });
    const heard = await play(
      kind,
      settings,
      { kind: "audio", setup: setupOf(device), link },
      {
        onLoad: (ohms) => link.connectLoad(device.loadOhms.map(() => ohms)),
        // Left in, its filters would cost the amplifier a twentieth of its band.
        rigResponses: kind === "response" ? await ownResponses() : null,
      },
    );
    await expectAgreement(run, heard);
    link.run(0.1);
    expect(link.lastPeak()).toBe(0);
  },
  120_000,
);

test.each(REFUSED)("%s is refused with what to do instead", async (kind) => {
  const link = virtualLink({ ...SETTINGS, amplifier: AMPLIFIER });
  const played = play(
    kind,
    {},
    { kind: "audio", setup: setupOf(SETTINGS), link },
    { onLoad: () => {} },
  );
  await expect(played).rejects.toThrow(kind);
  await expect(played).rejects.toThrow(/meter|type|log/i);
  expect(link.lastPeak()).toBe(0);
});

test("with a temperature logger of the network beside it an interface soaks", async () => {
  const link = virtualLink({ ...SETTINGS, amplifier: AMPLIFIER });
  const { link: network, standIns } = standInLink();
  const instrument = instrumentOf({
    kind: "audio",
    setup: setupOf(SETTINGS),
    link,
    beside: { meters: { ...SETUP.meters, voltmeter: null }, link: network },
  });
  if (!instrument.ok) throw new Error(instrument.finding.advice);
  expect(instrument.value.facts.knowsHeat).toBe(true);
  const connected = await instrument.value.connect({
    loadOhms: [8, 8],
    isSpeakerLike: false,
    isBridged: false,
    rangeVolts: 0,
  });
  const { points } = await connected.soak(
    { frequencyHz: 1000, voltsPeak: 0.4, seconds: 5, drives: [true, true] },
    () => "go-on",
  );
  const last = points[points.length - 1];
  expect(last.seconds).toBeGreaterThanOrEqual(5);
  expect(last.loadWatts[0] / ((0.4 * connected.gainRatio) ** 2 / 16)).toBeCloseTo(1, 1);
  // The logger stands on an amplifier of its own, at rest.
  expect(last.sinkCelsius).toBeCloseTo(standIns.bench.now.temperatures.sinkCelsius, 1);
  link.run(0.1);
  expect(link.lastPeak()).toBe(0);
});
