import { EXAMPLE_RIGS, simulatedInstrument } from "../simulated";
import { keepsInstrumentContract } from "../testing/instrumentContract";
import { cannot, type Instrument, type RecordingMoment } from "../contract";
import { SETUP, standInLink } from "./testing/standInLink";
import { withMeters } from "./withMeters";

/** An instrument that takes its time, as a real one does: meters can answer meanwhile. */
const unhurried = (): Instrument => {
  const made = simulatedInstrument(EXAMPLE_RIGS["home-class-ab"], 1);
  if (!made.ok) throw new Error(made.finding.advice);
  const { facts, connect } = made.value;
  return {
    facts,
    connect: async (wiring) => {
      const connected = await connect(wiring);
      return {
        ...connected,
        record: async (request, watch = () => "go-on") => {
          const moments: RecordingMoment[] = [];
          const recording = await connected.record(request, (moment) => {
            moments.push({ ...moment, mainsAmperes: null, sinkCelsius: null });
            return "go-on";
          });
          for (const moment of moments) {
            watch(moment);
            await new Promise((resolve) => setTimeout(resolve, 5));
          }
          return { ...recording, meters: null };
        },
      };
    },
  };
};
const METERS = { ...SETUP.meters, voltmeter: null };

keepsInstrumentContract(() => {
  const made = simulatedInstrument(EXAMPLE_RIGS["home-class-ab"], 1);
  if (!made.ok) throw new Error(made.finding.advice);
  return withMeters(made.value, METERS, standInLink().link);
});

const play = async (faults: Parameters<typeof standInLink>[0]) => {
  const { link, standIns } = standInLink(faults);
  const seen: RecordingMoment[] = [];
  // Time passes between two glances.
  const passing = { ...link, now: () => performance.now() / 10 };
  const connected = await withMeters(unhurried(), METERS, passing).connect({
    loadOhms: [8, 8],
    isSpeakerLike: false,
    isBridged: false,
    rangeVolts: 0,
  });
  const recording = await connected.record(
    {
      stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.5, seconds: 1 },
      sampleRateHz: 96_000,
      drives: [true, true],
      number: 1,
    },
    (moment) => {
      seen.push(moment);
      return "go-on";
    },
  );
  return { recording, seen, bench: standIns.bench };
};

test("the mains meter tells what is drawn, and guards see amperes and the sink while it plays", async () => {
  const { recording, seen, bench } = await play({});
  // At rest on the stand-ins' own bench: nobody plays there.
  expect(recording.meters?.mainsWatts).toBeCloseTo(bench.now.mains.watts, 1);
  const last = seen[seen.length - 1];
  expect(last.mainsAmperes).toBeCloseTo(bench.now.mains.amperesRms, 3);
  expect(last.sinkCelsius).toBeCloseTo(bench.now.temperatures.sinkCelsius, 1);
});

test("another meter at the address than the one that answered first is not believed", async () => {
  const made = simulatedInstrument(EXAMPLE_RIGS["home-class-ab"], 1);
  if (!made.ok) throw new Error(made.finding.advice);
  const { mainsMeter } = METERS;
  if (!mainsMeter) throw new Error("there is none");
  const other = { ...METERS, mainsMeter: { ...mainsMeter, identity: "MAKER,METER,7,1" } };
  const connected = await withMeters(made.value, other, standInLink().link).connect({
    loadOhms: [8],
    isSpeakerLike: false,
    isBridged: false,
    rangeVolts: 0,
  });
  await expect(
    (async () =>
      connected.record({
        stimulus: { kind: "silence", seconds: 0.1 },
        sampleRateHz: 96_000,
        drives: [true],
        number: 1,
      }))(),
  ).rejects.toThrow("“MAKER,METER,7,1” did before");
});

test("a meter that falls silent ends the recording with a message: a guard without readings cannot guard", async () => {
  await expect(play({ faults: { "mains-meter": "dead" } })).rejects.toMatchObject({
    finding: { advice: expect.stringContaining("did not respond") },
  });
});

/** Something that holds a tone and receives no temperatures; each look lies a second after the one before. */
const holder = (): Instrument => {
  const { facts, connect } = unhurried();
  return {
    facts: { ...facts, knowsHeat: false },
    connect: async (wiring) => ({
      ...(await connect(wiring)),
      soak: cannot("it", "tell temperatures"),
      hold: async (_, look) => {
        for (let seconds = 1; (await look({ seconds, loadWatts: [30, 29] })) === "go-on";)
          seconds++;
      },
    }),
  };
};
const ONE = { loadOhms: [8, 8], isSpeakerLike: false, isBridged: false, rangeVolts: 0 };
const SOAK = { frequencyHz: 1000, voltsPeak: 0.5, seconds: 600, drives: [true, true] };

test("with a temperature logger beside it, what holds a tone can soak: its watts, their temperatures", async () => {
  const { link, standIns } = standInLink();
  const instrument = withMeters(holder(), METERS, link);
  expect(instrument.facts.knowsHeat).toBe(true);
  const { points } = await (await instrument.connect(ONE)).soak(SOAK, () => "go-on");
  expect(points[0]).toMatchObject({ seconds: 1, loadWatts: [30, 29], isCutOut: false });
  expect(points[0].sinkCelsius).toBeCloseTo(standIns.bench.now.temperatures.sinkCelsius, 1);
  expect(points[0].mainsWatts).toBeCloseTo(standIns.bench.now.mains.watts, 1);
  // They lie wider apart as time goes on: of an hour a hundred and odd, not thousands.
  expect(points.at(-1)?.seconds).toBe(600);
  expect(points.length).toBeLessThan(200);
  expect(points[1].seconds).toBe(2);
  expect(points[points.length - 2].seconds - points[points.length - 3].seconds).toBe(5);
});

test("a guard ends a soak at any look, also between two points that are kept", async () => {
  const { link } = standInLink();
  const connected = await withMeters(holder(), METERS, link).connect(ONE);
  const looks: number[] = [];
  const { points } = await connected.soak(SOAK, ({ seconds }) => {
    looks.push(seconds);
    return seconds === 303 ? "end" : "go-on";
  });
  expect(looks).toHaveLength(303);
  expect(points.at(-1)?.seconds).toBe(303);
});

test("without a temperature logger there is no soak", async () => {
  const { link } = standInLink();
  const instrument = withMeters(holder(), { ...METERS, thermometer: null }, link);
  expect(instrument.facts.knowsHeat).toBe(false);
  const connected = await instrument.connect(ONE);
  expect(() => connected.soak(SOAK, () => "go-on")).toThrow("cannot tell temperatures");
});
