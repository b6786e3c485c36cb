import { EXAMPLE_RIGS, simulatedInstrument } from "../simulated";
import { keepsInstrumentContract } from "../testing/instrumentContract";
import type { Instrument, RecordingMoment } from "../contract";
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
  ).rejects.toThrow("“MAKER,METER,7,1” did when it was asked first");
});

test("a meter that falls silent ends the recording with words: guards that are told nothing cannot guard", async () => {
  await expect(play({ faults: { "mains-meter": "dead" } })).rejects.toMatchObject({
    finding: { advice: expect.stringContaining("did not answer") },
  });
});
