import { instrumentOf } from "../instruments";
import { keepsInstrumentContract } from "../testing/instrumentContract";
import { EXAMPLE_RIGS, type ExampleName } from ".";

const made = (name: ExampleName) => {
  const outcome = instrumentOf({ kind: "simulated", amplifier: EXAMPLE_RIGS[name], seed: 1 });
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

describe.each(["home-class-ab", "desk-class-d", "mini-bridge-brick"] as const)("%s", (name) =>
  keepsInstrumentContract(() => made(name)),
);

test("a bridge doubles the gain; a speaker-like load takes the place of the resistors", async () => {
  const plain = { loadOhms: [8], isSpeakerLike: false, isBridged: false, rangeVolts: 0 };
  const instrument = made("home-class-ab");
  const gain = (await instrument.connect(plain)).gainRatio;
  expect((await instrument.connect({ ...plain, isBridged: true })).gainRatio).toBeCloseTo(
    2 * gain,
    9,
  );
  const tone = { kind: "sine", frequencyHz: 50, voltsPeak: 0.1, seconds: 0.2 } as const;
  const asked = { stimulus: tone, sampleRateHz: 48_000, drives: [true], number: 1 };
  const into = async (isSpeakerLike: boolean) =>
    Buffer.from(
      (await (await instrument.connect({ ...plain, isSpeakerLike })).record(asked)).capture.wav,
    );
  expect((await into(true)).equals(await into(false))).toBe(false);
});

test("the same asked twice gives the same bytes; a description that is none is reported", async () => {
  const wiring = { loadOhms: [8], isSpeakerLike: false, isBridged: false, rangeVolts: 0 };
  const asked = {
    stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.1, seconds: 0.1 },
    sampleRateHz: 48_000,
    drives: [true],
    number: 1,
  } as const;
  const bytes = async () =>
    Buffer.from((await (await made("home-class-ab").connect(wiring)).record(asked)).capture.wav);
  expect((await bytes()).equals(await bytes())).toBe(true);
  expect(
    instrumentOf({ kind: "simulated", amplifier: { stage: { kind: "steam" } }, seed: 1 }),
  ).toMatchObject({
    ok: false,
    finding: { code: "bad-rig" },
  });
});
