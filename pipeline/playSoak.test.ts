import { SETUP, standInLink } from "@/bench/network/testing/standInLink";
import { NO_LIMITS, playRun } from "./playRun";

/** Ten minutes of soak between stand-ins of the network, left after so many looks. */
const soaked = async (leftAfter: number) => {
  const { link, standIns } = standInLink();
  standIns.bench.connectLoad([8, 8], false);
  const looks: number[] = [];
  const load = { loadOhms: 8, loadOhmsStdUncertainty: 0.02, voltsStdUncertaintyRatio: 0.005 };
  const outcome = await playRun(
    {
      kind: "heat-soak",
      settings: { minutes: 10, shareOfRated: 0.5 },
      instrument: { kind: "network", setup: SETUP, link },
      loads: [load, load],
      secondLoads: null,
      ratedWatts: 40,
      sampleRateHz: 96_000,
      kept: [],
      limits: NO_LIMITS,
      secondLimits: null,
    },
    {
      onMoment: ({ moment }) => void looks.push(moment.seconds),
      onShot: () => {},
      isLeft: () => looks.length > leftAfter,
    },
  );
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  standIns.bench.advance(0.2);
  return { channel: outcome.value[0], seconds: looks[looks.length - 1], standIns };
};

test("a soak that nobody watches any more ends where it is: silent, with what was read until then, and it says so", async () => {
  const { channel, seconds, standIns } = await soaked(90);
  expect(seconds).toBeGreaterThan(20);
  expect(seconds).toBeLessThan(550);
  expect(standIns.bench.voltsRms()).toBeLessThan(0.1);
  expect(channel.summary).toMatch(/stopped early, after [\d.]+ min: nobody confirmed presence\.$/);
  const sink = channel.curves.find(({ name }) => name === "sink")?.points ?? [];
  expect(sink.length).toBeGreaterThan(20);
  expect(sink[sink.length - 1][1]).toBeGreaterThan(sink[0][1] + 1);
}, 60_000);

test("one that is watched goes on to its end", async () => {
  const { channel, seconds } = await soaked(Infinity);
  expect(seconds).toBeGreaterThan(590);
  expect(channel.summary).not.toContain("nobody confirmed presence");
}, 60_000);
