import { InstrumentFault, type RecordingRequest } from "../contract";
import { EXAMPLE_RIGS } from "../simulated";
import { InstrumentSession } from "./InstrumentSession";
import { networkInstrument } from "./instrument";
import { SETUP, standInLink } from "./testing/standInLink";
import type { StandInFault } from "./standIns/StandIn";
import type { NetworkRole } from "@/core/scpi";
import type { NetworkSetup } from "./setup";

const WIRING = { loadOhms: [8, 8], isSpeakerLike: false, isBridged: false, rangeVolts: 0 };
const TONE = { kind: "sine", frequencyHz: 1000, voltsPeak: 0.1, seconds: 0.2 } as const;
const PLAYED: RecordingRequest = {
  stimulus: TONE,
  sampleRateHz: 96_000,
  drives: [true, true],
  number: 1,
};

/** What becomes of a recording when one instrument fails after it was connected; and whether anything still plays. */
const failing = async (
  role: NetworkRole,
  fault: StandInFault,
  { setup = SETUP, request = PLAYED }: { setup?: NetworkSetup; request?: RecordingRequest } = {},
) => {
  const { link, standIns } = standInLink({ faults: { [role]: fault }, slowMs: 20 });
  const outcome = await (async () => {
    const connected = await networkInstrument(setup, link).connect(WIRING);
    return connected.record(request);
  })().catch((error: unknown) => error);
  standIns.bench.advance(0.2);
  const isSilent = standIns.bench.voltsRms() < 0.01;
  return { outcome, isSilent };
};
const wordsOf = ({ outcome }: { outcome: unknown }): string => {
  if (!(outcome instanceof InstrumentFault)) throw new Error(`it did not fail: ${String(outcome)}`);
  return `${outcome.finding.where}: ${outcome.finding.advice}`;
};

jest.setTimeout(60_000);

describe("whatever fails, it is said in words, nothing half heard is kept, and nothing plays on", () => {
  test.each([
    ["oscilloscope", "cut-off", /oscilloscope: .*response was incomplete/],
    ["oscilloscope", "closes", /oscilloscope: .*closed the connection during its response/],
    ["oscilloscope", "dead", /oscilloscope: .*did not respond within 2 s/],
    ["oscilloscope", "talkative", /oscilloscope: .*two responses to one query/],
    ["generator", "dead", /generator: .*did not respond within 2 s.*Switch it off manually now/],
    ["voltmeter", "dead", /voltmeter: .*did not respond/],
    ["mains-meter", "dead", /mains-meter: .*did not respond/],
    ["thermometer", "dead", /thermometer: .*did not respond/],
  ] as const)("%s, %s", async (role, fault, words) => {
    const failed = await failing(role, fault);
    expect(wordsOf(failed)).toMatch(words);
    expect(failed.isSilent).toBe(true);
  });

  test("one that is slow, but answers in time, is waited for", async () => {
    const { outcome, isSilent } = await failing("voltmeter", "slow");
    expect(outcome).toHaveProperty("capture");
    expect(isSilent).toBe(true);
  });
});

describe("a wrong scale is no figure", () => {
  test("the voltmeter vouches for the oscilloscope", async () => {
    const failed = await failing("oscilloscope", "wrong-scale");
    expect(wordsOf(failed)).toMatch(
      /it reads 0\.04\d+ V, but The voltmeter reads 0\.4\d+ V across the same load/,
    );
  });

  test("a probe factor other than the Rig's is refused before anything is read", async () => {
    const { oscilloscope } = SETUP;
    const other = {
      ...oscilloscope,
      profile: {
        ...oscilloscope.profile,
        // This one keeps its setting, whatever it is sent.
        commands: {
          ...oscilloscope.profile.commands,
          channel: "SENSe{channel}:VOLTage:DC:RANGe:PTPeak {voltsPeakToPeak}",
        },
        numbers: { ...oscilloscope.profile.numbers, probeFactor: 1 },
      },
    };
    expect(
      wordsOf(await failing("voltmeter", "none", { setup: { ...SETUP, oscilloscope: other } })),
    ).toMatch(/probe factor of 10.*the Rig has 1/);
  });
});

