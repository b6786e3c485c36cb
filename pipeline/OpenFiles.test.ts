import type { Outcome } from "@/core/outcome";
import { completeSettings, RUN_KINDS, type ChannelResult } from "@/core/run";
import { stimulusVolts } from "@/core/signal";
import { encodeWav } from "@/core/wav";
import { OpenFiles, type ChosenFile, type FilesRequest } from "./OpenFiles";
import { readRun } from "./readRun";

const RATE_HZ = 48_000;
const FULL_SCALE_VOLTS = 36.7;
const LOAD = { loadOhms: 8.21, loadOhmsStdUncertainty: 0.02, voltsStdUncertaintyRatio: 0.005 };

const toneOf = (voltsPeak: number, seconds = 0.5): Float64Array =>
  stimulusVolts({ kind: "sine", frequencyHz: 1000, voltsPeak, seconds }, RATE_HZ);

const tone = (): Uint8Array<ArrayBuffer> =>
  encodeWav([toneOf(20), toneOf(19)], RATE_HZ, FULL_SCALE_VOLTS, "int24");

/** A file that counts how often its bytes are asked for. */
const file = (id: string, content: () => Uint8Array<ArrayBuffer>) => {
  let askedCount = 0;
  const chosen: ChosenFile = {
    id,
    fileName: `${id}.wav`,
    givenRateHz: null,
    bytes: async () => {
      askedCount++;
      return content();
    },
  };
  return { chosen, asked: () => askedCount };
};

const request = (...files: ChosenFile[]): FilesRequest => ({
  kind: "spectrum",
  settings: completeSettings(RUN_KINDS.spectrum.fields, {}),
  loads: [LOAD, LOAD],
  secondLoads: null,
  ratedWatts: null,
  mainsHz: 50,
  files: files.map((each) => ({
    ...each,
    fullScaleVolts: FULL_SCALE_VOLTS,
    layout: { outputs: [0, 1], input: null },
  })),
});

const directly = (wav: Uint8Array<ArrayBuffer>): Promise<Outcome<ChannelResult[]>> => {
  const { files, mainsHz, ...facts } = request(file("it", () => wav).chosen);
  const [{ fileName, fullScaleVolts, layout }] = files;
  return readRun({
    ...facts,
    instrument: { kind: "files", mainsHz, files: [{ fileName, fullScaleVolts, layout, wav }] },
  });
};

test("what was opened is read without another look at its bytes, to the last digit as if it had been decoded again", async () => {
  const wav = tone();
  const { chosen, asked } = file("it", () => wav);
  const open = new OpenFiles();
  expect(await open.open(chosen)).toMatchObject({
    ok: true,
    value: {
      hasSamples: true,
      channelCount: 2,
      sampleRateHz: RATE_HZ,
      guess: { kind: "spectrum" },
    },
  });
  // Were the samples decoded again, there would be silence.
  wav.fill(0, 64);
  const read = await open.read(request(chosen));
  expect(read).toEqual(await directly(tone()));
  expect(read.ok).toBe(true);
  expect(asked()).toBe(1);
});

test("what is not open any more is opened for being read", async () => {
  const { chosen, asked } = file("it", tone);
  const open = new OpenFiles();
  await open.open(chosen);
  open.close("it");
  expect(await open.read(request(chosen))).toEqual(await directly(tone()));
  expect(asked()).toBe(2);
});

test("a file that is closed, or opened otherwise, while its bytes are on their way is not kept as it was", async () => {
  const open = new OpenFiles();
  const { chosen, asked } = file("it", tone);
  const opening = open.open(chosen);
  open.close("it");
  expect((await opening).ok).toBe(true);
  await open.wavOf(chosen);
  // Asked for again: nothing was held of the first time.
  expect(asked()).toBe(2);

  let hand: (bytes: Uint8Array<ArrayBuffer>) => void = () => {};
  const slow = {
    ...chosen,
    bytes: () => new Promise<Uint8Array<ArrayBuffer>>((done) => (hand = done)),
  };
  const first = open.open(slow);
  await open.open(chosen);
  const kept = await open.wavOf(chosen);
  hand(encodeWav([toneOf(1)], RATE_HZ, 40, "int16"));
  await first;
  expect(await open.wavOf(chosen)).toBe(kept);
});

test("beyond what there is room for the oldest is decoded again, and reads alike", async () => {
  const first = file("first", tone);
  const second = file("second", tone);
  const open = new OpenFiles(3 * toneOf(1).length);
  await open.open(first.chosen);
  await open.open(second.chosen);
  expect(await open.read(request(first.chosen))).toEqual(await directly(tone()));
  expect(first.asked()).toBe(1);
});

test("a scope's record is kept as a recording; what holds no samples hands none over, and what is nothing is refused", async () => {
  const text = (content: string) => () => Uint8Array.from(new TextEncoder().encode(content));
  const rows = Array.from(toneOf(5, 0.02), (volts, n) => `${n / RATE_HZ},${volts.toFixed(5)}`);
  const scope = file("scope", text(["Time (s),CH1 (V)", ...rows].join("\n"))).chosen;
  const response = file("response", text("20\t-1\n50\t-0.5\n200\t0\n20000\t-3\n")).chosen;
  const nothing = file("nothing", text("no numbers here")).chosen;
  const open = new OpenFiles();
  const told = async (each: ChosenFile) => {
    const found = await open.open({ ...each, fileName: `${each.id}.csv` });
    return found.ok ? found.value.hasSamples : found.finding.where;
  };
  expect([await told(scope), await told(response), await told(nothing)]).toEqual([
    true,
    false,
    "File",
  ]);
  expect(String.fromCharCode(...(await open.wavOf(scope)).subarray(0, 4))).toBe("RIFF");
  await expect(open.wavOf({ ...response, fileName: "response.csv" })).rejects.toThrow(
    "response.csv contains no recording",
  );
});
