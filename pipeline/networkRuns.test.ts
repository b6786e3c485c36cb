import { SETUP, standInLink } from "@/bench/network/testing/standInLink";
import { RUN_KINDS } from "@/core/run";
import { expectAgreement, play, RUNS } from "./testing/twoBenches";

// A generator, an oscilloscope of 14 bits and meters, all stood in for; the simulated converter is off by up to a percent.
test.each(RUNS)(
  "%s, between instruments of a network",
  async (...run) => {
    const [kind, settings] = run;
    const { link, standIns, turns } = standInLink();
    const hang = (loadOhms: number) =>
      standIns.bench.hang([loadOhms, loadOhms], RUN_KINDS[kind].isBridged);
    hang(8);
    const network = await play(
      kind,
      settings,
      { kind: "network", setup: SETUP, link },
      { onLoad: hang },
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
