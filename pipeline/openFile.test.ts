import { stimulusNote } from "@/core/files";
import { stimulusVolts } from "@/core/signal";
import { encodeWav, withNote } from "@/core/wav";
import { openFile } from "./openFile";

const tone = encodeWav(
  [stimulusVolts({ kind: "sine", frequencyHz: 1000, voltsPeak: 0.5, seconds: 0.5 }, 48_000)],
  48_000,
  1,
  "int24",
);

test("a test signal that is opened as if it were a recording is refused, with what to do", () => {
  const noted = withNote(tone, stimulusNote({ stimulus: "log-sweep", peakRatio: 0.5 }));
  expect(openFile("sweep.wav", noted, null)).toMatchObject({
    ok: false,
    finding: {
      where: "sweep.wav",
      advice: expect.stringContaining("the test signal (log sweep)"),
    },
  });
  expect(openFile("sweep.wav", tone, null).ok).toBe(true);
});