describe("a profile that does not fit says which line", () => {
  const spelled = (role: "generator" | "oscilloscope", commands: Record<string, string>) => {
    const instrument = SETUP[role];
    return {
      ...SETUP,
      [role]: {
        ...instrument,
        profile: {
          ...instrument.profile,
          commands: { ...instrument.profile.commands, ...commands },
        },
      },
    };
  };
  test.each([
    ["generator", { outputOn: "OUTPut{output}:SWITch ON" }, /-113, “Undefined header”/],
    ["generator", { sine: "SOURce{output}:VOLTage 99" }, /-222, “Data out of range”/],
    [
      "generator",
      { outputNow: "OUTPut{output}:STATe?", levelNow: "SOURce{output}:FREQuency:CW?" },
      /uses another unit/,
    ],
    ["oscilloscope", { rangeNow: "RANGe?" }, /did not respond to “RANGe\?” and reports -113/],
    [
      "oscilloscope",
      { scale: "TRACe:PREamble? CHANnel{channel} -> 2, 3, 4" },
      /has 3 items, but item 4/,
    ],
    ["oscilloscope", { intervalNow: "*IDN?" }, /where a number was expected/],
  ] as const)("%s: %j", async (role, commands, words) => {
    const failed = await failing("voltmeter", "none", { setup: spelled(role, commands) });
    expect(wordsOf(failed)).toMatch(words);
    expect(failed.isSilent).toBe(true);
  });

  test("a run that takes a waveform is refused where the generator has no memory for one", async () => {
    const request: RecordingRequest = {
      ...PLAYED,
      stimulus: { kind: "log-sweep", lowHz: 20, highHz: 20_000, voltsPeak: 0.1, seconds: 1 },
    };
    expect(
      wordsOf(
        await failing("voltmeter", "none", {
          setup: spelled("generator", { waveform: "", sweep: "" }),
          request,
        }),
      ),
    ).toMatch(/needs an arbitrary waveform/);
    // A glide of its own takes the place of one from memory.
    const gliding = spelled("generator", { waveform: "" });
    const { outcome } = await failing("voltmeter", "none", { setup: gliding, request });
    expect(outcome).toHaveProperty("capture");
    const small = {
      ...SETUP,
      generator: {
        ...SETUP.generator,
        profile: {
          ...SETUP.generator.profile,
          numbers: { ...SETUP.generator.profile.numbers, memorySamples: 16_384 },
        },
      },
    };
    expect(wordsOf(await failing("voltmeter", "none", { setup: small, request }))).toMatch(
      /its memory holds 16384/,
    );
  });

  test("the input is read by a channel of its own, or not at all", async () => {
    expect(
      wordsOf(
        await failing("voltmeter", "none", {
          setup: { ...SETUP, sourceChannel: null },
          request: { ...PLAYED, recordsInput: true },
        }),
      ),
    ).toMatch(/no channel measures the amplifier's input/);
  });

  test("one output feeds both channels, and cannot leave one at rest", async () => {
    const setup = {
      ...SETUP,
      generator: {
        ...SETUP.generator,
        profile: {
          ...SETUP.generator.profile,
          numbers: { ...SETUP.generator.profile.numbers, outputCount: 1 },
        },
      },
    };
    const request = { ...PLAYED, drives: [true, false] };
    expect(wordsOf(await failing("voltmeter", "none", { setup, request }))).toMatch(
      /one output feeds both/,
    );
  });
});

test.each([
  [false, "is played once more in a wider range"],
  [true, "is not: a guard may have ended it"],
])("what was too much for the range (ended: %j) %s", async (isEnded) => {
  const { link } = standInLink();
  let begun = 0;
  const seen = await InstrumentSession.hold(link, SETUP, (desk) =>
    desk.record({
      seconds: 0.1,
      sampleRateHz: 96_000,
      rangeVolts: 0.5,
      before: () => desk.play([1, 2], 1000, 0.1),
      onBegun: async () => {
        begun++;
      },
      isEnded: () => isEnded,
    }),
  );
  // A tenth of a volt comes out as 2.2 V: past half a volt, past 1.25 V, within 3.1 V.
  expect(begun).toBe(isEnded ? 1 : 3);
  expect(seen.fullScaleVolts).toBeCloseTo(isEnded ? 0.5 : 3.125, 3);
});

test("a guard that speaks while the limit is looked for ends the search: nothing is played after it", async () => {
  const { link, standIns } = standInLink();
  const connected = await networkInstrument(SETUP, link).connect(WIRING);
  let looks = 0;
  const limit = await connected.limitDriveVoltsRms([true, true], () =>
    ++looks === 4 ? "end" : "go-on",
  );
  expect(looks).toBe(4);
  // Two hundredths of the most, raised twice by 2 dB: the third level was the last good one.
  expect(limit).toBeCloseTo(0.02 * 2 * 10 ** (4 / 20), 4);
  standIns.bench.advance(0.2);
  expect(standIns.bench.voltsRms()).toBeLessThan(0.1);
});

test("the voltmeter is connected to the first channel, and says nothing of one that plays alone beside it", async () => {
  const { link } = standInLink();
  const connected = await networkInstrument(SETUP, link).connect(WIRING);
  const seen: number[] = [];
  await connected.record({ ...PLAYED, drives: [false, true] }, ({ voltsRms, loadWatts }) => {
    seen.push(voltsRms[1]);
    expect(loadWatts[1]).toBeGreaterThan(0.05);
    return "go-on";
  });
  expect(seen.length).toBeGreaterThan(0);
});

test("a run that is longer than its memory is refused with what to change", async () => {
  const setup = {
    ...SETUP,
    oscilloscope: {
      ...SETUP.oscilloscope,
      profile: {
        ...SETUP.oscilloscope.profile,
        numbers: { ...SETUP.oscilloscope.profile.numbers, memorySamples: 20_000 },
      },
    },
  };
  const request = { ...PLAYED, stimulus: { ...TONE, seconds: 1 } };
  expect(wordsOf(await failing("voltmeter", "none", { setup, request }))).toMatch(
    /96000 samples.*memory holds 20000/,
  );
});

test("an amplifier that does not answer is played nothing louder", async () => {
  const amplifier = EXAMPLE_RIGS["home-class-ab"];
  const { link } = standInLink({
    amplifier: { ...amplifier, input: { ...amplifier.input, levelRatio: 0.001 } },
  });
  const outcome = await (async () =>
    networkInstrument({ ...SETUP, mostVoltsPeak: 1e-3 }, link).connect(WIRING))().catch(
    (error: unknown) => error,
  );
  expect(wordsOf({ outcome })).toMatch(/Channel A: a quiet tone was played/);
});
