import { onLoads, record, switchOn, type SimulatedRig } from "..";
import { WarmLoad } from "../load/WarmLoad";
import { resistor } from "../load/types";
import { partOf } from "../../fields";
import { HOME, loaded, PERFECT, RATE_HZ } from "../testing/measure";
import { HEAT_FIELDS, type HeatPart } from "./heat";
import { HeatLadder } from "./HeatLadder";

const ladder = (given: Partial<HeatPart> = {}) =>
  new HeatLadder(partOf(HEAT_FIELDS, { cover: "off", ...given }), 22);
const heated = (given: Partial<HeatPart>, watts: number, seconds: number) => {
  const one = ladder(given);
  one.advance(watts, seconds);
  return one.temperatures;
};

test("the settled temperature follows the dissipation, node by node", () => {
  for (const watts of [10, 20, 60]) {
    const { junctionCelsius, caseCelsius, sinkCelsius } = heated({}, watts, 1e5);
    expect(sinkCelsius).toBeCloseTo(22 + 0.6 * watts, 6);
    expect(caseCelsius).toBeCloseTo(22 + 0.68 * watts, 6);
    expect(junctionCelsius).toBeCloseTo(22 + 0.93 * watts, 6);
  }
});

test("a better compound heats the sink faster and keeps the junction cooler", () => {
  const [poor, good] = [0.8, 0.05].map((interfaceCelsiusPerWatt) =>
    heated({ interfaceCelsiusPerWatt }, 60, 20),
  );
  expect(good.sinkCelsius).toBeGreaterThan(poor.sinkCelsius + 0.1);
  expect(good.junctionCelsius).toBeLessThan(poor.junctionCelsius - 5);
});

test("cover and flat fins make it hotter, a fan cooler", () => {
  const sink = (given: Partial<HeatPart>) => heated(given, 40, 1e5).sinkCelsius;
  expect(sink({ cover: "on" })).toBeGreaterThan(sink({}) + 5);
  expect(sink({ orientation: "flat" })).toBeGreaterThan(sink({}) + 3);
  expect(sink({ hasFan: true })).toBeLessThan(sink({}) - 10);
});

test("invariance: many small steps end where one large step does", () => {
  const [one, many] = [ladder(), ladder()];
  one.advance(35, 600);
  for (let k = 0; k < 6000; k++) many.advance(35, 0.1);
  expect(many.temperatures.junctionCelsius).toBeCloseTo(one.temperatures.junctionCelsius, 6);
});

const tone = (seconds: number) =>
  Float64Array.from(
    { length: seconds * RATE_HZ },
    (_, n) => 0.5 * Math.sin((2 * Math.PI * n) / 192),
  );

test("the dissipation is taken from the electrical simulation: supply power less load power", () => {
  const session = switchOn(
    onLoads({ ...PERFECT, heat: { ...HOME.heat, biasPerCelsius: 0 } }, [8]),
    { drives: [true], sampleRateHz: RATE_HZ },
    1,
  );
  session.play(tone(0.6));
  const { dissipatedWatts, loadWatts } = session.now;
  // Class B with 10 V peak into 8 ohm on 20 V rails: 2 x 20 V x 10 V / (pi 8 ohm) in all, and the idle current of two channels.
  const idle = 2 * 2 * 20 * 0.06;
  expect(loadWatts[0]).toBeCloseTo(100 / 16, 1);
  expect(dissipatedWatts).toBeGreaterThan((2 * 20 * 10) / (Math.PI * 8) - 100 / 16);
  expect(dissipatedWatts).toBeLessThan((2 * 20 * 10) / (Math.PI * 8) - 100 / 16 + 1.1 * idle);
});

test("hours of soak in a moment: it cuts out, cools, and comes back; the poor contact cuts out no sooner at the sink", () => {
  const rig: SimulatedRig = {
    ...HOME,
    heat: { ...HOME.heat, sinkCelsiusPerWatt: 1.2 },
    protection: { ...HOME.protection, cutOutCelsius: 70, cutInCelsius: 55 },
  };
  const session = switchOn(loaded(rig, 8, 8), { drives: [true, true], sampleRateHz: RATE_HZ }, 1);
  const loud = tone(0.2).map((value) => 1.6 * value);
  for (let minute = 0; minute < 120 && !session.now.isCutOut; minute++) {
    session.play(loud);
    session.leap(60);
  }
  expect(session.now.isCutOut).toBe(true);
  expect(session.now.temperatures.sinkCelsius).toBeGreaterThan(70);
  session.play(loud);
  expect(session.now.loadWatts[0]).toBeLessThan(1);
  for (let minute = 0; minute < 60 && session.now.isCutOut; minute++) {
    session.play(loud);
    session.leap(60);
  }
  expect(session.events.map(({ event }) => event)).toEqual(["thermal-cut-out", "thermal-recovery"]);
});

test("bias follows the sink, and a load's ohms its own temperature", () => {
  const warm = { ...resistor(8), perCelsius: 0.001, celsiusPerWatt: 2, joulesPerCelsius: 10 };
  const load = new WarmLoad(warm, 20);
  load.warm(50, 1e4);
  expect(load.hottestCelsius).toBeCloseTo(120, 3);
  const state = load.state();
  expect(state.kind === "resistive" && state.ohms).toBeCloseTo(8 * 1.1, 3);
});

test("a network shares its watts out, and an overloaded part opens permanently", () => {
  const small = {
    ...resistor(8),
    ratedWatts: 5,
    celsiusPerWatt: 10,
    joulesPerCelsius: 20,
    failsAboveCelsius: 250,
    perCelsius: 0,
  };
  const big = { ...resistor(8), perCelsius: 0 };
  const load = new WarmLoad(
    { kind: "parallel", parts: [{ kind: "series", parts: [big, big] }, small] },
    20,
  );
  load.warm(30, 1);
  expect(load.resistors.map(({ watts }) => watts)).toEqual([
    expect.closeTo(5, 6),
    expect.closeTo(5, 6),
    expect.closeTo(20, 6),
  ]);
  load.warm(60, 1e4);
  const state = load.state();
  expect(load.resistors[2].isOpen).toBe(true);
  expect(state.kind === "resistive" && state.ohms).toBeCloseTo(16, 2);
});

test("a resistor that opens in the middle of a run is noted", () => {
  const rig = loaded(HOME, {
    ...resistor(8),
    celsiusPerWatt: 40,
    joulesPerCelsius: 0.2,
    failsAboveCelsius: 200,
  });
  const { log } = record(
    rig,
    {
      stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.9, seconds: 2 },
      sampleRateHz: 48_000,
      drives: [true],
    },
    1,
  );
  expect(log.events.map(({ event }) => event)).toEqual(["resistor-opened"]);
});
