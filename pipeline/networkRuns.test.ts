import { SETUP, standInLink } from "@/bench/network/testing/standInLink";
import { RUN_KINDS } from "@/core/run";
import { BURST_KINDS, type BurstName } from "@/core/signal";
import { expectAgreement, play, RUNS } from "./testing/twoBenches";

// A generator, an oscilloscope of 14 bits and meters, all stood in for; the simulated converter is off by up to a percent.
test.each(RUNS)(
  "%s, between instruments of a network",
  async (...run) => {
    const [kind, settings] = run;
    const { link, standIns, turns } = standInLink();
    const connectLoad = (loadOhms: number) =>
      standIns.bench.connectLoad([loadOhms, loadOhms], RUN_KINDS[kind].isBridged);
    connectLoad(8);
    const network = await play(
      kind,
      settings,
      { kind: "network", setup: SETUP, link },
      { onLoad: connectLoad },
    );
    await expectAgreement(run, network);
    // Whatever was played, nothing plays any more, and nobody holds anything.
    standIns.bench.advance(0.2);
    // What rests is the offset that the amplifier settles from.
    expect(standIns.bench.voltsRms()).toBeLessThan(0.1);
    expect(() => turns.begin(Object.keys(standIns.instruments))).not.toThrow();
  },
  120_000,
);

/** A generator with another memory, or none. */
const generatorWith = (change: {
  commands?: Record<string, string>;
  numbers?: Record<string, number>;
}): typeof SETUP => {
  const { profile } = SETUP.generator;
  return {
    ...SETUP,
    generator: {
      ...SETUP.generator,
      profile: {
        ...profile,
        commands: { ...profile.commands, ...change.commands },
        numbers: { ...profile.numbers, ...change.numbers },
      },
    },
  };
};
const BURSTS: typeof RUNS = [
  ...RUNS.filter(([kind]) => kind === "burst" || kind === "low-ohm"),
  ["burst", { burst: "50-hz-200-ms" }, { "burst-50 Hz, 200 ms": 1.05 }],
];

describe.each([
  ["no memory for waveforms", { commands: { waveform: "" } }],
  ["a memory that is too small", { numbers: { memorySamples: 16_384 } }],
])("a generator with %s plays bursts by itself", (_, change) => {
  test.each(BURSTS)(
    "%s %j agrees with the published burst, and says that nothing lies between",
    async (...run) => {
      const [kind, settings] = run;
      const { link, standIns } = standInLink();
      standIns.bench.connectLoad([8, 8], false);
      const network = await play(
        kind,
        settings,
        { kind: "network", setup: generatorWith(change), link },
        { onLoad: () => {} },
      );
      await expectAgreement(run, network);
      expect(network.cautions).toMatchObject([{ code: "other-tones" }]);
      const [caution] = network.cautions ?? [];
      expect(caution.text).toMatch(
        /^The level between the bursts is \d+ dB lower; the standard burst/,
      );
      expect(caution.touches).toContain(network.figures[0].name);
      const { highCycles } = BURST_KINDS[(settings.burst ?? "20-ms") as BurstName];
      expect(network.bursts[0].powerWatts).toHaveLength(highCycles);
      standIns.bench.advance(0.2);
      expect(standIns.bench.voltsRms()).toBeLessThan(0.1);
    },
    120_000,
  );
});

test("a generator with neither memory nor bursts is refused, with what it lacks", async () => {
  const { link } = standInLink();
  const setup = generatorWith({ commands: { waveform: "", burst: "" } });
  const played = play("burst", {}, { kind: "network", setup, link }, { onLoad: () => {} });
  await expect(played).rejects.toThrow(/arbitrary waveform.*Fill in/);
});
